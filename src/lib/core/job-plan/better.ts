/** Which of two plans is better. */
import type { TimedPlan } from './neighbours';

const MINUTE = 60_000;

export interface Outcome {
  /** when everything hangs, ms since 1970 */
  back: number;
  /** no plan of it is before, ms since 1970 */
  bound: number;
  /** minutes of hands that are still to be worked */
  minutes: number;
}

/** @returns null where there is no plan */
export function outcomeOf(plan: TimedPlan | null): Outcome | null {
  if (!plan || 'infeasible' in plan.result) return null;
  const minutes = plan.problem.operations.reduce(
    (sum, o) => sum + (o.lockedStart === null ? o.minutes : 0),
    0,
  );
  const { makespan, lowerBound } = plan.result;
  return { back: plan.t0 + makespan * MINUTE, bound: plan.t0 + lowerBound * MINUTE, minutes };
}

/** Handed back sooner; or as soon with less work. */
export const isBetter = (one: Outcome | null, than: Outcome | null): boolean =>
  one !== null &&
  (than === null || one.back < than.back || (one.back === than.back && one.minutes < than.minutes));
