import { sayNoPlan } from './model/say-cause';
import { isPlan, mustBePlan } from './model/infeasible';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seeded } from '../units/random';
import { audit } from './audit/audit';
import { earliestRun, intersect, unite } from './model/calendar';
import { readProblem, type Interval, type Plan, type Problem } from './model/problem';
import { solve } from './search/solve';
import { openMinutes } from './model/work-week';
import { always, sampled } from '../../../../tests/budget';

const hours = fc
  .uniqueArray(fc.integer({ min: 0, max: 400 }), { minLength: 2, maxLength: 12 })
  .map((cuts) => {
    const sorted = cuts.sort((a, b) => a - b);
    return sorted.flatMap((a, i): Interval[] =>
      i % 2 === 0 && sorted[i + 1] !== undefined ? [[a, sorted[i + 1] ?? a]] : [],
    );
  });
const minutesOf = (open: readonly Interval[]) =>
  new Set(open.flatMap(([a, b]) => Array.from({ length: b - a }, (_, i) => a + i)));

describe('open hours', () => {
  it('cut and unite minute by minute', () => {
    always(
      fc.property(hours, hours, (a, b) => {
        const [x, y] = [minutesOf(a), minutesOf(b)];
        expect([...minutesOf(intersect(a, b))]).toEqual([...x].filter((m) => y.has(m)));
        expect([...minutesOf(unite([a, b]))]).toEqual([...new Set([...x, ...y])].sort((m, n) => m - n));
      }),
    );
  });

  it('find the earliest run that a minute-by-minute search finds', () => {
    always(
      fc.property(
        hours,
        fc.nat(420),
        fc.integer({ min: 1, max: 90 }),
        fc.boolean(),
        (open, from, minutes, pausable) => {
          const is = minutesOf(open);
          let wanted: Interval | null = null;
          for (let start = from; start < 420 && !wanted; start++) {
            if (!is.has(start)) continue;
            let [t, left] = [start, minutes];
            while (left > 0 && t < 420 && (pausable || is.has(t))) {
              if (is.has(t)) left--;
              t++;
            }
            if (left === 0) wanted = [start, t];
          }
          expect(earliestRun(open, from, minutes, pausable)).toEqual(wanted);
        },
      ),
    );
  });

  it('are right to the minute over both changes of the clock', () => {
    const week = { days: [1, 2, 3, 4, 5, 6, 7], spans: [['08:00', '16:00']] as [string, string][] };
    const spring = openMinutes(week, 'America/Halifax', Date.parse('2026-03-07T00:00:00-04:00'), 3 * 1440);
    // Elapsed minutes between the openings of Saturday, Sunday (23 h) and Monday.
    expect(spring.map(([a]) => a)).toEqual([480, 480 + 1440 - 60, 480 + 2880 - 60]);
    const autumn = openMinutes(week, 'America/Halifax', Date.parse('2026-10-31T00:00:00-03:00'), 2 * 1440);
    expect(autumn.map(([a]) => a)).toEqual([480, 480 + 1440 + 60]);
  });
});

/** A small problem with every kind of rule in it. */
function small(seed: number): Problem {
  const r = seeded(seed);
  const pick = <T>(...list: T[]): T => list[Math.floor(r() * list.length)] ?? (list[0] as T);
  const days = Array.from({ length: 12 }, (_, d) => d * 1440);
  const lots = pick(1, 2, 3);
  const problem: Problem = {
    format: 'anthem.planning-problem',
    version: 1,
    name: `small ${seed}`,
    horizon: 12 * 1440,
    calendars: [
      {
        id: 'crew',
        open: days.flatMap((d): Interval[] => [
          [d + 480, d + 720],
          [d + 780, d + 990],
        ]),
      },
      { id: 'house', open: days.map((d): Interval => [d + 540, d + 960]) },
      { id: 'warm', open: days.map((d): Interval => [d + pick(480, 600, 690), d + pick(800, 1000)]) },
    ],
    workers: Array.from({ length: pick(1, 2) }, (_, i) => ({
      id: `w${i}`,
      calendar: 'crew',
      skills: i ? ['prep'] : ['prep', 'coat'],
    })),
    stations: [
      {
        id: 'tent',
        capacity: 1,
        calendar: null,
        changeovers: [
          { from: 'p', to: 'q', minutes: 20 },
          { from: 'q', to: 'p', minutes: 25 },
        ],
      },
      { id: 'kitchen', capacity: 1, calendar: 'house', changeovers: [] },
    ],
    racks: [{ id: 'rack', slots: pick(10, 14, 30) }],
    operations: [],
    links: [],
    holds: [],
    finish: [],
  };
  for (let l = 0; l < lots; l++) {
    const id = (step: string) => `L${l}.${step}`;
    const op = (
      step: string,
      minutes: number,
      skill: string,
      station: string | null,
      material: string | null,
    ) =>
      problem.operations.push({
        id: id(step),
        lot: `L${l}`,
        pieces: 6,
        minutes,
        skill,
        pausable: station === null,
        station,
        material,
        lockedStart: null,
      });
    op('clean', pick(30, 60, 300), 'prep', null, null);
    op('prime', pick(30, 45), 'coat', 'tent', 'p');
    Object.assign(problem.operations.at(-1) ?? {}, pick({}, { calendar: 'warm' }, { calendar: null }));
    op('coat', pick(30, 45), 'coat', 'tent', 'q');
    op('hang', 60, 'prep', 'kitchen', null);
    problem.links.push(
      { from: id('clean'), to: id('prime'), minLag: 60, maxLag: null },
      { from: id('prime'), to: id('coat'), minLag: pick(15, 240), maxLag: pick(null, 1800) },
      { from: id('coat'), to: id('hang'), minLag: pick(720, 2880), maxLag: null },
    );
    problem.holds.push({ rack: 'rack', slots: 6, from: id('prime'), to: id('hang'), tail: null });
    problem.finish.push({ operation: id('hang'), tail: pick(0, 120) });
  }
  return problem;
}

const planOf = (problem: Problem): Plan => {
  const plan = mustBePlan(solve(problem, { seed: 1, steps: 60 }));
  return plan;
};

describe('the planner', () => {
  it('keeps every rule on random problems, and never ends before its bound', () => {
    for (const seed of sampled(20, 120)) {
      const problem = small(seed);
      expect(readProblem(problem)).toEqual({ problem });
      const plan = planOf(problem);
      expect(audit(problem, plan), problem.name).toEqual([]);
    }
  });

  it('gives the same plan for the same seed', () => {
    expect(planOf(small(7))).toEqual(planOf(small(7)));
  });

  it('keeps what is pinned', () => {
    const problem = small(3);
    const late = planOf(problem).assignments.find((a) => a.operation === 'L0.hang');
    const start = (late?.start ?? 0) + 1440;
    const pinned = {
      ...problem,
      operations: problem.operations.map((o) => (o.id === 'L0.hang' ? { ...o, lockedStart: start } : o)),
    };
    const plan = planOf(pinned);
    expect(audit(pinned, plan)).toEqual([]);
    expect(plan.assignments.find((a) => a.operation === 'L0.hang')?.start).toBe(start);
  });

  const change = (problem: Problem, edit: (p: Problem) => void): Problem => {
    const copy = structuredClone(problem);
    edit(copy);
    return copy;
  };
  it.each([
    ['nobody has the skill', (p: Problem) => p.operations.forEach((o) => (o.skill = 'gild')), /skill “gild”/],
    [
      'too long at a stretch',
      (p: Problem) => p.operations.forEach((o) => o.station && (o.minutes = 300)),
      /300 min at a stretch/,
    ],
    [
      'the rack is too small',
      (p: Problem) => p.racks.forEach((r) => (r.slots = 5)),
      /needs 6 slots of rack, which has 5/,
    ],
    [
      'an empty window',
      (p: Problem) => p.links.forEach((l) => (l.maxLag = l.minLag - 1)),
      /the window is empty/,
    ],
    [
      'a circle',
      (p: Problem) => p.links.push({ from: 'L0.hang', to: 'L0.clean', minLag: 0, maxLag: null }),
      /in a circle/,
    ],
    ['too short a horizon', (p: Problem) => (p.horizon = 1500), /before the horizon/],
    [
      'pinned before it can be',
      (p: Problem) => p.operations.forEach((o) => o.id === 'L0.hang' && (o.lockedStart = 540)),
      /pinned to minute 540/,
    ],
  ])('says why there is no plan: %s', (_, edit, reason) => {
    const result = solve(change(small(2), edit), { seed: 1, steps: 20 });
    expect(result).toMatchObject({ infeasible: true, proven: true });
    expect(!isPlan(result) && sayNoPlan(result)).toMatch(reason);
  });
});

describe('the auditor', () => {
  const problem = small(11);
  const plan = planOf(problem);
  const broken = (edit: (p: Plan) => void): string[] => {
    const copy = structuredClone(plan);
    edit(copy);
    return audit(problem, copy);
  };
  const of = (p: Plan, op: string) => {
    const found = p.assignments.find((a) => a.operation === op);
    if (!found) throw new Error(op);
    return found;
  };
  const shift = (p: Plan, op: string, by: number) => {
    of(p, op).start += by;
    of(p, op).end += by;
  };

  it('finds nothing wrong with a right plan', () => expect(audit(problem, plan)).toEqual([]));

  it.each([
    ['an operation left out', (p: Plan) => p.assignments.shift(), /is not planned/],
    ['one planned twice', (p: Plan) => p.assignments.push(of(p, 'L0.clean')), /planned twice/],
    [
      'a coat in air that is too cold for it',
      (p: Plan) => Object.assign(of(p, 'L0.prime'), { start: 500, end: 530 }),
      /outside open hours/,
    ],
    ['a night shift', (p: Plan) => shift(p, 'L0.prime', 720), /outside open hours/],
    ['too little time', (p: Plan) => (of(p, 'L0.prime').end -= 5), /open minutes, \d+ are due/],
    ['too early on a wet film', (p: Plan) => shift(p, 'L0.hang', -1440), /at least \d+ are due/],
    ['somebody without the skill', (p: Plan) => (of(p, 'L0.prime').worker = 'w9'), /lacks the skill coat/],
    ['a better makespan than is true', (p: Plan) => (p.makespan -= 1), /makespan is given/],
    ['a bound above the plan', (p: Plan) => (p.lowerBound = p.makespan + 1), /lower bound/],
  ])('names %s', (_, edit, fault) => expect(broken(edit).join('\n')).toMatch(fault));

  it('names two in one place, two by one person, a full rack, a missed window and a moved pin', () => {
    const two = small(4);
    const p = planOf(two);
    const [a, b] = [of(p, 'L0.prime'), of(p, 'L1.prime')];
    Object.assign(b, { start: a.start, end: a.end, worker: a.worker });
    const faults = audit(two, p).join('\n');
    expect(faults).toMatch(/tent holds 2 operations/);
    expect(faults).toMatch(/at the same time/);
    expect(audit({ ...two, racks: [{ id: 'rack', slots: 5 }] }, planOf(two)).join()).toMatch(
      /rack holds \d+ pieces/,
    );
    const tight = { ...two, links: two.links.map((l) => ({ ...l, maxLag: l.minLag })) };
    expect(audit(tight, planOf(two)).join()).toMatch(/at most \d+ are allowed/);
    const pinned = { ...two, operations: two.operations.map((o) => ({ ...o, lockedStart: 1 })) };
    expect(audit(pinned, planOf(two)).join()).toMatch(/it is pinned to 1/);
  });
});

describe('reading a problem', () => {
  const faults = (edit: (p: Problem) => void): string => {
    const copy = structuredClone(small(1));
    edit(copy);
    const read = readProblem(copy);
    return 'faults' in read ? read.faults.join('\n') : '';
  };
  it.each([
    [
      'an unknown operation in a link',
      (p: Problem) => p.links.push({ from: 'x', to: 'L0.hang', minLag: 0, maxLag: null }),
      /links\.\d+\.from: There is no operation “x”/,
    ],
    [
      'hours that overlap',
      (p: Problem) => p.calendars.forEach((c) => c.open.push([0, 5])),
      /sorted and must not overlap/,
    ],
    [
      'hours that run backwards',
      (p: Problem) => p.calendars.forEach((c) => (c.open = [[9, 5]])),
      /must close later/,
    ],
    [
      'hours of an operation that there are not',
      (p: Problem) => Object.assign(p.operations[0] ?? {}, { calendar: 'mild' }),
      /operations\.0\.calendar: There is no calendar “mild”/,
    ],
    ['an id used twice', (p: Problem) => p.workers.push(...p.workers.slice(0, 1)), /is twice in workers/],
    [
      'a hold without an end',
      (p: Problem) => p.holds.push({ rack: 'rack', slots: 1, from: 'L0.prime', to: null, tail: null }),
      /needs a tail/,
    ],
    [
      'minutes that are no number',
      (p: Problem) => Object.assign(p.operations[0] ?? {}, { minutes: 'ten' }),
      /operations\.0\.minutes/,
    ],
  ])('names %s and where it is', (_, edit, message) => expect(faults(edit)).toMatch(message));
});
