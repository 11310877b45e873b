/** A plan carried out with the minutes it was planned with. */
import { expect, it } from 'vitest';
import { modelOf } from '../../../../../tests/plan-builders';
import { randomProblem } from '../../../../../tests/random-problem';
import { makespanOf } from '../model/schedule';
import { execute, orderOf } from './execute';
import { solve } from './solve';

it('carried out as planned, a plan comes out no later than planned', () => {
  let seen = 0;
  for (let seed = 1; seed <= 80; seed++) {
    const problem = randomProblem(seed);
    const plan = solve(problem, { seed: 1, steps: 40 });
    if ('infeasible' in plan) continue;
    seen++;
    const m = modelOf(problem);
    const at = new Map(plan.assignments.map((a) => [a.operation, a]));
    const of = (key: 'start' | 'end') => Int32Array.from(problem.operations, (o) => at.get(o.id)?.[key] ?? 0);
    const worker = Int32Array.from(problem.operations, (o) =>
      problem.workers.findIndex((w) => w.id === at.get(o.id)?.worker),
    );
    const order = orderOf(m, { start: of('start'), end: of('end'), worker });
    const [start, end] = [of('start'), of('end')];
    execute(
      m,
      order,
      Float64Array.from(problem.operations, (o) => o.minutes),
      start,
      end,
    );
    expect(makespanOf(m, end)).toBeLessThanOrEqual(plan.makespan);
  }
  expect(seen).toBeGreaterThan(40);
});
