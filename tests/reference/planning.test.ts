/**
 * Planning problems with a proven optimum, found with an exact general-purpose constraint solver and audited
 * independently (tests/reference/data/planning; `provenOptimum` is the optimum, `infeasible` says there is no plan).
 */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { audit } from '$core/planning/audit';
import { compile } from '$core/planning/model';
import { lowerBound } from '$core/planning/bound';
import { readProblem, type Problem } from '$core/planning/problem';
import { solve } from '$core/planning/solve';

const folder = join(import.meta.dirname, 'data', 'planning');
const load = (file: string): { problem: Problem; provenOptimum?: number; infeasible?: boolean } => {
  const json = JSON.parse(readFileSync(join(folder, file), 'utf8'));
  const read = readProblem(json);
  if ('faults' in read) throw new Error(read.faults.join('\n'));
  return { problem: read.problem, provenOptimum: json.provenOptimum, infeasible: json.infeasible };
};

const all = readdirSync(folder).map((file) => ({ file, ...load(file) }));

describe.each(all.filter((p) => !p.infeasible))('$file', ({ problem, provenOptimum }) => {
  it('is planned rightly, with a bound that is not above the optimum', () => {
    const plan = solve(problem, { seed: 1, steps: 2000 });
    if ('infeasible' in plan) throw new Error(plan.reason);
    expect(audit(problem, plan)).toEqual([]);
    expect(plan.makespan).toBeGreaterThanOrEqual(provenOptimum ?? NaN);
    expect(plan.lowerBound).toBeLessThanOrEqual(provenOptimum ?? NaN);
    // A right first planner, not yet the best one; within a twentieth all the same.
    expect(plan.makespan).toBeLessThanOrEqual((provenOptimum ?? NaN) * 1.05);
    const model = compile(problem);
    expect('infeasible' in model ? model : lowerBound(model)).toBe(plan.lowerBound);
  });
});

describe.each(all.filter((p) => p.infeasible))('$file', ({ problem }) => {
  it('is answered with a reason, never with a wrong plan', () => {
    const result = solve(problem, { seed: 1, steps: 200 });
    expect(result).toMatchObject({ infeasible: true });
    expect('reason' in result && result.reason).toMatch(/L\d\.\w+/);
  });
});

it('holds all nine problems', () => expect(all.map((p) => p.infeasible === true)).toHaveLength(9));
