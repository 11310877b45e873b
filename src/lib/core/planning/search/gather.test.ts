/** What is gathered keeps every rule and is never worse by what counts; on problems of which a household knows. */
import { feasible } from '../../../../../tests/plan-builders';
import { expect, it } from 'vitest';
import { sampled } from '../../../../../tests/budget';
import { householdProblem } from '../../../../../tests/household-problem';
import { audit } from '../audit/audit';
import { withFirst } from '../model/goals';
import { visits } from '../model/measures';
import { compile } from '../compile/compile';
import { makespanOf, planOf } from '../model/schedule';
import { construct } from './construct';
import { gather } from './gather';
import { isLess, ranking } from './rank';

it('is as good or better, ends no later than it may, and saves days in the house where it can', () => {
  let [seen, fewer] = [0, 0];
  for (const seed of sampled(100, 300)) {
    const problem = householdProblem(seed);
    const m = feasible(problem);
    const made = m && construct(m, Float64Array.from(m.tail));
    if (!made || 'clash' in made) continue;
    seen++;
    const rank = ranking(m, { goals: withFirst('visits') });
    const most = makespanOf(m, made.end) + 1440;
    const gathered = gather(m, made, rank, { most });
    expect(audit(problem, planOf(m, gathered, 0)), `seed ${seed}`).toEqual([]);
    expect(makespanOf(m, gathered.end)).toBeLessThanOrEqual(most);
    expect(isLess(rank(made), rank(gathered)), `seed ${seed}`).toBe(false);
    expect(visits(m, gathered)).toBeLessThanOrEqual(visits(m, made));
    if (visits(m, gathered) < visits(m, made)) fewer++;
    // Where nothing is said it ends no later than it did.
    expect(makespanOf(m, gather(m, made, rank).end)).toBeLessThanOrEqual(makespanOf(m, made.end));
  }
  // Of all 300 some 186 can be built, and 35 of these save a day.
  expect(seen).toBeGreaterThan(35);
  expect(fewer).toBeGreaterThan(0);
});

it('leaves a plan alone where no household is looked at', () => {
  const problem = { ...householdProblem(1), household: undefined };
  const m = compile(problem);
  const made = construct(m, Float64Array.from(m.tail));
  if ('clash' in made) throw new Error(JSON.stringify(made.clash));
  expect(gather(m, made, ranking(m, {}))).toBe(made);
});
