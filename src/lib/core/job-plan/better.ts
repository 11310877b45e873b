/** Which of two plans is better. */
import { isPlan } from '../planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { frozen } from '../frozen';
import { GOALS, type Goal } from '../planning/model/goals';
import { halfDayEnd, halfDayOf } from '../planning/model/half-days';
import type { Problem } from '../planning/model/problem';
import { dayAfter } from '../units/clock-time';
import type { PlanInputs } from './inputs';
import type { TimedPlan } from './neighbours';

export interface Outcome {
  /** when everything hangs, and the end of that half day, ms since 1970 */
  back: number;
  half: number;
  /** no plan of it is before, ms since 1970 */
  bound: number;
  /** minutes of hands that are still to be worked */
  minutes: number;
  /** days without some or all fronts, and for how many a front is away on the mean; 0 where they were not looked at, as what follows */
  days: number;
  mean: number;
  /** days on which somebody is in the house */
  visits: number;
  /** nights with solvent where the family lives */
  nights: number;
  /** minutes that are paid; null of a plan that is only compared, whose people are not looked at */
  paid: number | null;
}

/** Minutes of hands that a problem still has to be worked. */
export const handsIn = ({ operations }: Problem): number =>
  operations.reduce((sum, o) => sum + (o.lockedStart === null ? o.minutes : 0), 0);

/** @returns null where there is no plan */
export function outcomeOf(plan: TimedPlan | null): Outcome | null {
  if (!plan || !isPlan(plan.result)) return null;
  const { makespan, lowerBound, pieceDays, household, labour } = plan.result;
  const { midnight = 0, fronts = [] } = plan.problem;
  const pieces = fronts.reduce((sum, f) => sum + f.pieces, 0);
  return {
    back: plan.t0 + makespan * MINUTE,
    half: plan.t0 + halfDayEnd(midnight, halfDayOf(midnight, makespan)) * MINUTE,
    bound: plan.t0 + lowerBound * MINUTE,
    minutes: handsIn(plan.problem),
    days: household?.days ?? 0,
    mean: pieceDays ? pieceDays.is / Math.max(1, pieces) : 0,
    ...{ visits: household?.visits ?? 0, nights: household?.nights ?? 0 },
    paid: labour?.paid ?? null,
  };
}

/** What outcomes are measured by: the goals, what counts most first, and the end of the promised day, ms since 1970. */
export interface Wanted {
  goals: readonly Goal[];
  promised: number | null;
}
/** What a job's plans are measured by. */
export const wantedOf = ({ choice, job }: Pick<PlanInputs, 'choice' | 'job'>): Wanted => ({
  goals: choice.goals,
  promised: choice.promised === null ? null : dayAfter(choice.promised, job.zone),
});
const SOON: Wanted = frozen({ goals: GOALS, promised: null });

/** What outcomes are compared by; how little they change people's plan is not known of what is not planned from it. */
const OF: Readonly<Record<Goal, readonly ((o: Outcome) => number)[]>> = frozen({
  back: [(o) => o.half],
  fronts: [(o) => o.days, (o) => Math.round(o.mean)],
  visits: [(o) => o.visits],
  nights: [(o) => o.nights],
  hours: [(o) => o.paid ?? o.minutes],
  moves: [],
});

/** Below 0 where `one` is better than `than`, above where it is worse: less late after the promised day, then goal by goal. */
export function compare(one: Outcome, than: Outcome, { goals, promised }: Wanted = SOON): number {
  const late = ({ back }: Outcome): number => (promised === null ? 0 : Math.max(0, back - promised));
  return [late, ...goals.flatMap((g) => OF[g])].reduce((by, of) => by || of(one) - of(than), 0);
}

/** Whether a plan is better than another, or than none. */
export const isBetter = (one: Outcome | null, than: Outcome | null, wanted: Wanted = SOON): boolean =>
  one !== null && (than === null || compare(one, than, wanted) < 0);

/** What counts first of what tells ways to do a job apart. */
const firstOf = (goals: readonly Goal[]): Goal => goals.find((g) => g !== 'moves') ?? 'back';

/** Whether an early hand-back does. */
export const isSoonest = ({ goals }: Pick<Wanted, 'goals'>): boolean => firstOf(goals) === 'back';

/** Whether it is something that only a plan that is brought together tells. */
export const asksForWhole = ({ goals }: Pick<Wanted, 'goals'>): boolean =>
  !['back', 'hours'].includes(firstOf(goals));
