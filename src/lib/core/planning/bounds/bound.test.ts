/** Bounds of random problems, against plans that are proven. */
import { isPlan } from '../model/infeasible';
import { expect, it } from 'vitest';
import { randomProblem } from '../../../../../tests/random-problem';
import { compile } from '../compile/compile';
import { heads } from './heads';
import { makespanOf } from '../model/schedule';
import { solve } from '../search/solve';
import { lowerBound, restAfter } from './bound';

it('heads are below every right plan, the bound between them and the optimum', () => {
  let seen = 0;
  for (let seed = 301; seed <= 420; seed++) {
    const problem = randomProblem(seed);
    const plan = solve(problem, { seed: 2, steps: 120 });
    if (!isPlan(plan)) continue;
    seen++;
    const m = compile(problem);
    const h = heads(m);
    plan.assignments.forEach((a, i) => expect(a.start).toBeGreaterThanOrEqual(h.start[i] ?? 0));
    expect(lowerBound(m, h)).toBeLessThanOrEqual(plan.makespan);
    expect(makespanOf(m, h.end)).toBeLessThanOrEqual(lowerBound(m, h));
    const rest = restAfter(m);
    plan.assignments.forEach((a, i) => {
      if ((rest[i] ?? -1) >= 0) expect(a.end + (rest[i] ?? 0)).toBeLessThanOrEqual(plan.makespan);
    });
  }
  expect(seen).toBeGreaterThan(50);
});
