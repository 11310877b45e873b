/**
 * Planning problems with a proven optimum, found with an exact general-purpose constraint solver and audited
 * independently (tests/reference/data/planning; `provenOptimum` is the optimum, `infeasible` says there is no plan).
 */
import { sayNoPlan } from '$core/planning/model/say-cause';
import { isPlan, mustBePlan } from '$core/planning/model/infeasible';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { audit } from '$core/planning/audit/audit';
import { compile } from '$core/planning/compile/compile';
import { lowerBound } from '$core/planning/bounds/bound';
import { heads } from '$core/planning/bounds/heads';
import { readProblem, type Problem } from '$core/planning/model/problem';
import { solve } from '$core/planning/search/solve';

const folder = join(import.meta.dirname, 'data', 'planning');
const load = (file: string): { problem: Problem; provenOptimum?: number; infeasible?: boolean } => {
  const json = JSON.parse(readFileSync(join(folder, file), 'utf8'));
  const read = readProblem(json);
  if ('faults' in read) throw new Error(read.faults.join('\n'));
  return { problem: read.problem, provenOptimum: json.provenOptimum, infeasible: json.infeasible };
};

const all = readdirSync(folder).map((file) => ({ file, ...load(file) }));

describe.each(all.filter((p) => !p.infeasible))('$file', ({ problem, provenOptimum }) => {
  it('is planned at the proven optimum, and shown to be', () => {
    const plan = mustBePlan(solve(problem, { seed: 1, steps: 240 }));
    expect(audit(problem, plan)).toEqual([]);
    expect(plan.makespan).toBe(provenOptimum);
    expect(plan.lowerBound).toBe(provenOptimum);
  });

  it('has a bound that is not above the optimum before any search', () => {
    const model = compile(problem);
    const head = heads(model);
    expect(lowerBound(model, head)).toBeLessThanOrEqual(provenOptimum ?? NaN);
  });
});

describe.each(all.filter((p) => p.infeasible))('$file', ({ problem }) => {
  it('is shown to have no plan, and what clashes is named', () => {
    const result = solve(problem, { seed: 1, steps: 240 });
    expect(result).toMatchObject({ infeasible: true, proven: true });
    expect(!isPlan(result) && sayNoPlan(result)).toMatch(
      /crew, L2\.front\.2 within 990 min of the end of L2\.back\.1/,
    );
  });
});

it('holds all nine problems', () => expect(all.map((p) => p.infeasible === true)).toHaveLength(9));
