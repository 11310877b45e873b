/** Problems of a kitchen's real size: plans are right and the same each time, and whatever is planned can be pinned where it is. */
import { sayNoPlan } from '$core/planning/model/say-cause';
import { isPlan, mustBePlan } from '$core/planning/model/infeasible';
import { describe, expect, it } from 'vitest';
import { EFFORTS } from '$core/job-plan/efforts';
import { audit } from '$core/planning/audit/audit';
import type { Plan, Problem } from '$core/planning/model/problem';
import { solve } from '$core/planning/search/solve';
import { kitchenProblem } from '../kitchen-problem';
import { SOAK } from '../budget';

const planOf = (problem: Problem): Plan => {
  const plan = mustBePlan(solve(problem, { ...EFFORTS.stored }));
  return plan;
};

describe.each(SOAK ? [40, 64, 104, 152] : [64])('a kitchen of %i operations', (operations) => {
  const problem = kitchenProblem(operations, 3);
  const plan = planOf(problem);

  it('has a right plan, the same each time, no longer than a first one', () => {
    expect(problem.operations).toHaveLength(operations);
    expect(audit(problem, plan)).toEqual([]);
    expect(planOf(problem)).toEqual(plan);
    const first = solve(problem, { seed: 1, steps: 1, learning: 0 });
    expect(!isPlan(first) ? Infinity : first.makespan).toBeGreaterThanOrEqual(plan.makespan);
  });

  it('takes a pin of what is planned to its own minute', () => {
    const near = new Map(plan.assignments.map((a) => [a.operation, { start: a.start, worker: a.worker }]));
    const refused: string[] = [];
    for (const [k, a] of plan.assignments.entries()) {
      if (k % (SOAK ? 5 : 13)) continue;
      const pinned = {
        ...problem,
        operations: problem.operations.map((o) =>
          o.id === a.operation ? { ...o, lockedStart: a.start } : o,
        ),
      };
      const made = solve(pinned, EFFORTS.pin, { near });
      if (!isPlan(made)) refused.push(`${a.operation}: ${sayNoPlan(made)}`);
      else if (audit(pinned, made).length) refused.push(`${a.operation}: ${audit(pinned, made).join()}`);
    }
    expect(refused).toEqual([]);
  }, 60_000);
});
