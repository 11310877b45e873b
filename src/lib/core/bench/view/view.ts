/** What the bench shows: the list of what can be done, one piece, the walls and the rack. */
import { NO_COLOUR } from '$core/kitchen/colour';
import { HANDLING } from '$core/coating/handling';
import { cautionsFor, type HouseRisks } from '$core/coating/cautions';
import { methodCard } from '$core/coating/methods';
import { facesOf, gets, workMinutes, worthOf, type Step } from '$core/coating/route';
import type { Face, Product } from '$core/coating/system';
import type { Tool } from '$core/coating/tool';
import { tapePlace, type Way } from '$core/labels/hiding';
import { isTurnUnsafe } from '$core/labels/turn-safe';
import { DEFECTS } from '$core/quality/defects';
import { leadTest } from '$core/quality/site-tests';
import type { SiteStep } from '$core/takeoff/site-route';
import { mixHolding } from '$core/takeoff/mix';
import { isColoured } from '$core/takeoff/coloured';
import { passVolume, productNeeds } from '$core/takeoff/needs';
import { acts, type Act } from './acts';
import { airStops } from './air-stops';
import type { Bench, BenchPack, BenchPhoto, BenchPiece } from './bench-job';
import { cupsNow, nextBatch } from './cups';
import { careDates } from './care';
import { homeWaits } from './home-waits';
import type { FactBody } from '../state/events';
import { putRight, takenBackBy } from '../state/decided';
import { inOrder } from '../state/fold';
import { pieceState, type JobState } from '../state/state';
import { freshAir } from './fresh-air';
import { siteHandledAt } from '../guard/site';
import { stoodLong } from '$core/coating/long-stand';
import { handledAt } from '../guard/stood';
import { nextStep, windowOf } from '../guard/window';
import { lazily } from '../state/lazy';
import { isSameMark, pieceMark, type Mark } from './mark';
import { rackMap } from '../state/piece-places';
import { openFlaws } from '../rework';
import { sayFact } from './say-fact';
import { siteNext, siteProgress } from './site';
import { RECORDED_ELSEWHERE } from './visits';

export type MarkedPiece = BenchPiece & { mark: Mark; hex: string; colour: string; unsafe: boolean };

/** Pieces with their door mark as they are now. */
export function markedPieces(bench: Bench, now: number): Map<string, MarkedPiece> {
  const zones = new Map(bench.pack.zones.map((z) => [z.id, z]));
  const last = lastMarked.get(bench.pack) ?? new Map<string, MarkedPiece>();
  const marked = new Map(
    bench.pack.pieces.map((piece) => {
      const mark = pieceMark(bench.state, bench.route, piece.id, now, bench.waits);
      const had = last.get(piece.id);
      // What looks as it did stays the same object: nothing of it is drawn again.
      if (had && isSameMark(had.mark, mark)) return [piece.id, had];
      return [
        piece.id,
        {
          ...piece,
          mark,
          hex: zones.get(piece.zoneId)?.hex ?? NO_COLOUR,
          colour: zones.get(piece.zoneId)?.colour ?? '',
          unsafe: isTurnUnsafe(piece.code),
        },
      ];
    }),
  );
  lastMarked.set(bench.pack, marked);
  return marked;
}

/** The pieces of a pack as they were marked last. */
const lastMarked = new WeakMap<BenchPack, Map<string, MarkedPiece>>();

/** How the pieces of a step are coated, where it is not as the job is. */
const wayOf = ({ turn }: Step, way: Way): Way =>
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
  product: Product | null,
  tool: Tool | null,
  zoneColour: string,
  { context }: Bench,
  loaded: JobState['loaded'],
): { product: string; colour: string; words: string } | null {
  if (!product || tool === 'rag' || !(context.manyColours?.() ?? false)) return null;
  const colour = isColoured(product) ? zoneColour : '';
  if (loaded?.product === product.key && loaded.colour === colour) return null;
  // What has no colour is asked about only where something else was said to be in it.
  if (!isColoured(product) && loaded === null) return null;
  return { product: product.key, colour, words: colour ? `${product.name}, ${colour}` : product.name };
}

/** The pieces among some that stood for days, and since when; null where none did. */
function stoodOf({ state }: Bench, pieces: readonly string[], now: number) {
  const dusty = pieces.flatMap((id) => {
    const handled = handledAt(pieceState(state, id));
    return stoodLong(handled, now) ? [{ id, handled }] : [];
  });
  if (!dusty.length) return null;
  return {
    since: Math.min(...dusty.map((d) => d.handled)),
    pieces: dusty.map((d) => d.id),
    minutes: Math.ceil(HANDLING.wipe.value * dusty.length),
  };
}

/** What of the house cautions ask for. */
const houseOf = ({ pack, state }: Bench): HouseRisks => ({
  year: pack.job.houseYear,
  lead: leadTest(state.tests),
});

export type BenchAct = ReturnType<typeof actView>;

function actView(
  bench: Bench,
  a: Act,
  marked: ReadonlyMap<string, MarkedPiece>,
  due: ReadonlyMap<string, number>,
  now: number,
) {
  const { pack } = bench;
  const own = a.pieces.flatMap((id) => marked.get(id) ?? []);
  const need = a.step.after.find(
    (r) => r.film && pieceState(bench.state, a.pieces[0] ?? '').done.has(r.step),
  );
  const who = (id: string) => pack.people.find((p) => p.id === id)?.name ?? '';
  return {
    /** one of a kind in the list, but for what is under way */
    key: `${a.lot} ${a.step.key}`,
    status: a.status,
    lotId: a.lot,
    lot: bench.lots.find((l) => l.id === a.lot)?.name ?? '',
    step: a.step.key,
    kind: a.step.kind,
    face: a.step.face,
    act: a.step.act,
    how: a.step.how,
    card: methodCard(a.step),
    /** the step whose film is waited for, and can be touched */
    touchStep: need?.step ?? null,
    tape:
      a.step.kind === 'coat'
        ? tapePlace(wayOf(a.step, pack.way), a.step.face === 'all' ? null : (a.step.face as Face | null))
        : a.step.kind === 'flip'
          ? 'from the face that comes up to the face that is dry'
          : null,
    cautions: cautionsFor(a.step, houseOf(bench), pack.system?.cautions),
    minutes: workMinutes(a.step, worthOf(a.step, a.pieces)),
    pieces: own,
    /** what of them stood so long that it is wiped first; null where nothing did */
    stood: a.status === 'ready' && a.step.product ? stoodOf(bench, a.pieces, now) : null,
    from: a.status === 'waiting' ? a.from : null,
    closes: a.closes,
    planned: due.get(`${a.lot}:${a.step.key}`) ?? null,
    work:
      a.status === 'running'
        ? {
            id: a.work.id,
            since: a.work.start,
            who: a.work.hands.flatMap((h) => (h.to === null ? [who(h.worker)] : [])).join(' and '),
            paused: a.work.hands.every((h) => h.to !== null),
            hands: a.work.hands.flatMap((h) => (h.to === null ? [h.worker] : [])),
          }
        : null,
    paint: paintOf(a.step, own),
    /** what the gun must be said to hold before it is started; null where that is known, or not asked */
    toLoad: toLoad(a.step.product, a.step.tool, own[0]?.colour ?? '', bench, bench.state.loaded),
  };
}

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
    const coming = here ? null : (context.forecast?.(place, now) ?? null);
    const air = here ? { ...here, read: true } : coming && { ...coming, place, read: false };
    return air ? airStops([air], coats, context.measures) : [];
  };
  return [
    ...stops(pack.place, route),
    ...(pack.place === HOUSE
      ? []
      : stops(
          HOUSE,
          site.filter((s) => !state.site.get(s.key)?.end),
        )),
  ];
}
/** Where the fixed work is. */
const HOUSE = 'house';

/** Facts that can still be undone at a touch, ms. */
export const UNDO = 120_000;

/** Why the fixed work is made ready anew before a step. @param to when its window closed, ms since 1970 */
function siteUnready(bench: Bench, step: SiteStep, to: number | null, now: number) {
  if (to !== null && to < now) return { why: 'late' as const, since: to };
  const handled = step.product ? siteHandledAt(bench.state, bench.site, step) : null;
  return stoodLong(handled, now) ? { why: 'stood' as const, since: handled } : null;
}

/** Everything on the bench of a job, at a moment; each part made when it is asked for. */
export function benchView(bench: Bench, now: number, recent = 10) {
  const { pack, state } = bench;
  const due = new Map(pack.planned);
  const who = (id: string) => pack.people.find((p) => p.id === id)?.name ?? '';
  /** The coat that was finished last and not looked at yet. */
  const toInspect = (marked: ReadonlyMap<string, MarkedPiece>) => {
    const looked = new Set(state.inspections.map((i) => i.work));
    return [...state.works.values()]
      .filter((w) => w.end !== null)
      .filter((w) => bench.route.some((s) => s.key === w.step && s.kind === 'coat') && !looked.has(w.id))
      .sort((a, b) => (b.end ?? 0) - (a.end ?? 0))
      .slice(0, 1)
      .map((w) => ({
        id: w.id,
        at: w.end ?? 0,
        act: bench.route.find((s) => s.key === w.step)?.act ?? w.step,
        lot: bench.lots.find((l) => l.id === w.lot)?.name ?? '',
        pieces: w.pieces.flatMap((id) => marked.get(id) ?? []),
      }));
  };
  const elsewhere = (step: SiteStep): { href: string; words: string } | null => {
    const at = step.visit && RECORDED_ELSEWHERE[step.visit.kind];
    return at ? { href: `/jobs/${pack.job.id}/${at.page}`, words: at.words } : null;
  };
  const site = () => {
    const next = new Set(siteNext(state, bench.site).map((s) => s.key));
    const listed = siteProgress(state, bench.site, bench.siteWaits).flatMap(
      ({ step, from, to, state: how }) =>
        how === 'done' || (how === 'pending' && !next.has(step.key))
          ? []
          : [
              {
                key: step.key,
                touchUp: step.touchUp ?? null,
                /** where it is recorded, where that is not here */
                elsewhere: elsewhere(step),
                act: step.act,
                how: step.how,
                colour:
                  pack.zones.length > 1 ? (pack.zones.find((z) => z.id === step.zone)?.colour ?? '') : '',
                product: step.product?.name ?? '',
                toLoad: toLoad(
                  step.product,
                  step.tool,
                  pack.zones.find((z) => z.id === step.zone)?.colour ?? '',
                  bench,
                  state.loadedOnSite,
                ),
                cautions: cautionsFor({ ...step, onWall: true }, houseOf(bench), pack.system?.cautions),
                minutes: step.minutes,
                from,
                /** why it is made ready anew before it is begun; null where it need not be */
                ready: how === 'pending' ? siteUnready(bench, step, to, now) : null,
                planned: due.get(`site:${step.key}`) ?? null,
                work:
                  how === 'pending'
                    ? null
                    : { id: state.site.get(step.key)?.id ?? '', since: how.start, who: who(how.worker) },
              },
            ],
    );
    // As they are planned; what has no time keeps its place behind them.
    const at = ({ planned }: (typeof listed)[number]): number => planned ?? Number.MAX_SAFE_INTEGER;
    return listed.sort((a, b) => at(a) - at(b));
  };
  const common = lazily({ marked: () => markedPieces(bench, now) });
  return lazily({
    marked: () => common.marked,
    list: () =>
      acts(state, bench.route, bench.lots, now, due, bench.waits).map((a) =>
        actView(bench, a, common.marked, due, now),
      ),
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
    site,
    siteLeft: () => siteProgress(state, bench.site, bench.siteWaits).filter((s) => s.state !== 'done').length,
    siteSteps: () => bench.site.length,
    chosen: () => pack.system !== null,
    toInspect: () => toInspect(common.marked),
    loaded: () => state.loaded,
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
    flaws: (openFlaws(state, bench.route).get(id) ?? []).map((f) => ({
      ...f,
      seen: DEFECTS[f.defect].seen,
      remedy: DEFECTS[f.defect].remedy,
      who: who(f.worker),
      photos: photos.filter((p) => p.of === f.id),
    })),
    photos,
    care: careDates(state, bench.route, [id], homeWaits(bench)),
    takenBack: takenBackOf(bench, id),
  };
}

/** Facts about a piece that were taken back. */
function takenBackOf({ facts, pack }: Bench, piece: string) {
  const about = new Set(facts.flatMap((f) => (isAbout(f.body, piece) ? [f.id] : [])));
  return inOrder(facts).flatMap(({ id, at, worker, body }) =>
    body.kind === 'void' && takenBackBy(body).some((f) => about.has(f))
      ? [{ id, at, reason: body.reason, who: pack.people.find((p) => p.id === worker)?.name ?? '' }]
      : [],
  );
}

const isAbout = (body: FactBody, piece: string): boolean =>
  'pieces' in body ? body.pieces.includes(piece) : 'piece' in body && body.piece === piece;

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
