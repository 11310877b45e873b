/** A fact in a line of words, for the list of what was just recorded. */
import type { Step } from '../coating/route';
import type { SiteStep } from '../takeoff/site-route';
import type { Lot } from '../planning/lots';
import type { FactBody } from './events';
import type { JobState } from './fold';
import { FEEL_FACTS } from './looks';
import type { Tick } from './ticks';
import { DEFECTS } from '../quality/defects';

const TICK_WORDS: Record<Tick, string> = {
  coded: 'Code hidden',
  bagged: 'Hinges bagged',
  holes: 'Holes seen to',
  bumpers: 'Bumpers off',
};

/** More pieces than this are counted instead of named. */
const NAMED = 5;

/** What facts are told with. */
export interface Told {
  state: JobState;
  route: readonly Step[];
  site: readonly SiteStep[];
  lots: readonly Lot[];
  codes: ReadonlyMap<string, string>;
}

export function sayFact(file: Told, body: FactBody): string {
  const codes = (ids: readonly string[]) =>
    ids.length > NAMED ? `${ids.length} pieces` : ids.map((id) => file.codes.get(id)).join(' ');
  const act = (step: string | undefined) => file.route.find((s) => s.key === step)?.act ?? step ?? '';
  const lot = (id: string | undefined) => file.lots.find((l) => l.id === id)?.name ?? '';
  const site = (step: string | undefined) => file.site.find((s) => s.key === step)?.act ?? step ?? '';
  const productName = (key: string) => file.route.find((s) => s.product?.key === key)?.product?.name ?? key;
  switch (body.kind) {
    case 'work.started':
      return `Started: ${act(body.step)}, lot ${lot(body.lot)} (${codes(body.pieces)})`;
    case 'work.finished': {
      const work = file.state.works.get(body.work);
      return `Done: ${act(work?.step)}, lot ${lot(work?.lot)}`;
    }
    case 'piece.labelled':
      return `Labelled ${codes(body.pieces)}`;
    case 'piece.prepared':
      return `${TICK_WORDS[body.tick]}: ${codes(body.pieces)}`;
    case 'piece.placed':
      return `${codes(body.pieces)} now at ${body.place}`;
    case 'piece.missing':
      return `Missing: ${codes(body.pieces)}`;
    case 'test.recorded':
      return `Tested, ${body.place}: ${body.test.result}`;
    case 'piece.down':
      return `Down: ${codes(body.pieces)}`;
    case 'site.started':
      return `Started on site: ${site(body.step)}`;
    case 'site.finished':
      return `Done on site: ${site([...file.state.site.values()].find((w) => w.id === body.work)?.step)}`;
    case 'air.read':
      return `Air, ${body.place}: ${body.celsius} °C, ${Math.round(body.humidity * 100)} %`;
    case 'mix.made':
      return `Mixed batch ${body.batch}, ${Math.round(body.a + body.b + body.thinner)} mL`;
    case 'work.paused':
    case 'work.resumed':
    case 'work.joined':
    case 'work.handed': {
      const work = file.state.works.get(body.work);
      const words = {
        'work.paused': 'Paused',
        'work.resumed': 'Went on',
        'work.joined': 'Joined',
        'work.handed': 'Handed over',
      };
      return `${words[body.kind]}: ${act(work?.step)}, lot ${lot(work?.lot)}`;
    }
    case 'paint.loaded':
      return `Loaded ${productName(body.product)}${body.colour ? `, ${body.colour}` : ''}`;
    case 'piece.abraded':
      return `Scuffed ${codes(body.pieces)}`;
    case 'film.felt':
      return `Felt ${FEEL_FACTS[body.feel].words}: ${codes(body.pieces)}`;
    case 'coat.inspected':
      return `Looked at: ${act(file.state.works.get(body.work)?.step)}`;
    case 'defect.found':
      return `${DEFECTS[body.defect].seen}: ${codes([body.piece])}, ${body.face}`;
    case 'defect.accepted':
      return 'Flaw left as it is';
    case 'contradiction.settled':
      return `Settled: ${body.reason}`;
    case 'piece.hung':
      return `Hung ${codes([body.piece])}`;
    case 'job.handed-over':
      return 'Handed over';
    case 'check.recorded':
      return `Checked ${codes([body.piece])}`;
    case 'touch-up.closed':
      return 'Touch-up closed';
    case 'void':
      return 'Taken back';
  }
}
