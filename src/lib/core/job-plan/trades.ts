/**
 * Plans of a job that may be had instead: handed back later with its fronts away for fewer days, or in other lots and turned otherwise
 * with fewer hours of hands. None of them is worse in hand-back, days without fronts and hours than another.
 */
import { isPlan } from '../planning/model/infeasible';
import { DAY, MINUTE } from '$core/units/durations';
import { piecesBegun } from '../bench/state/state';
import { at } from '$core/units/at';
import { planJob, planTrades } from '../planning/job/plan-job';
import { ifKnown } from '../coating/missing-figure';
import type { Choice } from '../planning/job/choice';
import { buildProblem } from '../planning/job/job-problem';
import type { Effort } from '../planning/search/effort';
import { handsIn, outcomeOf } from './better';
import { divisions } from './divisions';
import { householdIn, type Household } from './household';
import type { PlanInputs } from './inputs';
import { jobAt, withChoice } from './job-at';
import { mustBeRight, type Times } from './made-plan';
import type { TimedPlan } from './neighbours';
import { nearFrom } from './make-plan';

export interface Trade {
  /** ms since 1970 */
  back: number;
  /** days later than the first, whole ones */
  later: number;
  household: Household;
  /** of hands */
  minutes: number;
  /** how its pieces are divided and turned; null: as they are */
  way: Pick<Choice, 'division' | 'lotSize' | 'pattern' | 'patterns'> | null;
}

/** One with the plan that it is. */
interface PlannedTrade extends Trade {
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
  const backs = plans.map(({ result }) => job.t0 + (!isPlan(result) ? 0 : result.makespan) * MINUTE);
  const all = plans.flatMap((plan, k): PlannedTrade[] => {
    const [back, first, household] = [at(backs, k), at(backs, 0), householdIn(plan, inputs)];
    const minutes = outcomeOf(plan)?.minutes ?? 0;
    const later = Math.ceil((back - first) / DAY);
    return household ? [{ back, later, household, minutes, way: null, plan }] : [];
  });
  return oneADay(all);
}

/** Ways with fewer hours that are planned: those with the fewest come first. Our choice. */
const WAYS = 5;

/** Minutes of hands of a way, without planning it; null where a figure that it needs is not known. */
function minutesOf(inputs: PlanInputs, now: number, days: number): number | null {
  const built = ifKnown(() => buildProblem(jobAt(inputs, now, days)));
  return built ? handsIn(built.problem) : null;
}

/**
 * Plans in other even lots or turned otherwise that take fewer hours of hands, one after another.
 * @param than the plan as it is
 * @returns nothing once work has begun
 */
export function* fewerHours(
  inputs: PlanInputs,
  now: number,
  effort: Effort,
  days: number,
  than: Pick<Trade, 'back' | 'minutes'>,
): Generator<PlannedTrade> {
  if (piecesBegun(inputs.state)) return;
  const ways = new Map<number, PlanInputs>();
  for (const choice of divisions(inputs, { lots: true, pattern: true })) {
    const way = withChoice(inputs, choice);
    const minutes = minutesOf(way, now, days);
    // Of ways that take as long the first: smaller lots are home sooner.
    if (minutes !== null && minutes < than.minutes && !ways.has(minutes)) ways.set(minutes, way);
  }
  for (const [, way] of [...ways].sort(([a], [b]) => a - b).slice(0, WAYS)) {
    const job = jobAt(way, now, days);
    // As the others: early first, and what stands long is not looked at.
    const made = planJob({ ...job, later: 0, compared: true }, effort);
    if (!made) continue;
    const plan = { ...made, t0: job.t0 };
    mustBeRight(inputs.job.name, plan);
    const [outcome, household] = [outcomeOf(plan), householdIn(plan, way)];
    if (!outcome || !household) continue;
    const { division, lotSize, pattern, patterns } = way.choice;
    const { back, minutes } = outcome;
    const later = Math.ceil((back - than.back) / DAY);
    yield { back, later, household, minutes, way: { division, lotSize, pattern, patterns }, plan };
  }
}

/** Those that no other is at least as good as in hand-back, days without fronts and hours of hands, and better in one. */
export function noneWorse<T extends Trade>(trades: readonly T[]): T[] {
  const sides = ({ back, household, minutes }: T): number[] => [back, household.pieceDays.is, minutes];
  return trades.filter((t, k) => {
    const own = sides(t);
    return !trades.some((other, j) => {
      const than = sides(other);
      if (j === k || !own.every((x, i) => x >= at(than, i))) return false;
      return own.some((x, i) => x > at(than, i)) || j < k;
    });
  });
}
