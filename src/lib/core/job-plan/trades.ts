/**
 * Plans of a job that may be had instead: handed back later with its fronts away for fewer days or for fewer paid hours, by fewer people, or
 * in other lots and turned otherwise. None of them is worse in hand-back, days without fronts and paid hours than another.
 */
import { isPlan } from '../planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { piecesBegun } from '../bench/state/state';
import { at, item } from '$core/units/at';
import { frozen } from '../frozen';
import { readOperationId } from '../planning/model/operation-id';
import { planEach, planJob } from '../planning/job/plan-job';
import { ifKnown } from '../coating/missing-figure';
import type { Way } from '../planning/job/choice';
import { buildProblem } from '../planning/job/job-problem';
import type { Effort } from '../planning/search/effort';
import { handsIn } from './better';
import { divisions } from './divisions';
import { householdIn, type Household } from './household';
import type { PlanInputs } from './inputs';
import { jobAt, withChoice } from './job-at';
import { mustBeRight } from './made-plan';
import type { TimedPlan } from './neighbours';

export interface Trade {
  /** ms since 1970 */
  back: number;
  household: Household;
  /** of hands, and paid */
  minutes: number;
  paid: number;
  comings: number;
  drives: number;
  /** how many people come */
  people: number;
  way: Way;
}

/** One with the plan that it is. */
export interface PlannedTrade extends Trade {
  plan: TimedPlan;
}

/** Days later that are looked at. Our choice. */
const LATER = frozen([0, 1, 3, 7] as const);
/** What they may be for. */
const FOR = frozen(['fronts', 'hours'] as const);

/** A plan as one of several; null where there is none, or nothing is away. */
function tradeOf(plan: TimedPlan, inputs: PlanInputs): PlannedTrade | null {
  const household = householdIn(plan, inputs);
  if (!isPlan(plan.result) || !household) return null;
  const { makespan, labour, assignments } = plan.result;
  const back = plan.t0 + makespan * MINUTE;
  const { division, lotSize, pattern, patterns, later, laterFor, workers } = inputs.choice;
  const people = new Set(
    assignments.flatMap((a) =>
      workers.includes(a.worker) && readOperationId(a.operation) ? [a.worker] : [],
    ),
  );
  return {
    ...{ back, household, plan, people: people.size },
    ...{
      minutes: handsIn(plan.problem),
      paid: labour?.paid ?? 0,
      comings: labour?.comings ?? 0,
      drives: labour?.drives ?? 0,
    },
    way: { division, lotSize, pattern, patterns, later, laterFor, workers },
  };
}

/** The job as it would be chosen, team by team: all first, then without the last of them. */
function* teams(inputs: PlanInputs): Generator<PlanInputs[]> {
  const { choice } = inputs;
  const leaves = LATER.flatMap((later) => FOR.map((laterFor) => ({ later, laterFor })));
  const sizes = choice.workers.map((_, k) => choice.workers.slice(0, choice.workers.length - k));
  for (const workers of sizes)
    yield (workers.length === choice.workers.length ? leaves : leaves.filter((l) => l.later === 0)).map(
      (leave) => withChoice(inputs, { ...choice, ...leave, workers }),
    );
}

/**
 * Plans that may be had instead: handed back later for fewer days without fronts or fewer paid hours, or by fewer people.
 * @param now ms since 1970
 * @returns those of each team, as they are made; nothing where there is no plan, or nothing is away
 */
export function* tradesOf(
  inputs: PlanInputs,
  now: number,
  effort: Effort,
  days: number,
): Generator<PlannedTrade[]> {
  for (const ways of teams(inputs)) {
    const [way] = ways;
    if (!way) continue;
    const jobs = ways.map((w) => jobAt(w, now, days));
    const job = item(jobs, 0);
    const plans = planEach(
      job,
      effort,
      jobs.map((j) => ({ later: j.later, by: j.by, first: j.first })),
    );
    const made = plans.flatMap((p, k) => {
      const plan = { ...p, t0: job.t0 };
      mustBeRight(inputs.job.name, plan);
      return tradeOf(plan, item(ways, k)) ?? [];
    });
    yield made;
  }
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
  than: Pick<Trade, 'minutes'>,
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
    // As the others: what stands long is not looked at.
    const made = planJob({ ...job, compared: true }, effort);
    if (!made) continue;
    const plan = { ...made, t0: job.t0 };
    mustBeRight(inputs.job.name, plan);
    const trade = tradeOf(plan, way);
    if (trade) yield trade;
  }
}

/** Paid hours are told apart by so many minutes. Our choice. */
const QUARTER = 15;

/**
 * Those that no other is at least as good as in date, days without fronts and paid hours, and better in one.
 * @param date the half day that counts
 */
export function noneWorse<T extends Trade>(trades: readonly T[], date: (t: T) => number): T[] {
  const sides = (t: T): number[] => [
    date(t),
    t.household.days,
    Math.round(t.household.mean),
    Math.ceil(t.paid / QUARTER),
  ];
  return trades.filter((t, k) => {
    const own = sides(t);
    return !trades.some((other, j) => {
      const than = sides(other);
      if (j === k || !own.every((x, i) => x >= at(than, i))) return false;
      return own.some((x, i) => x > at(than, i)) || j < k;
    });
  });
}

/** The same of those with the same lots and turning: other lots and another turning are a decision of their own. */
export function noneWorseOfEach<T extends Trade>(trades: readonly T[], date: (t: T) => number): T[] {
  const groups = new Map<string, T[]>();
  for (const t of trades) {
    const { division, lotSize, pattern, patterns } = t.way;
    const key = JSON.stringify([division, lotSize, pattern, patterns]);
    groups.set(key, [...(groups.get(key) ?? []), t]);
  }
  const [own = [], ...others] = groups.values();
  const kept = noneWorse(own, date);
  // Those in other lots are worth a change only where they are behind no plan in the lots as they are.
  return [...kept, ...noneWorse([...kept, ...others.flat()], date).filter((t) => !own.includes(t))];
}
