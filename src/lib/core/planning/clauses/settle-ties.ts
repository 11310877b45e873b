/** Of plans that end at the same minute the one with the fewest days on which people come, then with the earliest ends. */
import { makespanOf, type Schedule } from '../model/schedule';
import type { LearnedSearch } from './learned-search';
import type { Model } from '../model/model';

/**
 * @param search one that counts days and ends
 * @param best a plan of the least makespan
 * @param daysOf on how many days people come in a plan
 * @returns the best that was found within so many conflicts; all of it is proven where that is fewer
 */
export function settleTies(
  m: Model,
  search: LearnedSearch,
  best: Schedule,
  daysOf: (s: Schedule) => number,
  conflicts: number,
  stop?: () => boolean,
): Schedule {
  const makespan = makespanOf(m, best.end);
  const until = search.conflicts + conflicts;
  search.follow(best);
  const less = (asked: (s: Schedule) => Parameters<LearnedSearch['noMore']>[0]): void => {
    for (;;) {
      const left = until - search.conflicts;
      if (left <= 0 || stop?.()) return;
      const found = search.find(makespan, left, stop, search.noMore(asked(best)));
      if (typeof found === 'string') return;
      best = found;
    }
  };
  less((s) => ({ days: daysOf(s) - 1 }));
  less((s) => ({ days: daysOf(s), ends: s.end.reduce((sum, t) => sum + t, 0) - 1 }));
  return best;
}
