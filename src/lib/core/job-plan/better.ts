/** Which of two plans is better. */
import { isPlan } from '../planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { frozen } from '../frozen';
import { GOALS, type Goal } from '../planning/model/goals';
import type { Problem } from '../planning/model/problem';
import { dayAfter } from '../units/clock-time';
import type { PlanInputs } from './inputs';
import type { TimedPlan } from './neighbours';

export interface Outcome {
  /** when everything hangs, ms since 1970 */
  back: number;
  /** no plan of it is before, ms since 1970 */
  bound: number;
  /** minutes of hands that are still to be worked */
  minutes: number;
  /** days without fronts, each piece counted by itself; 0 where they were not looked at, as what follows */
  pieceDays: number;
  /** days on which somebody is in the house */
  visits: number;
  /** nights with solvent where the family lives */
  nights: number;
  /** days on which people come, each counted by themselves */
  workerDays: number;
}

/** Minutes of hands that a problem still has to be worked. */
export const handsIn = ({ operations }: Problem): number =>
  operations.reduce((sum, o) => sum + (o.lockedStart === null ? o.minutes : 0), 0);

/** @returns null where there is no plan */
export function outcomeOf(plan: TimedPlan | null): Outcome | null {
  if (!plan || !isPlan(plan.result)) return null;
  const { makespan, lowerBound, pieceDays, household } = plan.result;
  return {
    back: plan.t0 + makespan * MINUTE,
    bound: plan.t0 + lowerBound * MINUTE,
    minutes: handsIn(plan.problem),
    pieceDays: pieceDays?.is ?? 0,
    ...(household ?? { visits: 0, nights: 0, workerDays: 0 }),
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
  back: [(o) => o.back],
  fronts: [(o) => o.pieceDays],
  visits: [(o) => o.visits],
  nights: [(o) => o.nights],
  hours: [(o) => o.minutes, (o) => o.workerDays],
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
