/** The solver on problems made by hand: what goes beyond the exchanged format, and what cannot be planned. */
import { sayNoPlan } from '../model/say-cause';
import { isPlan, mustBePlan } from '../model/infeasible';
import { describe, expect, it } from 'vitest';
import { op, planned, problemOf, startOf } from '../../../../../tests/plan-builders';
import { audit } from '../audit/audit';
import { linkKey } from '../model/model';
import type { Problem } from '../model/problem';
import { freeze } from '../job/plan-job';
import { solve } from './solve';

describe('what goes beyond the exchanged format', () => {
  it('a wait that follows the air is waited for, and frozen into the problem', () => {
    const problem = problemOf({ links: [{ from: 'a', to: 'b', minLag: 30, maxLag: null }] });
    // Laid in the morning it takes an hour, in the afternoon half a day.
    const ready = (end: number): number => end + (end % 1440 < 720 ? 60 : 720);
    const air = new Map([[linkKey('a', 'b'), ready]]);
    const plan = planned(problem, { air });
    const end = plan.assignments.find((a) => a.operation === 'a')?.end ?? 0;
    expect(startOf(plan, 'b')).toBeGreaterThanOrEqual(ready(end));
    const frozen = freeze(problem, air, plan);
    expect(frozen.links[0]?.minLag).toBe(60);
    expect(audit(frozen, plan)).toEqual([]);
    expect(plan.lowerBound).toBe(plan.makespan);
  });

  it('the way between two places is walked, and its lack is found', () => {
    const problem = problemOf({
      stations: ['tent', 'kitchen'].map((id) => ({ id, capacity: 1, calendar: null, changeovers: [] })),
      operations: [op('a', 60, { station: 'tent' }), op('b', 60, { station: 'kitchen' })],
      travel: [
        { from: 'tent', to: 'kitchen', minutes: 25 },
        { from: 'kitchen', to: 'tent', minutes: 25 },
      ],
      finish: ['a', 'b'].map((operation) => ({ operation, tail: 0 })),
    });
    const plan = planned(problem);
    expect(plan.makespan).toBe(480 + 60 + 25 + 60);
    const hurried = {
      ...plan,
      assignments: plan.assignments.map((a) => (a.start > 480 ? { ...a, start: 540, end: 600 } : a)),
      makespan: 600,
      lowerBound: 600,
    };
    expect(audit(problem, hurried)).toEqual([expect.stringContaining('the way takes 25')]);
  });

  it('stays near to the plan before where nothing is lost by it', () => {
    const two = problemOf({
      operations: [op('a', 60), op('b', 60), op('c', 60)],
      finish: ['a', 'b', 'c'].map((operation) => ({ operation, tail: 0 })),
    });
    const near = new Map([
      ['c', { start: 480 }],
      ['b', { start: 540 }],
      ['a', { start: 600 }],
    ]);
    const plan = planned(two, { near });
    for (const [id, { start }] of near) expect(startOf(plan, id)).toBe(start);
  });
});

describe('what cannot be', () => {
  const clash = (problem: Problem): string => {
    const plan = solve(problem, { seed: 1, steps: 40 });
    if (isPlan(plan)) throw new Error('there is a plan');
    expect(plan.proven).toBe(true);
    return sayNoPlan(plan);
  };
  it('names the window and the hours that clash', () => {
    expect(
      clash(
        problemOf({
          operations: [op('a', 240), op('b', 210)],
          links: [{ from: 'a', to: 'b', minLag: 300, maxLag: 500 }],
        }),
      ),
    ).toMatch(/b within 500 min of the end of a/);
  });
  it('names the rack', () => {
    const racks = { racks: [{ id: 'rack', slots: 5 }], horizon: 1440 };
    const holds = ['a', 'b'].map((from) => ({ rack: 'rack', slots: 4, from, to: null, tail: 900 }));
    expect(
      clash(problemOf({ ...racks, holds, finish: ['a', 'b'].map((operation) => ({ operation, tail: 0 })) })),
    ).toMatch(/5 slots of rack/);
  });
  it('names two pins that one person cannot keep', () => {
    const pinned = problemOf({
      operations: [op('a', 60, { lockedStart: 480 }), op('b', 60, { lockedStart: 500 })],
    });
    expect(clash(pinned)).toMatch(/a pinned to minute 480 and b pinned to minute 500/);
  });
  it('names a pin in closed hours', () => {
    expect(clash(problemOf({ operations: [op('a', 60), op('b', 60, { lockedStart: 740 })] }))).toMatch(
      /b is pinned to minute 740, which is not in open hours/,
    );
  });
});

it('holds that form a circle are planned: the bound does not go round in them for ever', () => {
  const op = (id: string) => ({
    id,
    lot: id,
    pieces: 1,
    minutes: 10,
    skill: 'coat',
    pausable: false,
    station: null,
    material: null,
    lockedStart: null,
  });
  const hold = (from: string, to: string) => ({ rack: 'rack', slots: 3, from, to, tail: null });
  const problem: Problem = {
    format: 'anthem.planning-problem',
    version: 1,
    name: 'circle',
    horizon: 1000,
    calendars: [{ id: 'day', open: [[0, 1000]] }],
    workers: [{ id: 'w', calendar: 'day', skills: ['coat'] }],
    stations: [],
    racks: [{ id: 'rack', slots: 6 }],
    operations: [op('a'), op('b'), op('c')],
    links: [{ from: 'a', to: 'b', minLag: 0, maxLag: null }],
    holds: [hold('a', 'b'), hold('b', 'c'), hold('c', 'b')],
    finish: ['a', 'b', 'c'].map((operation) => ({ operation, tail: 0 })),
  };
  const plan = mustBePlan(solve(problem, { seed: 1, steps: 20 }));
  expect(audit(problem, plan)).toEqual([]);
  expect(plan.makespan).toBe(30);
});
