/**
 * The search that learns, by itself: against the optima of 300 random problems (a mixed-integer program solved by HiGHS, see
 * optimum.test.ts), on problems made around a plan, and what it proves against plans that were looked for longer.
 */
import { isPlan } from '$core/planning/model/infeasible';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { audit } from '$core/planning/audit/audit';
import { LearnedSearch } from '$core/planning/learning/learned-search';
import { EFFORTS } from '$core/job-plan/efforts';
import { linkKey, type Model } from '$core/planning/model/model';
import { makespanOf, planOf, type Schedule } from '$core/planning/model/schedule';
import { searchExactly } from '../exact-search/exact';
import { solve } from '$core/planning/search/solve';
import { kitchenProblem } from '../kitchen-problem';
import { feasible } from '../plan-builders';
import { plannedProblem, type Around } from '../planned-problem';
import { randomProblem } from '../random-problem';
import { SOAK, sampled } from '../budget';

const { optima } = JSON.parse(
  readFileSync(join(import.meta.dirname, 'data', 'random-optima.json'), 'utf8'),
) as { optima: (number | null)[] };

const faults = (m: Model, s: Schedule): string[] => audit(m.problem, planOf(m, s, 0));

/** The least makespan by the search alone; null where there is none. */
function leastBy(m: Model, check: (found: Schedule) => void): number | null {
  const search = new LearnedSearch(m);
  let best: number | null = null;
  for (;;) {
    const found = search.find(best === null ? 2 * m.problem.horizon : best - 1, 20_000);
    if (found === 'none') return best;
    if (found === 'open') throw new Error(`${m.problem.name} was not settled`);
    check(found);
    best = makespanOf(m, found.end);
  }
}

it('finds the optimum, or that there is none, of random problems by itself', () => {
  const wrong: unknown[] = [];
  for (const seed of sampled(60, optima.length)) {
    const optimum = optima[seed - 1] ?? null;
    const m = feasible(randomProblem(seed));
    // What is plainly impossible is not its work.
    if (!m) continue;
    const best = leastBy(m, (found) => {
      if (faults(m, found).length) wrong.push([seed, faults(m, found)]);
    });
    if (best !== optimum) wrong.push([seed, best, optimum]);
  }
  expect(wrong).toEqual([]);
});

it('agrees with the exact search where films wait by the air of the minute they were laid at', () => {
  let [seen, longer] = [0, 0];
  // Slower towards the end of every eight hours; never falling, as a film laid later is not ready sooner.
  const table: number[] = [];
  for (let t = 0; t <= 4 * 1440; t++) table.push(Math.max(table.at(-1) ?? 0, t + 30 + (t % 480)));
  const ready = (end: number): number => table[end] ?? Infinity;
  const seeds = sampled(30, 120);
  for (const seed of seeds) {
    const problem = randomProblem(seed);
    const air = new Map(problem.links.map((l) => [linkKey(l.from, l.to), ready]));
    const m = feasible(problem, air);
    if (!m) continue;
    const exact = searchExactly(m, null, 200_000);
    if (!exact.complete) continue;
    seen++;
    const best = leastBy(m, (found) => expect(faults(m, found)).toEqual([]));
    expect([seed, best]).toEqual([seed, exact.best && exact.makespan]);
    if (best !== null && best > (optima[seed - 1] ?? Infinity)) longer++;
  }
  expect(seen).toBeGreaterThan(seeds.length / 2);
  expect(longer).toBeGreaterThan(0);
});

describe('problems of which a plan is known', () => {
  const kinds: [number, Around][] = [
    [40, 'pins'],
    [40, 'both'],
    [64, 'windows'],
    [64, 'both'],
    [104, 'pins'],
  ];
  it.each(SOAK ? kinds : kinds.slice(0, 3))(
    '%i operations, %s: a right plan is found',
    (operations, around) => {
      const left: number[] = [];
      for (const seed of sampled(1, 3)) {
        const problem = plannedProblem(operations, seed, around);
        const plan = solve(problem, { ...EFFORTS.stored, learning: 4 });
        if (!isPlan(plan)) {
          // There is one: whatever is said, it is not that there is none.
          expect(plan.proven).toBe(false);
          left.push(seed);
        } else expect(audit(problem, plan)).toEqual([]);
      }
      expect(left).toEqual([]);
    },
  );
});

it('kitchens of 40 operations are proven, and no bound is above what a longer search finds', () => {
  for (const seed of sampled(1, 4))
    for (const operations of SOAK ? [40, 64] : [40]) {
      const problem = kitchenProblem(operations, seed);
      const plan = solve(problem, EFFORTS.stored);
      const longer = solve(problem, { ...EFFORTS.stored, seed: 7, learning: 2 });
      if (!isPlan(plan) || !isPlan(longer)) throw new Error(`${problem.name} has no plan`);
      expect(audit(problem, plan)).toEqual([]);
      expect(plan.lowerBound).toBeLessThanOrEqual(longer.makespan);
      expect(longer.lowerBound).toBeLessThanOrEqual(plan.makespan);
      if (operations === 40)
        expect([plan.lowerBound, longer.makespan]).toEqual([plan.makespan, plan.makespan]);
    }
});
