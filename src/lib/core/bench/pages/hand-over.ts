/** Handing over: what is not home yet, the walk with the owner, what the household may do when, and the paint that is kept. */
import { frozen } from '$core/frozen';
import { cleanersFor } from '$core/coating/cleaners';
import { FAILURES, failureOf } from '$core/quality/failures';
import { productNeeds } from '$core/takeoff/needs';
import { hangAccount } from '../view/hanging';
import { pieceState } from '../state/state';
import type { Bench } from '../view/bench-job';
import { cureShare } from '../view/care';
import { careGroups, careOfAll, topProducts } from '../view/care-rules';
import { cureCurve } from '../view/cure-curve';
import { homeWaits } from '../view/home-waits';
import { paintLeft } from '../view/paint-used';

/** What to look at in a zone, in this order. */
export const WALK = frozen([
  'Edges and corners: thin or worn through?',
  'The cooking side and around the sink: marks, stains?',
  'Light from the side along every front: runs, nibs, brush marks?',
  'Every door and drawer opened and shut: even, quiet, on its bumpers?',
] as const);

/** Photos of pieces from before anything was done to them, and from when they hung. */
function beforeAndAfter({ pack, state }: Bench) {
  return pack.pieces.flatMap((p) => {
    const { done, hungAt } = pieceState(state, p.id);
    const first = Math.min(Infinity, ...[...done.values()].map((d) => d.start));
    const own = pack.photos.filter((photo) => photo.piece === p.id && photo.of === null);
    const before = own.filter((photo) => (photo.addedAt ?? Infinity) < first);
    const after = own.filter((photo) => hungAt !== null && (photo.addedAt ?? 0) >= hungAt);
    return before.length || after.length ? [{ id: p.id, code: p.code, before, after }] : [];
  });
}

/** What is left of each product as the take-off has it, for cans to keep. */
const keepable = ({ route, pack }: Bench) =>
  productNeeds(
    route.filter((s) => !s.mends),
    pack.pieces,
  ).map((n) => ({
    key: n.product.key,
    name: n.product.name,
    kind: n.product.kind,
    density: n.product.density.value,
  }));

export function handOverPage(bench: Bench, now: number) {
  const { pack, facts, state, route, waits, codes } = bench;
  const ids = pack.pieces.map((p) => p.id);
  const own = homeWaits(bench);
  const groups = careGroups(state, route, ids, own);
  const used = new Set(pack.pieces.map((p) => p.zoneId));
  const touchUps = [...state.touchUps.values()].filter((t) => !t.closed);
  return {
    missing: pack.pieces.filter((p) => pieceState(state, p.id).hungIn === null).map((p) => p.code),
    account: hangAccount(bench, now),
    measures: pack.measures,
    inAir: waits.by === 'air',
    handedOver: state.handedOver,
    signed: state.signed,
    /** the fact of it, which can be taken back */
    handOver: facts.findLast((f) => f.body.kind === 'job.handed-over' && !state.voided.has(f.id))?.id ?? null,
    zones: pack.zones
      .filter((z) => used.has(z.id))
      .map((z) => ({
        ...z,
        walked: state.walked.get(z.id) ?? null,
        pieces: pack.pieces
          .filter((p) => p.zoneId === z.id)
          .map((p) => ({ id: p.id, code: p.code, w: p.w, h: p.h })),
      })),
    failures: FAILURES.map(({ key, seen }) => ({ key, seen })),
    touchUps: touchUps.map((t) => ({
      id: t.id,
      code: codes.get(t.piece) ?? '',
      seen: failureOf(t.failure).seen,
      due: t.due,
      opened: t.opened,
    })),
    agreed: state.agreed,
    photos: beforeAndAfter(bench),
    /** each use of the kitchen with the date from which it is free */
    care: careOfAll(groups),
    groups: groups.map((g) => ({ ...g, codes: g.pieces.map((p) => codes.get(p) ?? '') })),
    cure: cureShare(state, route, ids, now, own),
    curve: groups.length ? cureCurve(bench, now) : null,
    cleaners: cleanersFor(topProducts(state, route, ids)),
    cans: [...state.cans.values()],
    keepable: keepable(bench),
    left: paintLeft(bench),
    colours: [...new Set(pack.zones.map((z) => z.colour))],
  };
}
export type HandOverPage = ReturnType<typeof handOverPage>;
