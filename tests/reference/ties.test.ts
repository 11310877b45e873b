/**
 * Of plans that end at the same minute the one with the fewest days on which people come, then the earliest ends: against a mixed-integer
 * program solved by HiGHS for one goal after another, on random small problems (tests/random-problem).
 */
import { mustBePlan } from '$core/planning/model/infeasible';
import { DAY_MINUTES } from '$core/units/durations';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { audit } from '$core/planning/audit/audit';
import { solve } from '$core/planning/search/solve';
import { GRID, randomProblem } from '../random-problem';
import { lexicographic } from './milp';
import { SOAK, sampled } from '../budget';

const { optima } = JSON.parse(
  readFileSync(join(import.meta.dirname, 'data', 'random-optima.json'), 'utf8'),
) as { optima: (number | null)[] };
/** HiGHS takes minutes for some of the others. */
const EACH = 17;

it('agrees with the exact answer to all three questions', async () => {
  const wrong: unknown[] = [];
  let [seen, several] = [0, 0];
  // Each run takes some of those that have a plan.
  const solved = optima.flatMap((optimum, k) => (k % EACH === 0 && optimum !== null ? [k + 1] : []));
  for (const k of sampled(3, solved.length)) {
    const seed = solved[k - 1] ?? NaN;
    const problem = randomProblem(seed);
    const plan = mustBePlan(solve(problem, { seed: 1, steps: 60 }));
    const days = new Set(
      plan.assignments.flatMap((a) => {
        const own = problem.workers.find((w) => w.id === a.worker)?.calendar;
        const open = problem.calendars.find((c) => c.id === own)?.open ?? [];
        return open.flatMap(([from, to]) =>
          from < a.end && to > a.start ? [`${a.worker} ${Math.floor(from / DAY_MINUTES)}`] : [],
        );
      }),
    );
    const ends = plan.assignments.reduce((sum, a) => sum + a.end, 0);
    const exact = await lexicographic(problem, GRID, ['makespan', 'days', 'ends']);
    seen++;
    if (days.size > 1) several++;
    if (audit(problem, plan).length || `${[plan.makespan, days.size, ends]}` !== `${exact}`)
      wrong.push([seed, plan.makespan, days.size, ends, exact]);
  }
  expect(wrong).toEqual([]);
  expect(seen).toBeGreaterThan(2);
  if (SOAK) expect(several).toBeGreaterThan(4);
});
