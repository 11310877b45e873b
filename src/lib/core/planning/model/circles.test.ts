/** Circles of links: the textbook way to write a longest wait, and those that are impossible. */
import { sayNoPlan } from './say-cause';
import { isPlan } from './infeasible';
import { describe, expect, it } from 'vitest';
import { audit } from '../audit/audit';
import { solve } from '../search/solve';
import type { Problem } from './problem';

const problem = (
  minutes: number[],
  links: [number, number, number][],
  more: Partial<Problem> = {},
): Problem => ({
  format: 'anthem.planning-problem',
  version: 1,
  name: 'circles',
  horizon: 3000,
  calendars: [{ id: 'all', open: [[0, 3000]] }],
  workers: minutes.map((_, i) => ({ id: `w${i}`, calendar: 'all', skills: ['any'] })),
  stations: [],
  racks: [],
  operations: minutes.map((m, i) => ({
    ...{ id: `o${i}`, lot: 'L', pieces: 1, minutes: m, skill: 'any', pausable: false },
    ...{ station: null, material: null, lockedStart: null },
  })),
  links: links.map(([from, to, minLag]) => ({ from: `o${from}`, to: `o${to}`, minLag, maxLag: null })),
  holds: [],
  finish: minutes.map((_, i) => ({ operation: `o${i}`, tail: 0 })),
  ...more,
});
const plan = (p: Problem) => solve(p, { seed: 1, steps: 60 });

describe('circles of links', () => {
  it('whose work and lags add up to 0 at most are a longest wait', () => {
    // o1 ends at least 100 after o0 and o0 starts no more than 200 before o1 ends.
    const p = problem(
      [60, 30],
      [
        [0, 1, 100],
        [1, 0, -200],
      ],
    );
    const made = plan(p);
    if (!isPlan(made)) throw new Error(sayNoPlan(made));
    expect(audit(p, made)).toEqual([]);
    expect(made).toMatchObject({ makespan: 190, lowerBound: 190 });
    expect(
      plan(
        problem(
          [60, 30],
          [
            [0, 1, 100],
            [1, 0, -190],
          ],
        ),
      ),
    ).toMatchObject({ makespan: 190 });
  });

  it('that add up to more are impossible, and name their operations', () => {
    expect(
      plan(
        problem(
          [60, 30, 5],
          [
            [0, 1, 100],
            [1, 0, -189],
          ],
        ),
      ),
    ).toMatchObject({
      infeasible: true,
      proven: true,
      causes: [{ code: 'circle', operations: expect.arrayContaining(['o0', 'o1']) as string[] }],
    });
    expect(plan(problem([5, 60], [[1, 1, -59]]))).toMatchObject({
      causes: [{ code: 'waits for itself', operation: 'o1' }],
    });
    expect(plan(problem([5, 60], [[1, 1, -60]]))).toMatchObject({ makespan: 60 });
  });

  it('of no minutes and no lags lie at one moment', () => {
    const p = problem(
      [0, 0, 50],
      [
        [0, 1, 0],
        [1, 0, 0],
        [2, 0, 0],
      ],
    );
    expect(plan(p)).toMatchObject({ makespan: 50, lowerBound: 50 });
  });

  it('push what came first when what comes after it is late', () => {
    // o1 is done in the afternoon alone, and o0 may not start more than 120 before its end.
    const p = problem(
      [60, 30],
      [
        [0, 1, 0],
        [1, 0, -120],
      ],
      {
        calendars: [
          { id: 'all', open: [[0, 3000]] },
          { id: 'late', open: [[600, 3000]] },
        ],
      },
    );
    const late = { ...p, operations: p.operations.map((o, i) => (i ? { ...o, calendar: 'late' } : o)) };
    const made = plan(late);
    if (!isPlan(made)) throw new Error(sayNoPlan(made));
    expect(audit(late, made)).toEqual([]);
    expect(made.makespan).toBe(630);
    expect(made.assignments[0]?.start).toBeGreaterThanOrEqual(510);
  });
});

it('says that a pin lies beyond the horizon', () => {
  const p = problem([60], []);
  const [o] = p.operations;
  expect(plan({ ...p, operations: o ? [{ ...o, lockedStart: 2990 }] : [] })).toMatchObject({
    proven: true,
    causes: [{ code: 'pinned after the end', operation: 'o0', minute: 2990, horizon: 3000 }],
  });
});
