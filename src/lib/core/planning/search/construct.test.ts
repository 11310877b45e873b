/** Small problems whose best plan was found by hand, one rule at a time. */
import { mustBePlan } from '../model/infeasible';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { feasible, op } from '../../../../../tests/plan-builders';
import { randomProblem } from '../../../../../tests/random-problem';
import { audit } from '../audit/audit';
import { compile } from '../compile/compile';
import type { Operation, Problem } from '../model/problem';
import { makespanOf } from '../model/schedule';
import { construct } from './construct';
import { solve } from './solve';
import { always } from '../../../../../tests/budget';

/** One painter, 8 to 12 and 13 to 17 on three days, everything counted for the finish. */
const problem = (operations: Operation[], more: Partial<Problem> = {}): Problem => ({
  format: 'anthem.planning-problem',
  version: 1,
  name: 'by hand',
  horizon: 4320,
  calendars: [
    {
      id: 'day',
      open: [0, 1440, 2880].flatMap((d): [number, number][] => [
        [d + 480, d + 720],
        [d + 780, d + 1020],
      ]),
    },
  ],
  workers: [{ id: 'ines', calendar: 'day', skills: ['coat'] }],
  stations: [],
  racks: [],
  operations,
  links: [],
  holds: [],
  finish: operations.map((o) => ({ operation: o.id, tail: 0 })),
  ...more,
});
const times = (p: Problem): Record<string, [number, number]> => {
  const plan = mustBePlan(solve(p, { seed: 1, steps: 200 }));
  expect(audit(p, plan)).toEqual([]);
  return Object.fromEntries(plan.assignments.map((a) => [a.operation, [a.start, a.end]]));
};

it('a coat that does not fit before lunch waits for the afternoon', () => {
  const p = problem([op('a', 200), op('b', 60)], {
    links: [{ from: 'a', to: 'b', minLag: 0, maxLag: null }],
  });
  expect(times(p)).toEqual({ a: [480, 680], b: [780, 840] });
});

it('work may end in the last minute of the horizon, and not after it', () => {
  const made = (minutes: number) => {
    const m = compile(problem([op('a', minutes)], { horizon: 600 }));
    const found = construct(m, new Float64Array(1));
    return 'clash' in found ? found.clash[0]?.code : [...found.end];
  };
  expect(made(120)).toEqual([600]);
  expect(made(121)).toBe('ends too late');
});

it('prep stops for lunch and for the night, and goes on', () => {
  expect(times(problem([op('a', 600, { pausable: true })]))).toEqual({ a: [480, 1440 + 480 + 120] });
});

it('films dry at night: a lag runs while everything is closed', () => {
  const p = problem([op('a', 60, { lockedStart: 960 }), op('b', 30)], {
    links: [{ from: 'a', to: 'b', minLag: 720, maxLag: null }],
  });
  // 1020 + 720 = 1740, Tuesday 05:00; the painter comes at 08:00.
  expect(times(p).b).toEqual([1920, 1950]);
});

it('coats of one product go together, to change over once', () => {
  const tent = {
    id: 'tent',
    capacity: 1,
    calendar: null,
    changeovers: [
      ['p', 'q'],
      ['q', 'p'],
    ].map(([from, to]) => ({ from: from ?? '', to: to ?? '', minutes: 60 })),
  };
  const paint = (id: string, material: string) => op(id, 40, { station: 'tent', material });
  const p = problem([paint('a', 'p'), paint('b', 'q'), paint('c', 'p'), paint('d', 'q')], {
    stations: [tent],
  });
  // Four coats of 40 and one change of 60 end at 11:40; any other order changes at least twice.
  expect(Math.max(...Object.values(times(p)).map(([, end]) => end))).toBe(480 + 160 + 60);
});

it('a window pushes what opens it later', () => {
  // b must follow a within 30 min, and the kitchen lets b in only from 14:00.
  const p = problem([op('a', 60), op('b', 60, { station: 'kitchen' })], {
    stations: [{ id: 'kitchen', capacity: 1, calendar: 'house', changeovers: [] }],
    links: [{ from: 'a', to: 'b', minLag: 0, maxLag: 30 }],
  });
  p.calendars.push({ id: 'house', open: [[840, 1000]] });
  expect(times(p)).toEqual({ a: [780, 840], b: [840, 900] });
});

it('two people share the work, each with the skill for it', () => {
  const p = problem([op('a', 200), op('b', 200), op('c', 100, { skill: 'prep' })], {
    workers: [
      { id: 'ines', calendar: 'day', skills: ['coat'] },
      { id: 'tobin', calendar: 'day', skills: ['coat', 'prep'] },
    ],
  });
  // One coat each in the morning, the prep after lunch.
  expect(Math.max(...Object.values(times(p)).map(([, end]) => end))).toBe(880);
});

it('a full rack makes the second lot wait until the first is taken off', () => {
  const p = problem([op('a', 30), op('A', 30), op('b', 30), op('B', 30)], {
    racks: [{ id: 'rack', slots: 10 }],
    links: [
      { from: 'a', to: 'A', minLag: 120, maxLag: null },
      { from: 'b', to: 'B', minLag: 120, maxLag: null },
    ],
    holds: [
      { rack: 'rack', slots: 6, from: 'a', to: 'A', tail: null },
      { rack: 'rack', slots: 6, from: 'b', to: 'B', tail: null },
    ],
  });
  // 8:00–8:30, dry at 10:30, off; the other on at 10:30 (it may start when the first is taken), done after 13:00.
  const t = times(p);
  const [first, second] = [t.a, t.b].sort((x, y) => (x?.[0] ?? 0) - (y?.[0] ?? 0));
  expect(first).toEqual([480, 510]);
  expect(second?.[0]).toBe(660);
  expect(Math.max(...Object.values(t).map(([, end]) => end))).toBe(690 + 120 + 30);
});

it('a tail keeps its place on the rack after the last coat', () => {
  const p = problem([op('a', 30), op('b', 30)], {
    racks: [{ id: 'rack', slots: 5 }],
    holds: [
      { rack: 'rack', slots: 5, from: 'a', to: null, tail: 90 },
      { rack: 'rack', slots: 5, from: 'b', to: null, tail: 90 },
    ],
  });
  expect(
    Object.values(times(p))
      .map(([start]) => start)
      .sort((x, y) => x - y),
  ).toEqual([480, 600]);
});

describe('a pinned coat', () => {
  const booth = {
    id: 'booth',
    capacity: 1,
    calendar: null,
    changeovers: [{ from: 'p', to: 'q', minutes: 30 }],
  };
  const inBooth = (id: string, material: string, more: Partial<Operation> = {}) =>
    op(id, 60, { station: 'booth', material, ...more });

  it('changes over for what is put before it: that may take its time, and it still begins when it is pinned', () => {
    const p = problem([inBooth('a', 'p'), inBooth('b', 'q', { lockedStart: 600 })], { stations: [booth] });
    expect(times(p)).toEqual({ a: [480, 540], b: [600, 690] });
  });

  it('that leaves no time for a changeover waits for nothing that would need one', () => {
    const p = problem([inBooth('a', 'p'), inBooth('b', 'q', { lockedStart: 660 })], { stations: [booth] });
    expect(times(p)).toEqual({ b: [660, 720], a: [780, 840] });
  });

  it('keeps its minute where another coat of its paint spares it the changeover', () => {
    const p = problem([inBooth('a', 'p'), inBooth('c', 'q'), inBooth('b', 'q', { lockedStart: 660 })], {
      stations: [booth],
      links: [
        { from: 'a', to: 'c', minLag: 0, maxLag: null },
        { from: 'c', to: 'b', minLag: 0, maxLag: null },
      ],
    });
    expect(times(p)).toEqual({ a: [480, 540], c: [540, 630], b: [660, 720] });
  });

  it('of no minutes is changed over for by nothing, where other work begins in its minute', () => {
    const p = problem(
      [
        inBooth('a', 'q', { minutes: 0, lockedStart: 660 }),
        inBooth('b', 'p', { lockedStart: 660 }),
        inBooth('c', 'p'),
      ],
      { stations: [booth] },
    );
    const m = compile(p);
    const made = construct(m, new Float64Array(3));
    // Before them it would put half an hour between two that begin together.
    expect('clash' in made ? made.clash : [...made.start]).toEqual([660, 660, 780]);
  });
});

it('a construction is right whatever the urgencies, or says what clashed', () => {
  let right = 0;
  always(
    fc.property(
      fc.integer({ min: 1, max: 300 }),
      fc.array(fc.double({ min: -1e4, max: 1e4, noNaN: true }), { minLength: 9, maxLength: 9 }),
      (seed, keys) => {
        const problem = randomProblem(seed);
        const m = feasible(problem);
        if (!m) return fc.pre(false);
        const made = construct(
          m,
          Float64Array.from(problem.operations, (_, i) => keys[i] ?? 0),
        );
        if ('clash' in made) {
          expect(made.clash).not.toBe('');
          return;
        }
        right++;
        const assignments = problem.operations.map((o, i) => ({
          operation: o.id,
          worker: problem.workers[made.worker[i] ?? 0]?.id ?? '',
          start: made.start[i] ?? 0,
          end: made.end[i] ?? 0,
        }));
        expect(audit(problem, { assignments, makespan: makespanOf(m, made.end), lowerBound: 0 })).toEqual([]);
      },
    ),
    100,
  );
  expect(right).toBeGreaterThan(30);
});
