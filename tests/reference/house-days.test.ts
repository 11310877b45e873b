/**
 * Of plans that end at the same minute the one with the fewest days in the house, or the fewest nights with solvent, whichever counts more:
 * against a mixed-integer program solved by HiGHS for one goal after another, on 300 random small problems (tests/household-problem). What it
 * found is kept in data/house-days-optima.json (`npm run optima` makes it anew); each run tries a sample of them and has a few solved again.
 */
import { isPlan } from '$core/planning/model/infeasible';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { audit } from '$core/planning/audit/audit';
import { withFirst } from '$core/planning/model/goals';
import { solve } from '$core/planning/search/solve';
import { HOUSEHOLD_ORDERS, householdProblem } from '../household-problem';
import { GRID } from '../random-problem';
import { lexicographic } from './milp';
import { leastOf, sampled } from '../budget';

type Optimum = [makespan: number, first: number, then: number] | null | 'unsolved';
const { optima } = JSON.parse(
  readFileSync(join(import.meta.dirname, 'data', 'house-days-optima.json'), 'utf8'),
) as { optima: Record<keyof typeof HOUSEHOLD_ORDERS, Optimum>[] };

describe.each(['visits', 'nights'] as const)('%s before the other', (first) => {
  const order = HOUSEHOLD_ORDERS[first];
  it('are as few as they can be', () => {
    const wrong: unknown[] = [];
    let seen = 0;
    const seeds = sampled(20, optima.length);
    for (const seed of seeds) {
      const exact = optima[seed - 1]?.[first] ?? null;
      if (exact === 'unsolved') continue;
      const problem = householdProblem(seed);
      const plan = solve(problem, { seed: 1, steps: 60 }, { goals: withFirst(first) });
      if (!isPlan(plan) || exact === null) {
        if (!isPlan(plan) !== (exact === null)) wrong.push([seed, 'only one has a plan']);
        continue;
      }
      seen++;
      const own = { makespan: plan.makespan, visits: 0, nights: 0, ...plan.household };
      const found = order.map((goal) => own[goal]);
      if (audit(problem, plan).length || `${found}` !== `${exact}`) wrong.push([seed, found, exact]);
    }
    expect(wrong).toEqual([]);
    const solved = optima.flatMap(({ [first]: exact }) => (Array.isArray(exact) ? [exact] : []));
    expect(seen).toBeGreaterThanOrEqual(leastOf(solved.length / optima.length, seeds.length));
    // Of all there are enough where both have something to choose.
    expect(solved.filter(([, one, other]) => one > 1 && other > 1).length).toBeGreaterThan(90);
  });

  it('are kept as they are solved', async () => {
    // The solver takes seconds for these, minutes for some others.
    for (const k of sampled(1, 4)) {
      const seed = 97 * k - 95;
      expect(await lexicographic(householdProblem(seed), GRID, order), `seed ${seed}`).toEqual(
        optima[seed - 1]?.[first],
      );
    }
  });
});
