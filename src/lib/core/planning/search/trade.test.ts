import { isPlan } from '../model/infeasible';
import { describe, expect, it } from 'vitest';
import { kitchenProblem } from '../../../../../tests/kitchen-problem';
import { audit } from '../audit/audit';
import type { Problem } from '../model/problem';
import { solve } from './solve';
import { solveTrades } from './solve-trades';

/** A kitchen whose pieces are gone from their washing to their hanging. */
function kitchen(seed: number): Problem {
  const problem = kitchenProblem(40, seed);
  const lots = [...new Set(problem.operations.map((o) => o.lot))];
  return {
    ...problem,
    fronts: lots.map((lot) => ({
      ...{ down: `${lot}.clean`, home: `${lot}.hang` },
      pieces: problem.operations.find((o) => o.lot === lot)?.pieces ?? 0,
    })),
  };
}
const EFFORT = { seed: 1, steps: 40, learning: 0.3 };

describe('plans that end later and leave fronts away for fewer days', () => {
  const kitchens = [1, 2, 3, 4, 5, 6].map(kitchen);
  const traded = kitchens.map((problem) => solveTrades(problem, EFFORT, {}));

  it('are right, and none is worse in both than another', () => {
    let several = 0;
    for (const [k, plans] of traded.entries()) {
      const problem = kitchens[k];
      if (!problem) continue;
      for (const plan of plans) expect(audit(problem, plan)).toEqual([]);
      for (const [i, plan] of plans.entries()) {
        const before = plans[i - 1];
        if (!before) continue;
        several++;
        expect(plan.makespan).toBeGreaterThan(before.makespan);
        expect(plan.pieceDays?.is).toBeLessThan(before.pieceDays?.is ?? NaN);
        expect(plan.makespan).toBeLessThanOrEqual((plans[0]?.makespan ?? NaN) + 7 * 1440);
      }
    }
    expect(several).toBeGreaterThan(3);
  });

  it('begin with the plan that ends first, and are what is planned where that is asked for', () => {
    for (const [k, plans] of traded.slice(0, 3).entries()) {
      const problem = kitchens[k];
      const last = plans.at(-1);
      if (!problem || !last) throw new Error('no plans');
      const first = solve(problem, EFFORT);
      expect(!isPlan(first) ? null : first.makespan).toBe(plans[0]?.makespan);
      const later = solve(problem, EFFORT, { later: 7 * 1440, shown: true });
      expect(!isPlan(later) ? null : [later.makespan, later.pieceDays?.is]).toEqual([
        last.makespan,
        last.pieceDays?.is,
      ]);
    }
  });
});
