/** Plans ranked by goals, one after another, at the grain at which people care: half days, days, quarters of paid hours. */
import { frozen } from '$core/frozen';
import { daysWithout, pieceDays } from '../model/fronts';
import { GOALS, type Goal } from '../model/goals';
import { halfDayOf } from '../model/half-days';
import { solventNights, visits } from '../model/measures';
import type { Model } from '../model/model';
import { labourOf, type Labour } from '../model/person-days';
import { makespanOf, type Schedule } from '../model/schedule';
import type { Near } from './effort';

/** What a plan comes to, goal by goal; what counts less is worked out where all that counts more is equal. */
export type Rank = readonly (() => number)[];

type Side = (s: Schedule) => number;

function once<T>(work: () => T): () => T {
  let made: { is: T } | null = null;
  return () => (made ??= { is: work() }).is;
}

/** Of the last schedule only: sides of one goal ask for the same. */
function kept<T>(work: (s: Schedule) => T): (s: Schedule) => T {
  let of: Schedule | null = null;
  let made: T | undefined;
  return (s) => {
    if (of !== s || made === undefined) [of, made] = [s, work(s)];
    return made;
  };
}

const moved = (s: Schedule, near: readonly (number | null)[]): number =>
  near.filter((was, i) => was !== null && was !== s.start[i]).length;

/** Paid hours are told apart by so many minutes; of a plan that people know, by so many. Our choice. */
const QUARTER = 15;
const WORTH_A_CHANGE = 120;

/** How plans are ranked, and how good each is as a number: less is better, roughly in the same order. */
export interface Ranking {
  rank: (s: Schedule) => Rank;
  worth: (s: Schedule) => number;
}

/** Minutes that are as good as paid: what else a foreman would pay for. Our choice. */
const COUNTS_AS = frozen({ coming: 60, drive: 10, cut: 60, hands: 10 } as const);

/** Paid minutes of a plan, and what its comings, ways, cuts and changes of hands count for. */
const weighed = ({ paid, comings, drives, cuts, hands }: Labour): number =>
  paid +
  COUNTS_AS.coming * comings +
  COUNTS_AS.drive * drives +
  COUNTS_AS.cut * cuts +
  COUNTS_AS.hands * hands;

/**
 * How plans of a model are ranked; of two that are equal in all goals the one whose fronts are away for less, and whose work ends sooner, is
 * better.
 * Where fronts count first, it is days of the calendar and then days that a front is away on the mean; else days of the calendar alone.
 * @param near a plan to stay near to; without one, few changes do not count
 * @param back what the hand-back is measured by; where nothing is said its half day, or its minute where people do not count
 * @param known that plan as it would be now: its paid hours count until another saves so many that people's days are changed for it
 */
export function ranking(
  m: Model,
  {
    goals = GOALS,
    near,
    known,
    back = countsPeople(m) ? (s) => halfDayOf(m.midnight, makespanOf(m, s.end)) : (s) => makespanOf(m, s.end),
  }: {
    goals?: readonly Goal[] | undefined;
    near?: Near | undefined;
    known?: Schedule | undefined;
    back?: Side;
  },
): Ranking {
  const was = near && m.operations.map((o) => near.get(o.id)?.start ?? null);
  const labour = kept((s) => labourOf(m, s));
  const usual = known && weighed(labourOf(m, known));
  const away: Side = (s) => pieceDays(m, s);
  const pieces = m.fronts.reduce((sum, f) => sum + f.pieces, 0);
  const of: Record<Goal, readonly Side[]> = {
    back: [back],
    fronts: !pieces
      ? []
      : !countsPeople(m)
        ? [away]
        : goals[0] === 'fronts'
          ? [(s) => daysWithout(m, s), (s) => Math.round(away(s) / pieces)]
          : [(s) => daysWithout(m, s)],
    visits: m.visits.length ? [(s) => visits(m, s)] : [],
    nights: m.smells.length ? [(s) => solventNights(m, s)] : [],
    hours: usual
      ? [(s) => Math.ceil((weighed(labour(s)) - usual) / WORTH_A_CHANGE)]
      : [(s) => Math.ceil(weighed(labour(s)) / QUARTER), (s) => labour(s).paid],
    moves: was ? [(s) => moved(s, was)] : [],
  };
  const ends: Side = (s) => s.end.reduce((a, b) => a + b, 0);
  const sides = [...goals.flatMap((g) => of[g]), ...(pieces ? [away] : []), ends];
  // Each goal counts for a fraction of the one before it: what is gained in several may be worth a step of one.
  const parts = goals.flatMap((g) => of[g].slice(0, 2)).map((side, k) => ({ side, weight: FRACTION ** k }));
  return {
    rank: (s) => sides.map((side) => once(() => side(s))),
    worth: (s) => parts.reduce((sum, { side, weight }) => sum + weight * side(s), 0),
  };
}

/** Whether household and people count: in a job's problem, and in none that is exchanged or only asks for the hand-back. */
export const countsPeople = ({ problem }: Model): boolean =>
  problem.shortestComing !== undefined && problem.household !== undefined;

/** What a goal counts for beside the one before it. Our choice. */
const FRACTION = 0.5;

/** Whether one plan is better than another. */
export function isLess(one: Rank, than: Rank): boolean {
  for (const [k, side] of one.entries()) {
    const [x, y] = [side(), than[k]?.() ?? Infinity];
    if (x !== y) return x < y;
  }
  return false;
}
