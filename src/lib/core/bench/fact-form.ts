/** A fact posted by a form: fields to body. Unknown fields are ignored, faulty ones are named by the schema. */
import type { FactKind } from './events';
import { celsiusOf } from '../units/measures';

const number = (form: FormData, name: string): number | undefined => {
  const text = String(form.get(name) ?? '')
    .trim()
    .replace(',', '.');
  return text === '' ? undefined : Number(text);
};
const text = (form: FormData, name: string): string => String(form.get(name) ?? '');
const all = (form: FormData, name: string): string[] => form.getAll(name).map(String).filter(Boolean);

/** The fields of a form as they were sent, to be sent again; its id is left out. */
export const sentFields = (form: FormData): [string, string][] =>
  [...form.entries()].flatMap(([k, v]): [string, string][] =>
    typeof v === 'string' && k !== 'id' ? [[k, v]] : [],
  );

/** Reads the body of a fact from a form, unchecked: recording it checks it. */
export function bodyFromForm(form: FormData): Record<string, unknown> {
  const kind = text(form, 'kind') as FactKind;
  const reasons = form.getAll('reason').map(String);
  const overruled = all(form, 'rule').map((rule, i) => ({ rule, reason: reasons[i] ?? '' }));
  const override = overruled.length ? { override: overruled } : {};
  switch (kind) {
    case 'piece.labelled':
      return { kind, pieces: all(form, 'piece') };
    case 'piece.prepared':
      return { kind, tick: text(form, 'tick'), pieces: all(form, 'piece') };
    case 'piece.missing':
      return { kind, pieces: all(form, 'piece'), note: text(form, 'note') };
    case 'test.recorded':
      return {
        kind,
        test: { method: text(form, 'method'), result: text(form, 'result') },
        place: text(form, 'place'),
        piece: text(form, 'on') || null,
        note: text(form, 'note'),
      };
    case 'piece.placed':
      return { kind, pieces: all(form, 'piece'), place: text(form, 'place'), ...override };
    case 'piece.down':
      return { kind, pieces: all(form, 'piece'), place: text(form, 'place') };
    case 'work.started':
      return {
        kind,
        step: text(form, 'step'),
        lot: text(form, 'lot'),
        pieces: all(form, 'piece'),
        ...(form.get('face') ? { face: text(form, 'face') } : {}),
        ...override,
      };
    case 'work.paused':
    case 'work.resumed':
      return { kind, work: text(form, 'work') };
    case 'work.joined':
      return { kind, work: text(form, 'work'), by: text(form, 'by') };
    case 'work.handed':
      return { kind, work: text(form, 'work'), to: text(form, 'to') };
    case 'paint.loaded': {
      // One choice on the page names both: the product, a blank, the colour.
      const [product = '', ...colour] = text(form, 'paint').split(' ');
      return { kind, product, colour: colour.join(' ') };
    }
    case 'piece.abraded':
      return { kind, pieces: all(form, 'piece') };
    case 'film.felt':
      return { kind, pieces: all(form, 'piece'), step: text(form, 'step'), feel: text(form, 'feel') };
    case 'coat.inspected':
      return {
        kind,
        work: text(form, 'work'),
        looked: all(form, 'looked'),
        sheen: text(form, 'sheen'),
        colour: text(form, 'colour'),
        note: text(form, 'note'),
      };
    case 'defect.found':
      return {
        kind,
        piece: text(form, 'piece'),
        face: text(form, 'face'),
        defect: text(form, 'defect'),
        severity: number(form, 'severity'),
        x: number(form, 'x'),
        y: number(form, 'y'),
        note: text(form, 'note'),
      };
    case 'defect.accepted':
      return { kind, defect: text(form, 'defect'), reason: text(form, 'reason') };
    case 'contradiction.settled':
      return { kind, of: all(form, 'of'), keep: text(form, 'keep') || null, reason: text(form, 'reason') };
    case 'work.finished':
      return { kind, work: text(form, 'work'), leftOut: all(form, 'leftOut') };
    case 'site.started':
      return { kind, step: text(form, 'step'), ...override };
    case 'site.finished':
      return { kind, work: text(form, 'work') };
    case 'air.read': {
      const warm = (name: string): number | undefined => {
        const value = number(form, name);
        return value === undefined || text(form, 'unit') !== 'F' ? value : celsiusOf(value);
      };
      const surface = warm('surface');
      const humidity = number(form, 'humidity');
      return {
        kind,
        place: text(form, 'place'),
        celsius: warm('celsius'),
        humidity: humidity === undefined ? undefined : humidity / 100,
        ...(surface === undefined ? {} : { surface }),
      };
    }
    case 'mix.made':
      return {
        kind,
        product: text(form, 'product'),
        batch: text(form, 'batch'),
        a: number(form, 'a'),
        b: number(form, 'b'),
        thinner: number(form, 'thinner'),
        induction: number(form, 'induction'),
        potLife: number(form, 'potLife') ?? null,
      };
    case 'piece.hung':
      return { kind, piece: text(form, 'piece'), opening: text(form, 'opening'), ...override };
    case 'job.handed-over':
      return { kind, note: text(form, 'note'), ...override };
    case 'check.recorded': {
      const test =
        text(form, 'method') === 'cross-cut'
          ? { method: 'cross-cut', lattice: number(form, 'lattice'), flaked: all(form, 'flaked').map(Number) }
          : { method: 'visual', failure: text(form, 'failure') || null };
      return { kind, piece: text(form, 'piece'), face: text(form, 'face'), test, note: text(form, 'note') };
    }
    case 'touch-up.closed':
      return {
        kind,
        touchUp: text(form, 'touchUp'),
        minutes: number(form, 'minutes'),
        note: text(form, 'note'),
        ...override,
      };
    case 'void':
      return { kind, fact: text(form, 'fact'), reason: text(form, 'reason') };
    default:
      return { kind };
  }
}
