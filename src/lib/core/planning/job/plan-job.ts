/**
 * Plans one job. Waits follow the air within the search: a coat laid on a cold evening is ready when its film is. What is
 * kept is the problem with the waits as they came out, so that anyone can check the plan against plain figures.
 */
import { buildProblem } from './job-problem';
import type { JobToPlan } from './job-to-plan';
import { linkKey, type AirWaits } from '../model/model';
import type { NoPlan, Plan, Problem } from '../model/problem';
import type { Effort, Near } from '../search/effort';
import { solve } from '../search/solve';
import { solveTrades } from '../search/solve-trades';

export interface PlannedJob {
  /** with every wait as long as it is in this plan */
  problem: Problem;
  result: Plan | NoPlan;
}

/** The problem with the waits that a plan meets in the air; least waits where there is no plan. */
export function freeze(problem: Problem, air: AirWaits, plan: Plan): Problem {
  if (air.size === 0) return problem;
  const ends = new Map(plan.assignments.map((a) => [a.operation, a.end]));
  return {
    ...problem,
    links: problem.links.map((l) => {
      const ready = air.get(linkKey(l.from, l.to));
      const end = ends.get(l.from);
      if (!ready || end === undefined) return l;
      return { ...l, minLag: Math.max(l.minLag, ready(end) - end) };
    }),
  };
}

/**
 * Plans of which none is worse in both than another: hand-back, and days without fronts. The first is handed back first.
 * @param near a plan to stay near to, minutes from the job's t0
 */
export function planTrades(job: JobToPlan, effort: Effort, near?: Near): PlannedJob[] {
  const built = buildProblem(job);
  if (!built) return [];
  const { problem, air } = built;
  return solveTrades(problem, effort, { air, near }).map((result) => ({
    problem: freeze(problem, air, result),
    result,
  }));
}

/**
 * @param job the job as it is
 * @param near a plan to stay near to, minutes from the job's t0
 * @returns the plan and its bound, which no right plan in this air is below; null when nothing is left to do
 */
export function planJob(job: JobToPlan, effort: Effort, near?: Near): PlannedJob | null {
  const built = buildProblem(job);
  if (!built) return null;
  const { problem, air } = built;
  const result = solve(problem, effort, { air, near, later: job.later });
  return { problem: 'infeasible' in result ? problem : freeze(problem, air, result), result };
}
