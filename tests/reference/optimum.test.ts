/**
 * The planner against an independent exact route on 300 random small problems (seeds 1 to 300 of tests/random-problem):
 * a mixed-integer program solved by HiGHS. Its optima are kept in data/random-optima.json (`npm run optima` makes them
 * anew); a part of them is solved again each time.
 */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { audit } from '$core/planning/audit';
import { lowerBound } from '$core/planning/bounds/bound';
import { compile } from '$core/planning/model/model';
import { heads } from '$core/planning/model/propagate';
import { solve } from '$core/planning/search/solve';
import { GRID, randomProblem } from '../random-problem';
import { solveByMilp } from './milp';

const { optima } = JSON.parse(
  readFileSync(join(import.meta.dirname, 'data', 'random-optima.json'), 'utf8'),
) as { optima: (number | null)[] };
/** Every so many are solved again. */
const AGAIN = 12;

it('agrees with the exact optimum, or that there is none, on 300 random problems', () => {
  expect(optima).toHaveLength(300);
  const wrong: unknown[] = [];
  optima.forEach((optimum, k) => {
    const problem = randomProblem(k + 1);
    const plan = solve(problem, { seed: 1, steps: 240 });
    if ('infeasible' in plan) {
      if (optimum !== null || !plan.proven || plan.reason === '') wrong.push([k + 1, optimum, plan]);
    } else if (plan.makespan !== optimum || plan.lowerBound !== optimum || audit(problem, plan).length)
      wrong.push([k + 1, optimum, plan.makespan, plan.lowerBound, audit(problem, plan)]);
  });
  expect(wrong).toEqual([]);
  // Both answers are tried.
  expect(optima.filter((o) => o === null).length).toBeGreaterThan(30);
  expect(optima.filter((o) => o !== null).length).toBeGreaterThan(150);
}, 120_000);

it('the plain bound is never above the optimum, and meets it now and then', () => {
  let met = 0;
  optima.forEach((optimum, k) => {
    const m = compile(randomProblem(k + 1));
    if (optimum === null || 'infeasible' in m) return;
    const head = heads(m);
    if ('infeasible' in head) throw new Error(head.reason);
    const bound = lowerBound(m, head);
    expect(bound, `seed ${k + 1}`).toBeLessThanOrEqual(optimum);
    if (bound === optimum) met++;
  });
  expect(met).toBeGreaterThan(30);
}, 120_000);

it('was given optima that HiGHS finds again', async () => {
  for (let seed = AGAIN; seed <= optima.length; seed += AGAIN)
    expect({ seed, optimum: await solveByMilp(randomProblem(seed), GRID) }).toEqual({
      seed,
      optimum: optima[seed - 1],
    });
}, 120_000);
