/**
 * Finds the lot for a piece that is to be mended: its own, which then waits for it, a later one of its colour, or one by
 * itself. Every way is planned with a small effort; the better plan wins.
 */
import type { Lot } from '../planning/job/lots';
import { lotName } from '../planning/job/lots';
import { isBetter, type Outcome } from './better';
import { EFFORTS, HORIZONS } from './efforts';
import type { PlanInputs } from './inputs';
import { weighPlan } from './make-plan';
import { toMend } from './to-mend';

/** Later lots that a piece may join: any further one waits longer. */
const LATER = 3;

function nextName(lots: readonly Lot[]): string {
  let i = lots.length;
  while (lots.some((l) => l.name === lotName(i))) i++;
  return lotName(i);
}

/** The ways a piece can go; the first leaves it where it is. @param id of a lot of its own */
function waysFor({ lots, pieces }: PlanInputs, piece: string, lot: Lot, id: string): (readonly Lot[])[] {
  const zone = (of: string) => pieces.find((p) => p.id === of)?.zoneId;
  const moved = (to: string | null): Lot[] => {
    const without = lots.map((l) =>
      l.id === lot.id
        ? { ...l, pieces: l.pieces.filter((p) => p !== piece) }
        : l.id === to
          ? { ...l, pieces: [...l.pieces, piece] }
          : l,
    );
    return to === null ? [...without, { id, name: nextName(lots), pieces: [piece] }] : without;
  };
  const later = lots.slice(lots.indexOf(lot) + 1).filter((l) => zone(l.pieces[0] ?? '') === zone(piece));
  return [lots, moved(null), ...later.slice(0, LATER).map((l) => moved(l.id))];
}

export interface SettledRework {
  lots: readonly Lot[];
  /** flaws whose lot has been weighed by now */
  weighed: string[];
  /** how many pieces went to another lot */
  moves: number;
}

/**
 * @param at ms since 1970
 * @param weighed flaws that were weighed before: a lot is not changed again and again
 * @param newLotId makes the id of a lot for a piece by itself
 */
export function settleRework(
  inputs: PlanInputs,
  at: number,
  weighed: readonly string[],
  newLotId: (flaws: string) => string,
): SettledRework {
  let now = inputs;
  const done = new Set(weighed);
  let moves = 0;
  for (;;) {
    const next = toMend(now).find(({ flaws }) => !done.has(flaws));
    if (!next) return { lots: now.lots, weighed: [...done], moves };
    done.add(next.flaws);
    let best: { lots: readonly Lot[]; outcome: Outcome | null } = { lots: now.lots, outcome: null };
    for (const lots of waysFor(now, next.piece, next.lot, newLotId(next.flaws))) {
      const outcome = weighPlan({ ...now, lots }, at, EFFORTS.rework, HORIZONS[0]);
      if (isBetter(outcome, best.outcome)) best = { lots, outcome };
    }
    if (best.lots === now.lots) continue;
    now = { ...now, lots: best.lots };
    moves++;
  }
}
