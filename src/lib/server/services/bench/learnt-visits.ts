/** What the record says of the minutes in the house. */
import { learntPace } from '$core/bench/view/pace';
import { VISIT_KINDS, VISIT_NAMES } from '$core/takeoff/visit';
import type { Db } from '../../db/open';
import { recentPaces } from './paces';

/** What the record says of visits, in words; those that were recorded. */
export function learntVisits(db: Db): { key: string; words: string }[] {
  const paces = recentPaces(db);
  return VISIT_KINDS.flatMap((kind) => {
    const ratios = paces.get(`visit ${kind}`) ?? [];
    if (!ratios.length) return [];
    const times = ratios.length === 1 ? 'recorded once' : `recorded ${ratios.length} times`;
    return [{ key: kind, words: `${VISIT_NAMES[kind]}: × ${learntPace(ratios).toFixed(2)}, ${times}` }];
  });
}
