/** An act on its card at the bench: the same for pieces and for what is done in the kitchen. */
import { cautionsFor, type HouseRisks } from '$core/coating/cautions';
import { HANDLING } from '$core/coating/handling';
import { stoodLong } from '$core/coating/long-stand';
import { methodCard } from '$core/coating/methods';
import type { Step } from '$core/coating/route';
import type { Face, Product } from '$core/coating/system';
import type { Tool } from '$core/coating/tool';
import { tapePlace, type Way } from '$core/labels/hiding';
import { leadTest } from '$core/quality/site-tests';
import { isColoured } from '$core/takeoff/coloured';
import { mixHolding } from '$core/takeoff/mix';
import { passVolume, productNeeds } from '$core/takeoff/needs';
import { inKitchen, minutesOf, type AnyStep } from '$core/takeoff/any-step';
import { SITE } from '$core/takeoff/site-route';
import { siteHandledAt } from '../guard/kitchen-work';
import { handledAt } from '../guard/stood';
import { RECORDED_ELSEWHERE } from '../guard/visits';
import { isInKitchen, pieceState, type Loaded, type Work } from '../state/state';
import type { Act } from './acts';
import type { Bench, BenchPiece } from './bench-job';
import type { MarkedPiece } from './marked';

/** The step of a work, on pieces or in the kitchen; nothing where the route has none like it. */
export const stepOfWork = ({ route, site }: Bench, work: Work): AnyStep | undefined =>
  (isInKitchen(work) ? site : route).find((s) => s.key === work.step);

/** What is done, and on what, in a line. */
export function titleOf({ pack, lots }: Bench, step: AnyStep, lot: string): string {
  if (!inKitchen(step)) return `${step.act}, lot ${lots.find((l) => l.id === lot)?.name ?? ''}`;
  const colour = pack.zones.length > 1 ? pack.zones.find((z) => z.id === step.zone)?.colour : undefined;
  return step.act + (colour ? `, ${colour}` : '');
}

/** How the pieces of a step are coated, where it is not as the job is. */
export const wayOf = ({ turn }: Step, way: Way): Way =>
  turn ? (turn === 'hung' || turn === 'points' ? turn : 'lying') : way;

/** Volume and mixing of a product for one pass over some pieces. */
function paintOf(step: Step, pieces: readonly BenchPiece[]) {
  const need = step.product ? productNeeds([step], pieces)[0] : undefined;
  if (!need || !step.product) return null;
  const { mix } = step.product;
  return {
    key: step.product.key,
    name: need.product.name,
    wetUm: need.wetUm,
    volumeMl: passVolume(need),
    mix: mix
      ? {
          ...mixHolding(mix, passVolume(need)),
          induction: mix.induction.value,
          potLife: mix.potLife.value,
        }
      : null,
  };
}

/** What a tool is to be said to hold for a coat. */
function toLoad(
  { product, tool }: { product: Product | null; tool: Tool | null },
  zoneColour: string,
  { context }: Bench,
  loaded: Loaded | null,
): { product: string; colour: string; words: string } | null {
  if (!product || tool === 'rag' || !context.manyColours()) return null;
  const colour = isColoured(product) ? zoneColour : '';
  if (loaded?.product === product.key && loaded.colour === colour) return null;
  // What has no colour is asked about only where something else was said to be in it.
  if (!isColoured(product) && loaded === null) return null;
  return { product: product.key, colour, words: colour ? `${product.name}, ${colour}` : product.name };
}

/** What of an act stood too long, or waited past its window, and is made ready anew before it is begun. */
interface Unready {
  why: 'late' | 'stood';
  since: number;
  /** ids of the pieces; `SITE` in the kitchen */
  targets: string[];
  /** in the kitchen: the step that it is made ready for */
  step: string | null;
  /** null where nobody knows */
  minutes: number | null;
}

function unready(bench: Bench, { step, pieces, closes }: Act<AnyStep>, now: number): Unready | null {
  if (inKitchen(step)) {
    const own = { targets: [SITE], step: step.key, minutes: null };
    if (closes !== null && closes < now) return { ...own, why: 'late', since: closes };
    const handled = step.product ? siteHandledAt(bench.state, bench.site, step) : null;
    return stoodLong(handled, now) ? { ...own, why: 'stood', since: handled } : null;
  }
  if (!step.product) return null;
  const dusty = pieces.flatMap((id) => {
    const handled = handledAt(pieceState(bench.state, id));
    return stoodLong(handled, now) ? [{ id, handled }] : [];
  });
  if (!dusty.length) return null;
  return {
    why: 'stood',
    since: Math.min(...dusty.map((d) => d.handled)),
    targets: dusty.map((d) => d.id),
    step: null,
    minutes: Math.ceil(HANDLING.wipe.value * dusty.length),
  };
}

/** What of the house cautions ask for. */
const houseOf = ({ pack, state }: Bench): HouseRisks => ({
  year: pack.job.houseYear,
  lead: leadTest(state.tests),
});

/** Where an act of the kitchen is recorded, where that is not the bench. */
function elsewhere(step: AnyStep, job: string): { href: string; words: string } | null {
  const at = inKitchen(step) && step.visit ? RECORDED_ELSEWHERE[step.visit.kind] : undefined;
  return at ? { href: `/jobs/${job}/${at.page}`, words: at.words } : null;
}

/** Where the tape label goes while a step is done. */
function tapeOf(step: Step, way: Way): string | null {
  if (step.kind === 'flip') return 'from the face that comes up to the face that is dry';
  if (step.kind !== 'coat') return null;
  return tapePlace(wayOf(step, way), step.face === 'all' ? null : (step.face as Face | null));
}

export type BenchAct = ReturnType<typeof benchAct>;

export function benchAct(
  bench: Bench,
  act: Act<AnyStep>,
  marked: ReadonlyMap<string, MarkedPiece>,
  due: ReadonlyMap<string, number>,
  now: number,
) {
  const { pack, state } = bench;
  const { step, lot } = act;
  const kitchen = inKitchen(step);
  const own = act.pieces.flatMap((id) => marked.get(id) ?? []);
  const targets = kitchen ? [SITE] : act.pieces;
  const film = step.after.find((r) => r.film && pieceState(state, targets[0] ?? '').done.has(r.step));
  const who = (id: string) => pack.people.find((p) => p.id === id)?.name ?? '';
  const hands =
    act.status === 'running' ? act.work.hands.flatMap((h) => (h.to === null ? [h.worker] : [])) : [];
  const colour = kitchen
    ? (pack.zones.find((z) => z.id === step.zone)?.colour ?? '')
    : (own[0]?.colour ?? '');
  return {
    /** one of a kind in the list, but for what is under way */
    key: `${lot} ${step.key}`,
    status: act.status,
    inKitchen: kitchen,
    /** the touch-up that it is of */
    touchUp: kitchen ? (step.touchUp ?? null) : null,
    lotId: lot,
    title: titleOf(bench, step, lot),
    step: step.key,
    kind: step.kind,
    how: step.how,
    product: step.product?.name ?? '',
    card: methodCard(step),
    /** the step whose film is waited for, and can be touched */
    touchStep: film?.step ?? null,
    tape: kitchen ? null : tapeOf(step, pack.way),
    cautions: cautionsFor({ ...step, onWall: kitchen }, houseOf(bench), pack.system?.cautions),
    minutes: minutesOf(step, act.pieces),
    pieces: own,
    /** ids of what it is done on */
    targets,
    /** why some of it is made ready anew first; null where nothing is */
    unready: act.status === 'ready' ? unready(bench, act, now) : null,
    from: act.status === 'waiting' ? act.from : null,
    closes: act.closes,
    planned: due.get(`${lot}:${step.key}`) ?? null,
    elsewhere: elsewhere(step, pack.job.id),
    work:
      act.status === 'running'
        ? {
            id: act.work.id,
            since: act.work.start,
            who: hands.map(who).join(' and '),
            paused: !hands.length,
            hands,
          }
        : null,
    paint: kitchen ? null : paintOf(step, own),
    /** what the gun must be said to hold before it is started; null where that is known, or not asked */
    toLoad: toLoad(step, colour, bench, kitchen ? state.loaded.wall : state.loaded.pieces),
  };
}
