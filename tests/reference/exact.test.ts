/** The exact search: complete or not, and then right. */
import { isPlan } from '$core/planning/model/infeasible';
import { expect, it } from 'vitest';
import { problemOf } from '../plan-builders';
import { randomProblem } from '../random-problem';
import { compile } from '$core/planning/compile/compile';
import { makespanOf } from '$core/planning/model/schedule';
import { searchExactly } from '../exact-search/exact';
import { solve } from '$core/planning/search/solve';

it('the exact search is complete or says so, and keeps within its nodes', () => {
  const m = compile(randomProblem(3));
  expect(searchExactly(m, null, 100_000)).toMatchObject({ complete: true });
  const short = searchExactly(m, null, 2);
  expect(short.nodes).toBeLessThanOrEqual(3);
  const asked = searchExactly(m, null, 100_000, () => true);
  expect(asked.nodes).toBeLessThanOrEqual(100_000);
});

it('finds no plan that ends later than the best of many searches', () => {
  let seen = 0;
  for (let seed = 1; seed <= 60; seed++) {
    const problem = randomProblem(seed);
    const plan = solve(problem, { seed: 5, steps: 400 });
    if (!isPlan(plan)) continue;
    const m = compile(problem);
    const found = searchExactly(m, null, 40_000);
    if (!found.complete || !found.best) continue;
    expect(makespanOf(m, found.best.end), `seed ${seed}`).toBe(plan.makespan);
    seen++;
  }
  expect(seen).toBeGreaterThan(25);
});

it('keeps to the schedule it is given where nothing is better', () => {
  const m = compile(problemOf({ links: [{ from: 'a', to: 'b', minLag: 30, maxLag: null }] }));
  const first = searchExactly(m, null, 1_000);
  expect(first).toMatchObject({ complete: true });
  // 8:00 to 9:00, half an hour, 9:30 to 10:30.
  expect(first.best && [...first.best.end]).toEqual([540, 630]);
});
