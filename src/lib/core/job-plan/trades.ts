/** Plans of a job that hand back later and leave its fronts away for fewer days: none of them is worse in both than another. */
import { at } from '$core/units/at';
import { planTrades } from '../planning/job/plan-job';
import type { Effort } from '../planning/search/effort';
import { householdIn, type Household } from './household';
import type { PlanInputs } from './inputs';
import { jobAt } from './job-at';
import { mustBeRight, type Times } from './made-plan';
import type { TimedPlan } from './neighbours';
import { nearFrom } from './make-plan';

const MINUTE = 60_000;
const DAY = 1440 * MINUTE;

export interface Trade {
  /** ms since 1970 */
  back: number;
  /** days later than the first, whole ones */
  later: number;
  household: Household;
}

/** One with the plan that it is. */
export interface PlannedTrade extends Trade {
  plan: TimedPlan;
}

/** Of several that hand back as many whole days later the one that leaves fronts away for fewest: that is what is planned for so many days. */
export function oneADay<T extends Trade>(trades: readonly T[]): T[] {
  const by = new Map<number, T>();
  for (const trade of trades) {
    const had = by.get(trade.later);
    if (!had || trade.household.pieceDays.is < had.household.pieceDays.is) by.set(trade.later, trade);
  }
  return [...by.values()];
}

/**
 * @param now ms since 1970
 * @param near the plan as it is
 * @returns the earliest hand-back first, which the others are measured against; empty where there is no plan, or nothing is away
 */
export function tradesOf(
  inputs: PlanInputs,
  now: number,
  effort: Effort,
  days: number,
  near?: Times,
): PlannedTrade[] {
  const job = jobAt(inputs, now, days);
  const plans = planTrades(job, effort, nearFrom(near, job.t0)).map((p) => ({ ...p, t0: job.t0 }));
  for (const plan of plans) mustBeRight(inputs.job.name, plan);
  const backs = plans.map(({ result }) => job.t0 + ('infeasible' in result ? 0 : result.makespan) * MINUTE);
  const all = plans.flatMap((plan, k): PlannedTrade[] => {
    const [back, first, household] = [at(backs, k), at(backs, 0), householdIn(plan, inputs)];
    return household ? [{ back, later: Math.ceil((back - first) / DAY), household, plan }] : [];
  });
  return oneADay(all);
}
