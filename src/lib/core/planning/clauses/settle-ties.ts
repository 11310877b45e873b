/**
 * Of plans that end at the same minute the one whose doors are away on the fewest days, then with the fewest days on which people come, then
 * with the earliest ends.
 */
import { pieceDays } from '../model/fronts';
import { makespanOf, type Schedule } from '../model/schedule';
import type { LearnedSearch, NoMore } from './learned-search';
import type { Model } from '../model/model';

export interface Settled {
  best: Schedule;
  /** whether no plan that ends then has fewer days without fronts */
  isFewest: boolean;
}

/**
 * @param search one that counts all of them
 * @param best a plan of the least makespan
 * @param daysOf on how many days people come in a plan
 * @param ties whether days and ends are settled, too
 * @returns the best that was found within so many conflicts; all of it is proven where that is fewer
 */
export function settleTies(
  m: Model,
  search: LearnedSearch,
  best: Schedule,
  daysOf: (s: Schedule) => number,
  ties: boolean,
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
  const gone = (s: Schedule): number => pieceDays(m, s);
  const isFewest = m.fronts.length === 0 || less((s) => ({ pieceDays: gone(s) - 1 }));
  if (ties) {
    less((s) => ({ pieceDays: gone(s), days: daysOf(s) - 1 }));
    less((s) => ({
      ...{ pieceDays: gone(s), days: daysOf(s) },
      ends: s.end.reduce((sum, t) => sum + t, 0) - 1,
    }));
  }
  return { best, isFewest };
}
