/** Plans ranked by goals, one after another. */
import { GOALS, type Goal } from '../model/goals';
import { pieceDays } from '../model/fronts';
import { solventNights, visits, workerDays } from '../model/measures';
import type { Model } from '../model/model';
import { makespanOf, type Schedule } from '../model/schedule';
import type { Near } from './effort';

/** What a plan comes to, goal by goal; what counts less is worked out where all that counts more is equal. */
export type Rank = readonly (() => number)[];

function once(work: () => number): () => number {
  let made: number | null = null;
  return () => (made ??= work());
}

const moved = (s: Schedule, near: readonly (number | null)[]): number =>
  near.filter((was, i) => was !== null && was !== s.start[i]).length;

/**
 * How plans of a model are ranked; of two that are equal in all goals the one whose work ends sooner is better.
 * @param near a plan to stay near to; without one, few changes do not count
 * @param back what the hand-back is measured by; the makespan where nothing is said
 */
export function ranking(
  m: Model,
  {
    goals = GOALS,
    near,
    back = (s) => makespanOf(m, s.end),
  }: { goals?: readonly Goal[] | undefined; near?: Near | undefined; back?: (s: Schedule) => number },
): (s: Schedule) => Rank {
  const was = near && m.operations.map((o) => near.get(o.id)?.start ?? null);
  const of: Record<Goal, ((s: Schedule) => number) | null> = {
    back,
    fronts: m.fronts.length ? (s) => pieceDays(m, s) : null,
    visits: m.visits.length ? (s) => visits(m, s) : null,
    nights: m.smells.length ? (s) => solventNights(m, s) : null,
    hours: workerDays(m),
    moves: was ? (s) => moved(s, was) : null,
  };
  const sides = goals.flatMap((g) => of[g] ?? []);
  const ends = (s: Schedule): number => s.end.reduce((a, b) => a + b, 0);
  return (s) => [...sides, ends].map((side) => once(() => side(s)));
}

/** Whether one plan is better than another. */
export function isLess(one: Rank, than: Rank): boolean {
  for (const [k, side] of one.entries()) {
    const [x, y] = [side(), than[k]?.() ?? Infinity];
    if (x !== y) return x < y;
  }
  return false;
}
