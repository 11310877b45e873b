/** Pieces that are to be mended, and whether it was weighed in which lot. */
import { pieceState } from '../bench/state/state';
import { openFlaws } from '../bench/guard/open-flaws';
import type { Lot } from '../planning/job/lots';
import type { PlanInputs } from './inputs';
import { routeNow } from './job-at';

/** Stands for the flaws of a piece that are weighed together. */
const flawsOf = (inputs: PlanInputs, piece: string): string =>
  (openFlaws(inputs.state, routeNow(inputs)).get(piece) ?? []).map((f) => f.id).join(' ');

/** Pieces that are to be mended and are in a lot with pieces that are not, not being worked on. */
export function toMend(inputs: PlanInputs): { piece: string; lot: Lot; flaws: string }[] {
  const { state, lots } = inputs;
  const route = routeNow(inputs);
  const busy = new Set([...state.works.values()].flatMap((w) => (w.end === null ? w.pieces : [])));
  return [...openFlaws(state, route).keys()].flatMap((piece) => {
    const lot = lots.find((l) => l.pieces.includes(piece));
    const mends = route.some((s) => s.mends && !s.skips?.has(piece));
    const others = lot?.pieces.some((p) => p !== piece && pieceState(state, p).hungIn === null);
    return lot && mends && others && !busy.has(piece) ? [{ piece, lot, flaws: flawsOf(inputs, piece) }] : [];
  });
}

/** Flaws whose lot has not been weighed yet. @param weighed those that have */
export const unweighed = (inputs: PlanInputs, weighed: readonly string[]): boolean =>
  toMend(inputs).some(({ flaws }) => !weighed.includes(flaws));
