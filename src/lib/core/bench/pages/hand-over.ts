/** Handing over: what is not home yet, and what the customer may do when. */
import { pieceState } from '../state/state';
import type { Bench } from '../view/bench-job';
import { careDates, cureShare } from '../view/care';

export function handOverPage({ pack, facts, state, route, waits, codes }: Bench, now: number) {
  const ids = pack.pieces.map((p) => p.id);
  return {
    missing: pack.pieces.filter((p) => pieceState(state, p.id).hungIn === null).map((p) => p.code),
    inAir: waits.by === 'air',
    handedOver: state.handedOver,
    /** the fact of it, which can be taken back */
    handOver: facts.findLast((f) => f.body.kind === 'job.handed-over' && !state.voided.has(f.id))?.id ?? null,
    care: careDates(state, route, ids, waits).map((d) => ({ ...d, code: codes.get(d.piece) ?? '' })),
    cure: cureShare(state, route, ids, now, waits),
  };
}
