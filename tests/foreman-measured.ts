/** The foreman's rule and the planner on one kitchen, in the same terms. */
import { buildProblem } from '$core/planning/job/job-problem';
import type { JobToPlan } from '$core/planning/job/job-to-plan';
import { freeze } from '$core/planning/job/plan-job';
import { audit } from '$core/planning/audit/audit';
import { compile } from '$core/planning/compile/compile';
import { daysWithout } from '$core/planning/model/fronts';
import { halfDayOf } from '$core/planning/model/half-days';
import { visits } from '$core/planning/model/measures';
import { labourOf } from '$core/planning/model/person-days';
import type { Assignment, Plan, Problem } from '$core/planning/model/problem';
import { scheduleOf } from '$core/planning/model/schedule';
import { alone, assessRisk } from '$core/planning/risk/risk';
import { foremansPlan } from './foreman';

export interface Measured {
  /** half day of the plan, and the one that holds in eight of ten futures */
  back: number;
  holds: number;
  days: number;
  visits: number;
  worked: number;
  paid: number;
  comings: number;
  drives: number;
}

/** Futures that a plan is weighed with. */
const RUNS = 100;

/** @returns what a plan comes to; null where it breaks a rule */
export function measured(problem: Problem, plan: Plan): Measured | null {
  if (audit(problem, plan).length) return null;
  const m = compile(problem);
  const s = scheduleOf(m, plan);
  const { p80 } = assessRisk({ jobs: [alone(problem, plan)], runs: RUNS, seed: 1 });
  const { worked, paid, comings, drives } = labourOf(m, s);
  return {
    back: halfDayOf(m.midnight, plan.makespan),
    holds: halfDayOf(m.midnight, p80),
    ...{ days: daysWithout(m, s), visits: visits(m, s), worked, paid, comings, drives },
  };
}

/** How many works come before each at least, one after another. */
function depths({ operations, links }: Problem): Map<string, number> {
  const depth = new Map<string, number>();
  const before = new Map<string, string[]>();
  for (const l of links) before.set(l.to, [...(before.get(l.to) ?? []), l.from]);
  const of = (id: string): number => {
    const known = depth.get(id);
    if (known !== undefined) return known;
    depth.set(id, 0);
    const own = Math.max(0, ...(before.get(id) ?? []).map((b) => of(b) + 1));
    depth.set(id, own);
    return own;
  };
  for (const o of operations) of(o.id);
  return depth;
}

/** The foreman's plan of a job; null where the rule finds none. */
export function foremanOf(job: JobToPlan): { problem: Problem; plan: Plan } | null {
  const built = buildProblem(job);
  if (!built) return null;
  const { problem, air } = built;
  const depth = depths(problem);
  const assignments: Assignment[] | null = foremansPlan(problem, air, (id) => depth.get(id) ?? 0);
  if (!assignments) return null;
  const ends = new Map(assignments.map((a) => [a.operation, a.end]));
  const makespan = Math.max(...problem.finish.map((f) => (ends.get(f.operation) ?? 0) + f.tail));
  const plan: Plan = { assignments, makespan, lowerBound: 0 };
  return { problem: freeze(problem, air, plan), plan };
}
