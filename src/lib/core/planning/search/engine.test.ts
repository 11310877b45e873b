/** Rules of the engine's parts that hold for every problem. Problems are those of tests/random-problem, and made by hand. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomProblem } from '../../../../../tests/random-problem';
import { audit } from '../audit';
import { restAfter, lowerBound } from '../bounds/bound';
import { earliestRun } from '../model/calendar';
import { construct } from './construct';
import { criticalChain } from '../job/critical';
import { searchExactly } from './exact';
import { execute, orderOf } from './execute';
import { compile, linkKey, type Model } from '../model/model';
import { freeze } from '../job/plan-job';
import type { Interval, Plan, Problem } from '../model/problem';
import { heads, latestStart, startToEndAt, type Heads } from '../model/propagate';
import { relax, relaxedBound } from './relax';
import { makespanOf } from '../model/schedule';
import { solve } from './solve';

const modelOf = (problem: Problem): Model => {
  const m = compile(problem);
  if ('infeasible' in m) throw new Error(m.reason);
  return m;
};
const headsOf = (m: Model): Heads => {
  const h = heads(m);
  if ('infeasible' in h) throw new Error(h.reason);
  return h;
};
const planned = (problem: Problem, options = {}): Plan => {
  const plan = solve(problem, { seed: 1, steps: 60 }, options);
  if ('infeasible' in plan) throw new Error(plan.reason);
  return plan;
};
const startOf = (plan: Plan, id: string): number =>
  plan.assignments.find((a) => a.operation === id)?.start ?? NaN;

const DAY: Interval[] = [0, 1, 2, 3, 4].flatMap((d): Interval[] => [
  [d * 1440 + 480, d * 1440 + 720],
  [d * 1440 + 780, d * 1440 + 990],
]);
const op = (id: string, minutes: number, more: Partial<Problem['operations'][number]> = {}) => ({
  id,
  lot: id[0] ?? '',
  pieces: 4,
  minutes,
  skill: 'coat',
  pausable: false,
  station: null,
  material: null,
  lockedStart: null,
  ...more,
});
const problemOf = (more: Partial<Problem>): Problem => ({
  format: 'anthem.planning-problem',
  version: 1,
  name: 'by hand',
  horizon: 5 * 1440,
  calendars: [{ id: 'crew', open: DAY }],
  workers: [{ id: 'w', calendar: 'crew', skills: ['coat'] }],
  stations: [],
  racks: [],
  operations: [op('a', 60), op('b', 60)],
  links: [],
  holds: [],
  finish: [{ operation: 'b', tail: 0 }],
  ...more,
});

describe('work walked back from a moment', () => {
  const seeds = fc.record({
    end: fc.integer({ min: 500, max: 4 * 1440 }),
    minutes: fc.integer({ min: 1, max: 240 }),
    pausable: fc.boolean(),
  });
  it('is the latest start that still ends by then', () => {
    fc.assert(
      fc.property(seeds, ({ end, minutes, pausable }) => {
        const start = latestStart(DAY, end, minutes, pausable);
        if (start === null) return;
        const run = earliestRun(DAY, start, minutes, pausable);
        expect(run?.[0]).toBe(start);
        expect(run?.[1]).toBeLessThanOrEqual(end);
        const later = earliestRun(DAY, start + 1, minutes, pausable);
        expect(later === null || later[1] > end).toBe(true);
      }),
    );
  });
  it('pushes no further than an end needs', () => {
    fc.assert(
      fc.property(seeds, ({ end, minutes, pausable }) => {
        const start = startToEndAt(DAY, end, minutes, pausable);
        if (start === null) return;
        expect(earliestRun(DAY, start, minutes, pausable)?.[1] ?? Infinity).toBeGreaterThanOrEqual(end);
        const sooner = earliestRun(DAY, Math.max(0, start - 1), minutes, pausable);
        if (start > (DAY[0]?.[0] ?? 0) && sooner && sooner[0] < start) expect(sooner[1]).toBeLessThan(end);
      }),
    );
  });
});

describe('bounds and schedules of random problems', () => {
  it('heads are below every right plan, the bound between them and the optimum', () => {
    let seen = 0;
    for (let seed = 301; seed <= 420; seed++) {
      const problem = randomProblem(seed);
      const plan = solve(problem, { seed: 2, steps: 120 });
      if ('infeasible' in plan) continue;
      seen++;
      const m = modelOf(problem);
      const h = headsOf(m);
      plan.assignments.forEach((a, i) => expect(a.start).toBeGreaterThanOrEqual(h.start[i] ?? 0));
      expect(lowerBound(m, h)).toBeLessThanOrEqual(plan.makespan);
      expect(makespanOf(m, h.end)).toBeLessThanOrEqual(lowerBound(m, h));
      const rest = restAfter(m);
      plan.assignments.forEach((a, i) => {
        if ((rest[i] ?? -1) >= 0) expect(a.end + (rest[i] ?? 0)).toBeLessThanOrEqual(plan.makespan);
      });
    }
    expect(seen).toBeGreaterThan(50);
  });

  it('a construction is right whatever the urgencies, or says what clashed', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 300 }),
        fc.array(fc.double({ min: -1e4, max: 1e4, noNaN: true }), { minLength: 9, maxLength: 9 }),
        (seed, keys) => {
          const problem = randomProblem(seed);
          const m = compile(problem);
          if ('infeasible' in m) return;
          const made = construct(
            m,
            Float64Array.from(problem.operations, (_, i) => keys[i] ?? 0),
          );
          if ('clash' in made) {
            expect(made.clash).not.toBe('');
            return;
          }
          const assignments = problem.operations.map((o, i) => ({
            operation: o.id,
            worker: problem.workers[made.worker[i] ?? 0]?.id ?? '',
            start: made.start[i] ?? 0,
            end: made.end[i] ?? 0,
          }));
          expect(audit(problem, { assignments, makespan: makespanOf(m, made.end), lowerBound: 0 })).toEqual(
            [],
          );
        },
      ),
      { numRuns: 300 },
    );
  });

  it('the exact search is complete or says so, and keeps within its nodes', () => {
    const m = modelOf(randomProblem(3));
    expect(searchExactly(m, null, 100_000)).toMatchObject({ complete: true });
    const short = searchExactly(m, null, 2);
    expect(short.nodes).toBeLessThanOrEqual(3);
    const asked = searchExactly(m, null, 100_000, () => true);
    expect(asked.nodes).toBeLessThanOrEqual(100_000);
  });

  it('carried out as planned, a plan comes out no later than planned', () => {
    for (let seed = 1; seed <= 80; seed++) {
      const problem = randomProblem(seed);
      const plan = solve(problem, { seed: 1, steps: 40 });
      if ('infeasible' in plan) continue;
      const m = modelOf(problem);
      const at = new Map(plan.assignments.map((a) => [a.operation, a]));
      const of = (key: 'start' | 'end') =>
        Int32Array.from(problem.operations, (o) => at.get(o.id)?.[key] ?? 0);
      const worker = Int32Array.from(problem.operations, (o) =>
        problem.workers.findIndex((w) => w.id === at.get(o.id)?.worker),
      );
      const order = orderOf(m, { start: of('start'), end: of('end'), worker });
      const [start, end] = [of('start'), of('end')];
      execute(
        m,
        order,
        Float64Array.from(problem.operations, (o) => o.minutes),
        start,
        end,
      );
      expect(makespanOf(m, end)).toBeLessThanOrEqual(plan.makespan);
    }
  });
});

describe('the critical chain', () => {
  it('runs without a gap in its reasons from the start to the hand-back', () => {
    let seen = 0;
    for (let seed = 1; seed <= 120; seed++) {
      const problem = randomProblem(seed);
      const plan = solve(problem, { seed: 1, steps: 40 });
      if ('infeasible' in plan) continue;
      const chain = criticalChain(problem, plan);
      const last = chain.at(-1);
      const tail = problem.finish.find((f) => f.operation === last?.operation)?.tail ?? NaN;
      expect((last?.end ?? 0) + tail).toBe(plan.makespan);
      chain.forEach((link, i) => {
        const before = chain[i - 1];
        if (before && 'operation' in link.because) {
          expect(link.because.operation).toBe(before.operation);
          expect(before.start).toBeLessThanOrEqual(link.start);
        }
      });
      seen++;
    }
    expect(seen).toBeGreaterThan(50);
  });

  it('names the film, the person, the place and the rack', () => {
    const film = problemOf({ links: [{ from: 'a', to: 'b', minLag: 120, maxLag: null }] });
    expect(criticalChain(film, planned(film)).at(-1)?.because).toEqual({
      kind: 'film',
      operation: 'a',
      minutes: 120,
    });
    const person = problemOf({ finish: ['a', 'b'].map((operation) => ({ operation, tail: 0 })) });
    expect(criticalChain(person, planned(person)).at(-1)?.because).toMatchObject({
      kind: 'person',
      worker: 'w',
    });
    const rack = problemOf({
      racks: [{ id: 'rack', slots: 5 }],
      workers: ['w', 'v'].map((id) => ({ id, calendar: 'crew', skills: ['coat'] })),
      holds: ['a', 'b'].map((from) => ({ rack: 'rack', slots: 4, from, to: null, tail: 300 })),
      finish: ['a', 'b'].map((operation) => ({ operation, tail: 0 })),
    });
    expect(criticalChain(rack, planned(rack)).at(-1)?.because).toMatchObject({ kind: 'rack', rack: 'rack' });
    const place = problemOf({
      stations: [{ id: 'booth', capacity: 1, calendar: null, changeovers: [] }],
      workers: ['w', 'v'].map((id) => ({ id, calendar: 'crew', skills: [id] })),
      operations: [
        op('a', 60, { station: 'booth', skill: 'w' }),
        op('b', 60, { station: 'booth', skill: 'v' }),
      ],
      finish: ['a', 'b'].map((operation) => ({ operation, tail: 0 })),
    });
    expect(criticalChain(place, planned(place)).at(-1)?.because).toMatchObject({
      kind: 'place',
      station: 'booth',
    });
  });
});

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
    if (!('infeasible' in plan)) throw new Error('there is a plan');
    expect(plan.proven).toBe(true);
    return plan.reason;
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

describe('what is scarce alone', () => {
  /** Waits that end on the hour, an hour or so after their least. */
  const airOf = (problem: Problem) =>
    new Map(
      problem.links.map((l) => [
        linkKey(l.from, l.to),
        (end: number) => Math.ceil((end + l.minLag + 40) / 60) * 60,
      ]),
    );
  it('is never above the optimum where waits follow the air', () => {
    let met = 0;
    for (let seed = 1; seed <= 80; seed++) {
      const problem = randomProblem(seed);
      const air = airOf(problem);
      const plan = solve(problem, { seed: 1, steps: 240 }, { air });
      if ('infeasible' in plan) continue;
      expect(plan.lowerBound).toBe(plan.makespan);
      const m = compile(problem, air);
      if ('infeasible' in m) throw new Error(m.reason);
      const bound = relaxedBound(m, headsOf(m), plan.makespan + 300, 0, 4_000);
      expect(bound, `seed ${seed}`).toBeLessThanOrEqual(plan.makespan);
      if (bound === plan.makespan) met++;
    }
    expect(met).toBeGreaterThan(5);
  });
  it('keeps what could save a changeover, though it lies on no rack', () => {
    // From white to black two hours; by way of grey, which another lot takes, nothing.
    const at = (id: string, material: string) => op(id, 60, { station: 'tent', material });
    const problem = problemOf({
      stations: [
        {
          id: 'tent',
          capacity: 1,
          calendar: null,
          changeovers: [{ from: 'white', to: 'black', minutes: 120 }],
        },
      ],
      racks: [{ id: 'rack', slots: 8 }],
      operations: [at('A1', 'white'), op('A2', 10), at('A3', 'black'), at('B1', 'grey')],
      links: [
        { from: 'A1', to: 'A2', minLag: 0, maxLag: null },
        { from: 'A2', to: 'A3', minLag: 0, maxLag: null },
      ],
      holds: [{ rack: 'rack', slots: 4, from: 'A1', to: 'A3', tail: null }],
      finish: [{ operation: 'A3', tail: 0 }],
    });
    const m = modelOf(problem);
    // By one painter: white to 09:00, ten minutes of A2, grey to 10:10, black to 11:10.
    expect(planned(problem).makespan).toBe(670);
    expect(relaxedBound(m, headsOf(m), 900, 0, 4_000)).toBeLessThanOrEqual(670);
    expect(relax(m, headsOf(m))?.model.operations.map((o) => o.id)).toEqual(['A1', 'A3', 'B1']);
  });
  it('keeps the tent and what lies on the rack; other work between becomes a wait through its hours', () => {
    // Coat, sand by hand, coat: sanding fits only before lunch or after it.
    const lot = (id: string) => [
      op(`${id}1`, 60, { station: 'tent' }),
      op(`${id}2`, 90, { pausable: false }),
      op(`${id}3`, 60, { station: 'tent' }),
    ];
    const problem = problemOf({
      workers: ['w', 'v'].map((id) => ({ id, calendar: 'crew', skills: ['coat'] })),
      stations: [{ id: 'tent', capacity: 1, calendar: null, changeovers: [] }],
      racks: [{ id: 'rack', slots: 8 }],
      operations: [...lot('A'), ...lot('B')],
      links: ['A', 'B'].flatMap((l) => [
        { from: `${l}1`, to: `${l}2`, minLag: 20, maxLag: null },
        { from: `${l}2`, to: `${l}3`, minLag: 0, maxLag: null },
      ]),
      holds: ['A', 'B'].map((l) => ({ rack: 'rack', slots: 4, from: `${l}1`, to: `${l}3`, tail: null })),
      finish: ['A3', 'B3'].map((operation) => ({ operation, tail: 0 })),
    });
    const m = modelOf(problem);
    const relaxed = relax(m, headsOf(m));
    expect(relaxed?.model.operations.map((o) => o.id)).toEqual(['A1', 'A3', 'B1', 'B3']);
    const wait = relaxed?.model.after[0]?.[0];
    expect(wait?.min).toBe(110);
    // Ended at 09:00, sanded 09:20 to 10:50; ended at 11:00, sanded after lunch.
    expect(wait?.ready?.(540)).toBe(650);
    expect(wait?.ready?.(660)).toBe(870);
    // Lots alike wait alike, so that their order is not tried twice.
    expect(relaxed?.model.after[2]?.[0]?.ready).toBe(wait?.ready);
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
  const plan = solve(problem, { seed: 1, steps: 20 });
  if ('infeasible' in plan) throw new Error(plan.reason);
  expect(audit(problem, plan)).toEqual([]);
  expect(plan.makespan).toBe(30);
});
