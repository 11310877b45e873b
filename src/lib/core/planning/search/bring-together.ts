/** Brings a plan together: doors come down late, and what few work is done for is gathered. */
import { afterBack, withFirst, type Goal } from '../model/goals';
import type { Model } from '../model/model';
import type { Schedule } from '../model/schedule';
import type { Near } from './effort';
import { gather } from './gather';
import { pullTogether } from './pull-together';
import { isLess, ranking } from './rank';

export interface BroughtBy {
  /** the fewest days on which each front can be gone */
  least: readonly number[];
  /** what counts, one goal after another; the usual order where nothing is said */
  goals?: readonly Goal[] | undefined;
  near?: Near | undefined;
  stop?: (() => boolean) | undefined;
}

/**
 * @param best a right plan
 * @param most minute that it must not end after: where it ends now, where nothing is said
 * @returns a right plan that is as good or better
 */
export function bringTogether(
  m: Model,
  best: Schedule,
  { least, goals, near, stop = () => false }: BroughtBy,
  most?: number,
): Schedule {
  const until = most === undefined ? { stop } : { stop, most };
  const rank = ranking(m, { goals, near });
  // Doors that come down late bring the rest together as well, which one step at a time by another goal does not find.
  const byFronts = afterBack(goals)[0] === 'fronts' ? rank : ranking(m, { goals: withFirst('fronts') });
  const together = gather(m, pullTogether(m, best, least, byFronts, until), rank, until);
  return isLess(rank(best), rank(together)) ? best : together;
}
