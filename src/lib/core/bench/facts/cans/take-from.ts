/** Taking paint from a kept can. */
import { refuse, type Refusal } from '../../guard/refusal';
import type { KeptCan } from '../../state/state';

/** Takes so many millilitres out of a can, down to nothing. */
export function takeFrom(can: KeptCan, at: number, ml: number): void {
  can.moves.push({ at, how: 'taken', ml });
  can.ml = Math.max(0, can.ml - ml);
}

/** Why so much cannot be taken from a can; null where it can. */
export function cannotTake(can: KeptCan | undefined, ml: number): Refusal | null {
  if (!can) return refuse('unknown', 'There is no such can.');
  if (can.gone !== null) return refuse('done-already', 'This can was thrown away.');
  return ml > can.ml ? refuse('unknown', `There are ${Math.round(can.ml)} mL left in it.`) : null;
}
