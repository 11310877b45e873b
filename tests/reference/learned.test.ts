/**
 * The search that learns, by itself: against the optima of 300 random problems (a mixed-integer program solved by HiGHS, see
 * optimum.test.ts), on problems made around a plan, and what it proves against plans that were looked for longer.
 */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { audit } from '$core/planning/audit';
import { LearnedSearch } from '$core/planning/clauses/learned-search';
import { canLearn } from '$core/planning/clauses/numbers';
import { EFFORTS } from '$core/job-plan/efforts';
import type { Model } from '$core/planning/model/model';
import type { Plan } from '$core/planning/model/problem';
import { makespanOf, type Schedule } from '$core/planning/model/schedule';
import { compile } from '$core/planning/model/model';
import { solve } from '$core/planning/search/solve';
import { kitchenProblem } from '../kitchen-problem';
import { plannedProblem, type Around } from '../planned-problem';
import { randomProblem } from '../random-problem';

const { optima } = JSON.parse(
  readFileSync(join(import.meta.dirname, 'data', 'random-optima.json'), 'utf8'),
) as { optima: (number | null)[] };

const faults = (m: Model, s: Schedule): string[] =>
  audit(m.problem, {
    assignments: m.operations.map((o, i) => ({
      ...{ operation: o.id, worker: m.problem.workers[s.worker[i] ?? -1]?.id ?? '' },
      ...{ start: s.start[i] ?? NaN, end: s.end[i] ?? NaN },
    })),
    makespan: makespanOf(m, s.end),
    lowerBound: 0,
  } satisfies Plan);

it('finds the optimum, or that there is none, of 300 random problems by itself', () => {
  const wrong: unknown[] = [];
  optima.forEach((optimum, k) => {
    const m = compile(randomProblem(k + 1));
    // What is plainly impossible is not its work.
    if ('infeasible' in m) return;
    expect(canLearn(m)).toBe(true);
    const search = new LearnedSearch(m);
    let best: number | null = null;
    for (;;) {
      const found = search.find(best === null ? 2 * m.problem.horizon : best - 1, 20_000);
      if (typeof found === 'string') {
        if (found !== 'none' || best !== optimum) wrong.push([k + 1, found, best, optimum]);
        break;
      }
      if (faults(m, found).length) wrong.push([k + 1, faults(m, found)]);
      best = makespanOf(m, found.end);
    }
  });
  expect(wrong).toEqual([]);
}, 60_000);

describe('problems of which a plan is known', () => {
  const kinds: [number, Around][] = [
    [40, 'pins'],
    [40, 'both'],
    [64, 'windows'],
    [64, 'both'],
    [104, 'pins'],
  ];
  it.each(kinds)(
    '%i operations, %s: a right plan is found',
    (operations, around) => {
      const left: number[] = [];
      for (let seed = 1; seed <= 3; seed++) {
        const problem = plannedProblem(operations, seed, around);
        const plan = solve(problem, { ...EFFORTS.stored, learning: 4, prove: false });
        if ('infeasible' in plan) {
          // There is one: whatever is said, it is not that there is none.
          expect(plan.proven).toBe(false);
          left.push(seed);
        } else expect(audit(problem, plan)).toEqual([]);
      }
      expect(left).toEqual([]);
    },
    120_000,
  );
});

it('kitchens of 40 operations are proven, and no bound is above what a longer search finds', () => {
  for (let seed = 1; seed <= 4; seed++)
    for (const operations of [40, 64]) {
      const problem = kitchenProblem(operations, seed);
      const plan = solve(problem, EFFORTS.stored);
      const longer = solve(problem, { ...EFFORTS.stored, seed: 7, learning: 2 });
      if ('infeasible' in plan || 'infeasible' in longer) throw new Error(`${problem.name} has no plan`);
      expect(audit(problem, plan)).toEqual([]);
      expect(plan.lowerBound).toBeLessThanOrEqual(longer.makespan);
      expect(longer.lowerBound).toBeLessThanOrEqual(plan.makespan);
      if (operations === 40)
        expect([plan.lowerBound, longer.makespan]).toEqual([plan.makespan, plan.makespan]);
    }
}, 120_000);
