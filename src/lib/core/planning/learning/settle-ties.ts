/**
 * Of plans that end at the same minute the one that is best by the goals, one after another; of those that are equal in all of them the one
 * with the earliest ends.
 */
import { pieceDays } from '../model/fronts';
import { afterBack, type Goal } from '../model/goals';
import { solventNights, visits, workerDays } from '../model/measures';
import type { Model } from '../model/model';
import { makespanOf, type Schedule } from '../model/schedule';
import type { LearnedSearch, NoMore } from './learned-search';

export interface Settled {
  best: Schedule;
  /** whether no plan that ends then has fewer days without fronts */
  isFewest: boolean;
}

/** A number that is made as small as can be. */
interface Side {
  name: keyof NoMore;
  of: (s: Schedule) => number;
}

/** What is made smaller, one after another. Few changes are no number of the search: what counts less than they do is left as it is. */
function sidesOf(m: Model, goals: readonly Goal[] | undefined, ties: boolean, follows: boolean): Side[] {
  const known: Record<Exclude<Goal, 'back' | 'moves'>, Side | null> = {
    fronts: m.fronts.length ? { name: 'pieceDays', of: (s) => pieceDays(m, s) } : null,
    visits: m.visits.length ? { name: 'visits', of: (s) => visits(m, s) } : null,
    nights: m.smells.length ? { name: 'nights', of: (s) => solventNights(m, s) } : null,
    hours: { name: 'days', of: workerDays(m) },
  };
  const sides: Side[] = [];
  for (const goal of afterBack(goals)) {
    if (goal === 'back' || (goal === 'moves' && !follows)) continue;
    if (goal === 'moves') return sides;
    const side = known[goal];
    if (!side) continue;
    // Without ties days without fronts are all that the search counts.
    if (!ties && goal !== 'fronts') return sides;
    sides.push(side);
  }
  return ties ? [...sides, { name: 'ends', of: (s) => s.end.reduce((sum, t) => sum + t, 0) }] : sides;
}

/**
 * @param search one that counts all of them
 * @param best a plan of the least makespan
 * @param goals what counts, one after another
 * @param ties whether all goals are settled, and ends
 * @param follows whether it stays near to another plan
 * @returns the best that was found within so many conflicts; all of it is proven where that is fewer
 */
export function settleTies(
  m: Model,
  search: LearnedSearch,
  best: Schedule,
  { goals, ties, follows }: { goals: readonly Goal[] | undefined; ties: boolean; follows: boolean },
  conflicts: number,
  stop?: () => boolean,
): Settled {
  const makespan = makespanOf(m, best.end);
  const until = search.conflicts + conflicts;
  search.follow(best);
  /** @returns whether nothing less is possible */
  const less = (asked: (s: Schedule) => NoMore): boolean => {
    for (;;) {
      const left = until - search.conflicts;
      if (left <= 0 || stop?.()) return false;
      const found = search.find(makespan, left, stop, search.noMore(asked(best)));
      if (typeof found === 'string') return found === 'none';
      best = found;
    }
  };
  let isFewest = m.fronts.length === 0;
  const sides = sidesOf(m, goals, ties, follows);
  for (const [k, { name, of }] of sides.entries()) {
    const isLeast = less((s) => ({
      ...Object.fromEntries(sides.slice(0, k).map((side) => [side.name, side.of(s)])),
      [name]: of(s) - 1,
    }));
    if (k === 0 && name === 'pieceDays') isFewest = isLeast;
  }
  return { best, isFewest };
}
