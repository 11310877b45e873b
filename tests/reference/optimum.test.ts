/**
 * The planner against an independent exact route on 300 random small problems (seeds 1 to 300 of tests/random-problem):
 * a mixed-integer program solved by HiGHS. Its optima are kept in data/random-optima.json (`npm run optima` makes them
 * anew). Each run tries a sample of them, and has HiGHS solve a few again.
 */
import { sayNoPlan } from '$core/planning/model/say-cause';
import { isPlan } from '$core/planning/model/infeasible';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { audit } from '$core/planning/audit/audit';
import { lowerBound } from '$core/planning/bounds/bound';
import { compile } from '$core/planning/compile/compile';
import { heads } from '$core/planning/bounds/heads';
import { solve } from '$core/planning/search/solve';
import { GRID, randomProblem } from '../random-problem';
import { solveByMilp } from './milp';
import { sampled } from '../budget';

const { optima } = JSON.parse(
  readFileSync(join(import.meta.dirname, 'data', 'random-optima.json'), 'utf8'),
) as { optima: (number | null)[] };
const ALL = 300;

it('agrees with the exact optimum, or that there is none, on random problems', () => {
  expect(optima).toHaveLength(ALL);
  const wrong: unknown[] = [];
  const seeds = sampled(60, ALL);
  for (const seed of seeds) {
    const optimum = optima[seed - 1] ?? null;
    const problem = randomProblem(seed);
    const plan = solve(problem, { seed: 1, steps: 240 });
    if (!isPlan(plan)) {
      if (optimum !== null || !plan.proven || sayNoPlan(plan) === '') wrong.push([seed, optimum, plan]);
    } else if (plan.makespan !== optimum || plan.lowerBound !== optimum || audit(problem, plan).length)
      wrong.push([seed, optimum, plan.makespan, plan.lowerBound, audit(problem, plan)]);
  }
  expect(wrong).toEqual([]);
  // Both answers are tried.
  const none = seeds.filter((seed) => optima[seed - 1] === null).length;
  expect(none).toBeGreaterThan(0);
  expect(seeds.length - none).toBeGreaterThan(seeds.length / 3);
});

it('the plain bound is never above the optimum, and meets it now and then', () => {
  let met = 0;
  for (const seed of sampled(60, ALL)) {
    const optimum = optima[seed - 1] ?? null;
    if (optimum === null) continue;
    const m = compile(randomProblem(seed));
    const bound = lowerBound(m, heads(m));
    expect(bound, `seed ${seed}`).toBeLessThanOrEqual(optimum);
    if (bound === optimum) met++;
  }
  expect(met).toBeGreaterThan(0);
});

it('was given optima that HiGHS finds again', async () => {
  // The solver takes seconds for these, minutes for some others.
  for (const k of sampled(1, 25)) {
    const seed = 12 * k;
    expect({ seed, optimum: await solveByMilp(randomProblem(seed), GRID) }).toEqual({
      seed,
      optimum: optima[seed - 1],
    });
  }
});
