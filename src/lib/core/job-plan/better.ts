/** Which of two plans is better. */
import { inOrder, type Goal } from '../planning/job/goals';
import type { Problem } from '../planning/model/problem';
import { dayAfter } from '../units/clock-time';
import type { PlanInputs } from './inputs';
import type { TimedPlan } from './neighbours';

const MINUTE = 60_000;

export interface Outcome {
  /** when everything hangs, ms since 1970 */
  back: number;
  /** no plan of it is before, ms since 1970 */
  bound: number;
  /** minutes of hands that are still to be worked */
  minutes: number;
  /** days without fronts, each piece counted by itself; 0 where they were not looked at */
  pieceDays: number;
}

/** Minutes of hands that a problem still has to be worked. */
export const handsIn = ({ operations }: Problem): number =>
  operations.reduce((sum, o) => sum + (o.lockedStart === null ? o.minutes : 0), 0);

/** @returns null where there is no plan */
export function outcomeOf(plan: TimedPlan | null): Outcome | null {
  if (!plan || 'infeasible' in plan.result) return null;
  const { makespan, lowerBound, pieceDays } = plan.result;
  return {
    back: plan.t0 + makespan * MINUTE,
    bound: plan.t0 + lowerBound * MINUTE,
    minutes: handsIn(plan.problem),
    pieceDays: pieceDays?.is ?? 0,
  };
}

/** What outcomes are measured by: what counts first, and the end of the promised day, ms since 1970. */
export interface Wanted {
  goal: Goal;
  promised: number | null;
}
/** What a job's plans are measured by. */
export const wantedOf = ({ choice, job }: Pick<PlanInputs, 'choice' | 'job'>): Wanted => ({
  goal: choice.goal,
  promised: choice.promised === null ? null : dayAfter(choice.promised, job.zone),
});
const SOON: Wanted = { goal: 'back', promised: null };

const OF: Readonly<Record<Goal, (o: Outcome) => number>> = {
  back: (o) => o.back,
  fronts: (o) => o.pieceDays,
  hours: (o) => o.minutes,
};

/** Below 0 where `one` is better than `than`, above where it is worse: less late after the promised day, then goal by goal. */
export function compare(one: Outcome, than: Outcome, { goal, promised }: Wanted = SOON): number {
  const late = ({ back }: Outcome): number => (promised === null ? 0 : Math.max(0, back - promised));
  return [late, ...inOrder(goal).map((g) => OF[g])].reduce((by, of) => by || of(one) - of(than), 0);
}

/** Whether a plan is better than another, or than none. */
export const isBetter = (one: Outcome | null, than: Outcome | null, wanted: Wanted = SOON): boolean =>
  one !== null && (than === null || compare(one, than, wanted) < 0);
