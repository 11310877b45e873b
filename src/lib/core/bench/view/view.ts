/** What the bench shows: the list of what can be done, one piece, the walls and the rack. */
import { facesOf, gets, type Step } from '$core/coating/route';
import type { Product } from '$core/coating/system';
import { NO_COLOUR } from '$core/kitchen/colour';
import { fixedId, fixedName } from '$core/kitchen/fixed-parts';
import { tapePlace } from '$core/labels/hiding';
import { DEFECTS } from '$core/quality/defects';
import type { AnyStep } from '$core/takeoff/any-step';
import { isColoured } from '$core/takeoff/coloured';
import { openFlaws } from '../guard/open-flaws';
import { freshAir } from '../guard/fresh-air';
import { siteProgress } from '../guard/kitchen-work';
import { nextStep, windowOf } from '../guard/window';
import { putRight, takenBackBy } from '../log/decided';
import type { FactBody } from '../log/events';
import { inOrder } from '../log/fold';
import { piecesIn } from '../log/named';
import { lazily } from '../state/lazy';
import { rackMap } from '../state/piece-places';
import { doneInKitchen, pieceState } from '../state/state';
import { acts, inTurn, kitchenActs } from './acts';
import { airStops } from './air-stops';
import { benchAct, stepOfWork, titleOf, wayOf } from './bench-act';
import type { Bench, BenchPhoto } from './bench-job';
import { careDates } from './care';
import { cupsNow, nextBatch } from './cups';
import { homeWaits } from './home-waits';
import { markedPieces, type MarkedPiece } from './marked';
import { sayFact } from './say-fact';

/** What the gun may be said to hold: products of the route, in the colours of the zones and of other jobs. */
export function paints(bench: Bench): { product: string; colour: string; words: string }[] {
  const products = new Map(
    bench.route.flatMap((s) => (s.product ? [[s.product.key, s.product]] : [])) as [string, Product][],
  );
  const own = [...products.values()].flatMap((p) =>
    isColoured(p)
      ? bench.pack.zones.map((z) => ({ product: p.key, colour: z.colour, words: `${p.name}, ${z.colour}` }))
      : [{ product: p.key, colour: '', words: p.name }],
  );
  const known = (p: { product: string; colour: string }) => JSON.stringify([p.product, p.colour]);
  const others = bench.pack.otherColours.flatMap((o) =>
    [...products.values()]
      .filter(isColoured)
      .map((p) => ({ product: p.key, colour: o.colour, words: `${p.name}, ${o.colour} (${o.job})` })),
  );
  // Zones, and jobs, may share the name of a colour.
  const had = new Set<string>();
  return [...own, ...others].filter((p) => !had.has(known(p)) && had.add(known(p)));
}

/** The air that a film was laid in, and whether it was read; null where nobody knows. */
function airAt({ pack, climate, state }: Bench, at: number) {
  const hour = climate?.air[Math.floor((at - climate.start) / (climate.step * 60_000))];
  if (hour) {
    const read = pack.airRead.some(([from, to]) => at >= from && at < to);
    return { celsius: hour.celsius, humidity: hour.humidity, place: pack.place, read };
  }
  const last = [...state.air.values()].filter((a) => a.at <= at).sort((a, b) => b.at - a.at)[0];
  return last ? { celsius: last.celsius, humidity: last.humidity, place: last.place, read: true } : null;
}

/** What forbids coating where pieces or the walls are coated: the air as it was read there lately, else as it is forecast. */
function stopsNow(bench: Bench, now: number): { place: string; read: boolean; reasons: string[] }[] {
  const { state, pack, context, route, site } = bench;
  const fresh = freshAir(state, now);
  const stops = (place: string, coats: readonly Pick<Step, 'product'>[]) => {
    const here = fresh.find((a) => a.place.trim().toLowerCase() === place);
    const coming = here ? null : context.forecast(place, now);
    const air = here ? { ...here, read: true } : coming && { ...coming, place, read: false };
    return air ? airStops([air], coats, context.measures) : [];
  };
  return [
    ...stops(pack.place, route),
    ...(pack.place === HOUSE
      ? []
      : stops(
          HOUSE,
          site.filter((s) => doneInKitchen(state, s.key) === null),
        )),
  ];
}
/** Where the fixed work is. */
const HOUSE = 'house';

/** Facts that can still be undone at a touch, ms. */
export const UNDO = 120_000;

/** Everything on the bench of a job, at a moment; each part made when it is asked for. */
export function benchView(bench: Bench, now: number, recent = 10) {
  const { pack, state } = bench;
  const due = new Map(pack.planned);
  const who = (id: string) => pack.people.find((p) => p.id === id)?.name ?? '';
  /** The coat that was finished last and not looked at yet. */
  const toInspect = (marked: ReadonlyMap<string, MarkedPiece>) => {
    const looked = new Set(state.inspections.map((i) => i.work));
    const done = [...state.works.values()].flatMap((work) => {
      const step = stepOfWork(bench, work);
      return work.end !== null && step?.kind === 'coat' && !looked.has(work.id)
        ? [{ ...work, step, at: work.end }]
        : [];
    });
    return done
      .sort((a, b) => b.at - a.at)
      .slice(0, 1)
      .map(({ id, at, step, lot, pieces }) => ({
        id,
        at,
        title: titleOf(bench, step, lot),
        pieces: pieces.flatMap((p) => marked.get(p) ?? []),
      }));
  };
  const common = lazily({ marked: () => markedPieces(bench, now) });
  return lazily({
    marked: () => common.marked,
    list: () =>
      inTurn<AnyStep>(
        [...acts(state, bench.route, bench.lots, now, due, bench.waits), ...kitchenActs(bench, now)],
        due,
      ).map((a) => benchAct(bench, a, common.marked, due, now)),
    facts: () =>
      inOrder(putRight(bench.facts))
        .filter((f) => f.body.kind !== 'void' && !state.voided.has(f.id))
        .slice(-recent)
        .reverse()
        .map((f) => ({
          id: f.id,
          at: f.at,
          who: who(f.worker),
          words: sayFact(bench, f.body),
          doubt: f.doubt ?? 0,
        })),
    kitchenLeft: () =>
      siteProgress(state, bench.site, bench.siteWaits).filter((s) => s.state !== 'done').length,
    kitchenSteps: () => bench.site.length,
    chosen: () => pack.system !== null,
    toInspect: () => toInspect(common.marked),
    loaded: () => state.loaded.pieces,
    air: () => stopsNow(bench, now),
    cups: () =>
      cupsNow(state, now).map((c) => ({
        ...c,
        name: bench.route.find((s) => s.product?.key === c.product)?.product?.name ?? c.product,
      })),
    batch: () => nextBatch(state, now, bench.pack.job.zone),
    paints: () => paints(bench),
    rack: () =>
      rackMap(
        [...state.pieces].flatMap(([id, p]) =>
          p.down && p.hungIn === null && p.missing === null ? [[id, p.place] as const] : [],
        ),
      ),
  });
}

export type PieceView = NonNullable<ReturnType<typeof pieceView>>;

/**
 * One piece: what it has had on which face, by whom, and its one next act.
 * @param more photos that the server may not have yet
 * @returns null for a stranger
 */
export function pieceView(bench: Bench, id: string, now: number, more: readonly BenchPhoto[] = []) {
  const { state, pack } = bench;
  const piece = markedPieces(bench, now).get(id);
  if (!piece) return null;
  const own = pieceState(state, id);
  const who = (worker: string) => pack.people.find((p) => p.id === worker)?.name ?? '';
  const next = nextStep(state, bench.route, id);
  const window = next ? windowOf(state, next, id, bench.waits) : null;
  const working = [...state.works.values()].find((w) => w.end === null && w.pieces.includes(id));
  const film = { front: 0, back: 0 };
  const history = bench.route.flatMap((step) => {
    const done = gets(step, id) ? own.done.get(step.key) : undefined;
    if (!done) return [];
    if (step.product) for (const face of facesOf(step)) film[face] += step.product.dryFilm.value * step.wet;
    const mix = step.product?.mix
      ? state.mixes.findLast((m) => m.product === step.product?.key && m.readyAt <= done.start)
      : undefined;
    return [
      {
        id: done.work,
        act: step.act,
        start: done.start,
        end: done.end,
        who: who(done.worker),
        product: step.product?.name ?? '',
        batch: mix?.batch ?? null,
        air: step.product ? airAt(bench, done.end) : null,
      },
    ];
  });
  const lot = bench.lots.find((l) => l.pieces.includes(id));
  const photos = [...pack.photos, ...more].filter((p) => p.piece === id);
  return {
    piece,
    lot: lot ? { id: lot.id, name: lot.name } : null,
    place: own.place,
    missing: own.missing,
    labelled: own.labelled,
    down: own.down,
    hungAt: own.hungAt,
    working: working ? (bench.route.find((s) => s.key === working.step)?.act ?? '') : null,
    next: next
      ? {
          key: next.key,
          act: next.act,
          kind: next.kind,
          face: next.face,
          from: window && window.from > now ? window.from : null,
          closes: window?.to ?? null,
          tape:
            next.kind === 'coat'
              ? tapePlace(wayOf(next, pack.way), next.face === 'all' ? null : next.face)
              : null,
        }
      : null,
    history: history.sort((a, b) => a.start - b.start),
    film,
    flaws: flawsOn(bench, id, photos),
    photos,
    care: careDates(state, bench.route, [id], homeWaits(bench)),
    takenBack: takenBackOf(bench, id),
  };
}

/** Open flaws on a piece, or on a part of the fixed work, as they are shown. */
export function flawsOn(
  { state, route, site, pack, context }: Bench,
  on: string,
  photos: readonly BenchPhoto[],
) {
  const flaws = openFlaws(state, route, { site, parts: context.parts }).get(on) ?? [];
  return flaws.map((f) => ({
    ...f,
    seen: DEFECTS[f.defect].seen,
    remedy: DEFECTS[f.defect].remedy,
    who: pack.people.find((p) => p.id === f.worker)?.name ?? '',
    photos: photos.filter((p) => p.of === f.id),
  }));
}
export type FlawShown = ReturnType<typeof flawsOn>[number];

/** The parts of the fixed work, each with its open flaws. @param more photos that the server may not have yet */
export function fixedParts(bench: Bench, more: readonly BenchPhoto[] = []) {
  const photos = [...bench.pack.photos, ...more];
  const zones = new Map(bench.pack.zones.map((z) => [z.id, z]));
  return (bench.pack.parts ?? []).map((part) => ({
    ...part,
    name: fixedName(part.id),
    /** codes of the pieces that it is around */
    around: bench.pack.pieces.flatMap((p) =>
      fixedId({ kind: part.kind, wall: p.wall, cabinet: p.cabinet }) === part.id ? [p.code] : [],
    ),
    colour: zones.get(part.zone)?.colour ?? '',
    hex: zones.get(part.zone)?.hex ?? NO_COLOUR,
    flaws: flawsOn(bench, part.id, photos),
  }));
}
export type FixedPartView = ReturnType<typeof fixedParts>[number];

/** Facts about a piece that were taken back. */
function takenBackOf({ facts, pack }: Bench, piece: string) {
  const about = new Set(facts.flatMap((f) => (isAbout(f.body, piece) ? [f.id] : [])));
  return inOrder(facts).flatMap(({ id, at, worker, body }) =>
    body.kind === 'void' && takenBackBy(body).some((f) => about.has(f))
      ? [{ id, at, reason: body.reason, who: pack.people.find((p) => p.id === worker)?.name ?? '' }]
      : [],
  );
}

const isAbout = (body: FactBody, piece: string): boolean => piecesIn(body).includes(piece);

/** The next act of a piece in words. @param sayWhen words for a moment */
export function sayNext(
  { working, labelled, down, next }: Pick<PieceView, 'working' | 'labelled' | 'down' | 'next'>,
  sayWhen: (ms: number) => string,
): string {
  if (working) return `Under way: ${working}`;
  if (!labelled) return 'Put the label on';
  if (!down) return 'Take it down';
  if (!next) return 'Nothing: it is home';
  return next.from ? `${next.act}, from ${sayWhen(next.from)}` : next.act;
}
