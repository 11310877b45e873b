/**
 * Brings a plan together: of a plan that ends when it does, doors come down as late as they may. Each front's first operation is put off by
 * whole days, what follows it is placed anew as early as may be, and all else stays at its time or after it; what ends the plan later is
 * not taken. Again until none can be put off by itself, or enough was tried.
 */
import { cell } from '$core/units/at';
import { dayOf, dayStart, daysGone } from '../model/fronts';
import type { Model } from '../model/model';
import { makespanOf, type Schedule } from '../model/schedule';
import { construct } from './construct';
import { isLess, type Rank } from './rank';

/** How often a window may push its opener. Our choice. */
const PUSHES = 20;
/** Operations that are placed at most, all tries together: what many jobs together need more for is left as it is. Our choice. */
const PLACED = 60_000;

/**
 * @param best a right plan
 * @param least the fewest days on which each front can be gone
 * @param rank which of two plans is better
 * @param worth what a plan is measured by: its end, where nothing is said
 * @param most what it must not be above: what it is now, where nothing is said
 * @returns a right plan that is as good or better
 */
export function pullTogether(
  m: Model,
  best: Schedule,
  least: readonly number[],
  rank: (s: Schedule) => Rank,
  {
    worth = (s) => makespanOf(m, s.end),
    most = worth(best),
    stop = () => false,
  }: { worth?: (s: Schedule) => number; most?: number; stop?: () => boolean } = {},
): Schedule {
  let reached = rank(best);
  let tries = Math.ceil(PLACED / Math.max(1, m.operations.length));
  const over = (): boolean => tries <= 0 || stop();
  const putOff = (down: number, day: number): boolean => {
    tries--;
    const later = new Map([...best.start.entries()]);
    later.set(down, Math.max(cell(best.start, down), dayStart(m.midnight, day)));
    const made = construct(
      m,
      Float64Array.from(best.start, (t) => -t),
      { later, by: new Map([...best.worker.entries()]), pushes: PUSHES, stop },
    );
    if ('clash' in made || worth(made) > most) return false;
    const then = rank(made);
    if (!isLess(then, reached)) return false;
    [best, reached] = [made, then];
    return true;
  };
  for (let moved = true; moved && !over();) {
    moved = false;
    for (const [k, front] of m.fronts.entries()) {
      if (front.down < 0 || m.operations[front.down]?.lockedStart != null) continue;
      // As late as may be first, then half as late, and so on; a day at a time in the end.
      let by = daysGone(m, front, best) - (least[k] ?? 1);
      while (by > 0 && !over()) {
        if (putOff(front.down, dayOf(m.midnight, cell(best.start, front.down)) + by)) {
          moved = true;
          by = Math.min(by, daysGone(m, front, best) - (least[k] ?? 1));
        } else by >>= 1;
      }
    }
  }
  return best;
}
