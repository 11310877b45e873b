/**
 * Plans one job. Waits follow the air within the search: a coat laid on a cold evening is ready when its film is. What is
 * kept is the problem with the waits as they came out, so that anyone can check the plan against plain figures.
 */
import { isPlan } from '../model/infeasible';
import { buildProblem } from './job-problem';
import { keepFresh } from './keep-fresh';
import type { JobToPlan } from './job-to-plan';
import { linkKey, type AirWaits } from '../model/model';
import type { Plan, Problem } from '../model/problem';
import type { Effort, Near } from '../search/effort';
import { solve, solveEach } from '../search/solve';
import type { Leave } from '../search/solve-by-learning';
import type { PlannedJob } from './planned-job';

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
 * Plans a job in several ways, each by so much later as it may end and by what counts first then.
 * @returns a plan for each; none where there is no plan, or nothing is left to do
 */
export function planEach(job: JobToPlan, effort: Effort, leaves: readonly Leave[]): PlannedJob[] {
  const built = buildProblem(job);
  if (!built) return [];
  const { problem, air } = built;
  return solveEach(problem, effort, { air, goals: job.goals }, leaves).map((result) => ({
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
  const first = planOnce(job, effort, near);
  // Where plans are only compared, and where a later one was chosen for what it showed, what stands is left aside: wiping takes minutes.
  const asShown = job.fronts === false || job.compared === true || job.first !== undefined;
  return first && !asShown ? keepFresh(job, first, effort, planOnce) : first;
}

/** Plans a job as it is given, whatever stands too long. */
function planOnce(job: JobToPlan, effort: Effort, near?: Near): PlannedJob | null {
  const built = buildProblem(job);
  if (!built) return null;
  const { problem, air } = built;
  const result = solve(problem, effort, {
    ...{ air, near, goals: job.goals, later: job.later, by: job.by, first: job.first },
  });
  return { problem: !isPlan(result) ? problem : freeze(problem, air, result), result };
}
