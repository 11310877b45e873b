import { isPlan, mustBePlan, noPlan } from '../model/infeasible';
import { DAY, MINUTE } from '$core/units/durations';
import { beforeEach, describe, expect, it } from 'vitest';
import { buildRoute, workMinutes, type Step } from '$core/coating/route';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import { dayToMs } from '$core/units/clock-time';
import { audit } from '../audit/audit';
import { USUAL_CREW_WEEK, USUAL_HOUSE_WEEK } from './choice';
import { buildProblem } from './job-problem';
import type { JobToPlan, LotProgress } from './job-to-plan';
import { operationId, plannedSteps, readOperationId } from '../model/operation-id';
import { readProblem, type Plan, type Problem } from '../model/problem';
import { sayWhyNoPlan } from '../../job-plan/say-no-plan';
import { solve } from '../search/solve';

const MONDAY = dayToMs('2026-03-09', 'America/Halifax');
const route = buildRoute(
  SHELLAC_URETHANE,
  [
    { back: 1, front: 1 },
    { back: 1, front: 1 },
  ],
  'spray',
);
const FIRST = 'back.shellac-primer.1';

const lot = (id: string, pieces: number): LotProgress => ({
  id,
  pieces,
  racked: false,
  steps: route.map((s) => ({ key: s.key, pending: pieces, from: 0, to: null, running: [] })),
});
/** A lot that has had every step before the one named. */
const reached = (id: string, pieces: number, key: string): LotProgress => {
  const at = route.findIndex((s) => s.key === key);
  const fresh = lot(id, pieces);
  return {
    ...fresh,
    racked: key !== FIRST,
    steps: fresh.steps.map((s, i) => (i < at ? { ...s, pending: 0 } : s)),
  };
};
const change = (
  progress: LotProgress,
  key: string,
  edit: Partial<LotProgress['steps'][number]>,
): LotProgress => ({
  ...progress,
  steps: progress.steps.map((s) => (s.key === key ? { ...s, ...edit } : s)),
});

let job: JobToPlan;
beforeEach(() => {
  job = {
    name: 'Test',
    t0: MONDAY,
    zone: 'America/Halifax',
    horizonDays: 30,
    route,
    tool: 'spray',
    lots: [lot('A', 6), lot('B', 5)],
    workers: ['ines', 'tobin'],
    crewWeek: USUAL_CREW_WEEK,
    houseWeek: USUAL_HOUSE_WEEK,
    rackSlots: 24,
    lastMaterial: null,
  };
});

const build = (): Problem => {
  const { problem } = buildProblem(job) ?? {};
  if (!problem) throw new Error('nothing to plan');
  expect(readProblem(problem)).toEqual({ problem });
  return problem;
};
const planOf = (problem: Problem): Plan => {
  const plan = mustBePlan(solve(problem, { seed: 1, steps: 40 }));
  expect(audit(problem, plan)).toEqual([]);
  return plan;
};
const operation = (problem: Problem, id: string) => problem.operations.find((o) => o.id === id);
const startOf = (plan: Plan, id: string): number =>
  plan.assignments.find((a) => a.operation === id)?.start ?? NaN;

describe('a wait in whole minutes', () => {
  /** The link of a step on another, with its figure as given. */
  const linkOf = (min: number, max: number | null) => {
    const [clean, next] = route;
    if (!clean || !next) throw new Error('no route');
    const after = [{ step: clean.key, film: null, stage: null, wet: 1, min, max }];
    job.route = route.map((s) => (s === next ? { ...s, after } : s));
    const [from, to] = [operationId('A', clean.key), operationId('A', next.key)];
    return build().links.find((l) => l.from === from && l.to === to);
  };
  it('is no shorter than its figure, and a window no longer', () => {
    expect(linkOf(2.5, 7.5)).toMatchObject({ minLag: 3, maxLag: 7 });
    expect(linkOf(3, 7)).toMatchObject({ minLag: 3, maxLag: 7 });
    expect(linkOf(0.1, null)).toMatchObject({ minLag: 1, maxLag: null });
  });
  it('is never below nothing, and at most a minute beyond the days that are planned', () => {
    expect(linkOf(-5, null)?.minLag).toBe(0);
    expect(linkOf(1e9, null)?.minLag).toBe(30 * 1440 + 1);
  });
});

describe('a fresh job', () => {
  it('has an operation per lot and step, with the work of its pieces', () => {
    const problem = build();
    expect(problem.operations).toHaveLength(2 * route.length);
    for (const step of route) {
      expect(operation(problem, operationId('A', step.key))).toMatchObject({
        pieces: 6,
        minutes: workMinutes(step, 6),
        lockedStart: null,
      });
    }
  });

  it('coats in the tent without a break, hangs in the kitchen, prepares anywhere', () => {
    const problem = build();
    const of = (key: string) => operation(problem, operationId('A', key));
    expect(of(FIRST)).toMatchObject({
      station: 'coating',
      material: 'shellac-primer',
      skill: 'coat',
      pausable: false,
    });
    expect(of('hang')).toMatchObject({ station: 'kitchen', skill: 'hang', pausable: true });
    expect(of('clean')).toMatchObject({ station: null, skill: 'prep', pausable: true });
    expect(of('flip')).toMatchObject({ station: null, pausable: false });
  });

  it('links every requirement of the route, within each lot', () => {
    const problem = build();
    const wanted = route.flatMap((s: Step) =>
      s.after.map((r) => ({
        from: operationId('B', r.step),
        to: operationId('B', s.key),
        minLag: r.min,
        maxLag: r.max,
      })),
    );
    expect(problem.links.filter((l) => l.to.startsWith('B:'))).toEqual(wanted);
  });

  it('keeps each lot on the rack from its first coat until it hangs', () => {
    expect(build().holds).toEqual([
      { rack: 'rack', slots: 6, from: `A:${FIRST}`, to: 'A:hang', tail: null },
      { rack: 'rack', slots: 5, from: `B:${FIRST}`, to: 'B:hang', tail: null },
    ]);
    expect(build().finish).toEqual([
      { operation: 'A:hang', tail: 0 },
      { operation: 'B:hang', tail: 0 },
    ]);
  });

  it('waits for room when the rack holds one lot at a time', () => {
    job.rackSlots = 6;
    const plan = planOf(build());
    const spans = ['A', 'B']
      .map((l) => [startOf(plan, `${l}:${FIRST}`), startOf(plan, `${l}:hang`)] as const)
      .sort((a, b) => a[0] - b[0]);
    expect(spans[1]?.[0]).toBeGreaterThanOrEqual(spans[0]?.[1] ?? Infinity);
  });

  it('opens in the crew’s hours of the job’s own zone', () => {
    const problem = build();
    const crew = problem.calendars.find((c) => c.id === 'crew ines');
    expect(crew?.open.slice(0, 3)).toEqual([
      [480, 720],
      [780, 990],
      [1440 + 480, 1440 + 720],
    ]);
    expect(problem.calendars.find((c) => c.id === 'house')?.open[0]).toEqual([540, 1020]);
  });
});

describe('a job under way', () => {
  it('leaves out what is done and waits for films that dry', () => {
    const dryAt = MONDAY + 300 * MINUTE;
    job.lots = [change(reached('A', 6, 'flip'), 'flip', { from: dryAt })];
    const problem = build();
    expect(problem.operations.map((o) => o.id).slice(0, 2)).toEqual(['A:flip', 'A:flip:film']);
    expect(operation(problem, 'A:flip:film')).toMatchObject({ minutes: 300, lockedStart: 0 });
    expect(problem.links).toContainEqual({ from: 'A:flip:film', to: 'A:flip', minLag: 0, maxLag: null });
    // Dry at five in the morning: the flip waits for the crew at eight.
    expect(startOf(planOf(problem), 'A:flip')).toBe(480);
  });

  it('keeps an open recoat window open until it closes, and not longer', () => {
    const key = 'front.urethane-enamel.1';
    job.lots = [change(reached('A', 6, key), key, { from: MONDAY + 60 * MINUTE, to: MONDAY + 500 * MINUTE })];
    const problem = build();
    expect(problem.links).toContainEqual({ from: `A:${key}:film`, to: `A:${key}`, minLag: 0, maxLag: 440 });
    expect(startOf(planOf(problem), `A:${key}`)).toBeLessThanOrEqual(500);
    job.lots = [change(reached('A', 6, key), key, { from: MONDAY + 60 * MINUTE, to: MONDAY + 400 * MINUTE })];
    // It closes before the crew comes: no plan can keep it, and none is made up.
    expect(solve(build(), { seed: 1, steps: 10 })).toMatchObject({ infeasible: true });
  });

  it('holds the rack for what lies on it from the first minute', () => {
    job.lots = [reached('A', 6, 'flip'), lot('B', 5)];
    job.rackSlots = 10;
    const problem = build();
    expect(problem.holds[0]).toEqual({
      rack: 'rack',
      slots: 6,
      from: 'A:rack:now',
      to: 'A:hang',
      tail: null,
    });
    const plan = planOf(problem);
    expect(startOf(plan, `B:${FIRST}`)).toBeGreaterThanOrEqual(startOf(plan, 'A:hang'));
  });

  it('lets work under way end, and its person begin nothing else before', () => {
    job.t0 = MONDAY + 500 * MINUTE;
    job.workers = ['ines'];
    const started = MONDAY + 490 * MINUTE;
    job.lots = [
      change(lot('A', 6), 'clean', { pending: 0, running: [{ worker: 'ines', pieces: 6, start: started }] }),
      lot('B', 5),
    ];
    const problem = build();
    // Setting up 5 and six pieces of 4 minutes, ten of them gone.
    expect(operation(problem, 'A:clean:running0')).toMatchObject({ minutes: 19, lockedStart: 0 });
    const plan = planOf(problem);
    expect(startOf(plan, 'B:clean')).toBeGreaterThanOrEqual(19);
    expect(startOf(plan, 'A:sand')).toBeGreaterThanOrEqual(19 + 60);
  });

  it('takes work that lasts longer than planned to be nearly done', () => {
    job.t0 = MONDAY + 600 * MINUTE;
    job.lots = [
      change(lot('A', 6), 'clean', {
        pending: 0,
        running: [{ worker: 'ines', pieces: 6, start: MONDAY + 480 * MINUTE }],
      }),
    ];
    expect(operation(build(), 'A:clean:running0')?.minutes).toBe(1);
  });

  it('lets a coat under way go on beside the hours of its place, where those end before it does', () => {
    const started = MONDAY + 480 * MINUTE;
    const coating = (spans: { from: number; to: number }[], at = started) => {
      job.t0 = at;
      job.lots = [
        change(reached('A', 6, FIRST), FIRST, {
          pending: 0,
          running: [{ worker: 'ines', pieces: 6, start: started }],
        }),
      ];
      job.usedElsewhere = { away: new Map(), work: new Map(), place: spans, rack: [] };
      return operation(build(), `A:${FIRST}:running0`)?.station;
    };
    const after = (from: number, to: number) => [
      { from: started + from * MINUTE, to: started + to * MINUTE },
    ];
    expect(coating([])).toBe('coating');
    expect(coating(after(600, 700))).toBe('coating');
    // Another job has the place now, or before it is done.
    expect(coating(after(0, 700))).toBeNull();
    expect(coating(after(5, 700))).toBeNull();
    // Another had it before.
    expect(coating(after(-60, 0))).toBe('coating');
  });
  it('lets the pieces that were left out catch up first', () => {
    job.lots = [change(reached('A', 6, 'sand'), 'clean', { pending: 2 })];
    const problem = build();
    expect(operation(problem, 'A:clean')).toMatchObject({ pieces: 2, minutes: 13 });
    expect(problem.links).toContainEqual({ from: 'A:clean', to: 'A:sand', minLag: 60, maxLag: null });
  });

  it('changes the gun over when something else was in it', () => {
    job.lots = [reached('A', 6, FIRST)];
    const length = () => {
      const a = planOf(build()).assignments.find((x) => x.operation === `A:${FIRST}`);
      return (a?.end ?? 0) - (a?.start ?? 0);
    };
    const clean = length();
    job.lastMaterial = 'urethane-enamel';
    expect(length()).toBe(clean + 20);
    job.lastMaterial = 'shellac-primer';
    expect(length()).toBe(clean);
  });

  it('is nothing once everything hangs', () => {
    job.lots = [];
    expect(buildProblem(job)).toBeNull();
  });
});

it('reads back lots and steps, and leaves helpers out', () => {
  expect(readOperationId('A:back.shellac-primer.1')).toEqual({ lot: 'A', step: 'back.shellac-primer.1' });
  expect(readOperationId('A:flip:film')).toBeNull();
  const assignments = [
    { operation: 'A:flip', worker: 'ines', start: 480, end: 486 },
    { operation: 'A:flip:film', worker: 'x', start: 0, end: 9 },
  ];
  const result = { assignments, makespan: 486, lowerBound: 0 };
  expect(plannedSteps(null)).toEqual([]);
  expect(plannedSteps({ result: noPlan(false), t0: MONDAY })).toEqual([]);
  expect(plannedSteps({ result, t0: MONDAY })).toEqual([
    { lot: 'A', step: 'flip', worker: 'ines', start: MONDAY + 480 * MINUTE, end: MONDAY + 486 * MINUTE },
  ]);
});

describe('the air where pieces are coated', () => {
  const day = (celsius: number) => ({
    start: MONDAY,
    step: 60,
    air: Array.from({ length: 20 * 24 }, () => ({ celsius, humidity: 0.5, wind: 0.1 })),
  });
  /** 12 °C before noon, 20 °C after it. */
  const mornings = {
    ...day(20),
    air: day(20).air.map((a, h) => ({ ...a, celsius: h % 24 < 12 ? 8 : 20 })),
  };
  it('keeps coats to the hours that a product may be laid in, and asks nothing of other steps', () => {
    job.coatingAir = { pieces: mornings, site: day(20) };
    const problem = build();
    const enamel = operation(problem, 'A:back.urethane-enamel.1');
    const hours = problem.calendars.find((c) => c.id === enamel?.calendar)?.open;
    expect(hours?.slice(0, 2)).toEqual([
      [720, 1440],
      [2160, 2880],
    ]);
    expect(operation(problem, 'A:clean')?.calendar).toBeUndefined();
    for (const { operation: of, start } of planOf(problem).assignments)
      if (operation(problem, of)?.material === 'urethane-enamel')
        expect(start % 1440).toBeGreaterThanOrEqual(720);
  });
  it('is said when it never allows a product', () => {
    job.coatingAir = { pieces: { ...day(4), air: [...day(4).air, ...day(4).air] }, site: day(20) };
    const result = solve(build(), { seed: 1, steps: 10 });
    expect(result).toMatchObject({ infeasible: true, proven: true });
    const names = [['A:back.urethane-enamel.1', 'Coat backs, lot A']] as const;
    expect(!isPlan(result) && sayWhyNoPlan(result, names, MONDAY, 'Etc/UTC')).toMatch(
      /hours whose air suits /,
    );
  });
});

describe('what is made ready before a coat', () => {
  const key = 'back.urethane-enamel.1';
  const minutes = (edit: Partial<LotProgress['steps'][number]>): number => {
    job.lots = [change(reached('A', 6, key), key, edit)];
    return operation(build(), `A:${key}`)?.minutes ?? 0;
  };
  const usual = workMinutes(route.find((s) => s.key === key) as Step, 6);
  it('is wiped where it stood for days, and takes its minutes', () => {
    expect(minutes({ handled: MONDAY - DAY })).toBe(usual);
    expect(minutes({ handled: MONDAY - 3 * DAY })).toBe(usual + 5);
    // By the time that its film allows the coat it will have stood.
    expect(minutes({ handled: MONDAY - DAY, from: MONDAY + 2 * DAY })).toBe(usual + 5);
  });
  it('is scuffed where its window is over', () => {
    expect(minutes({ handled: MONDAY - DAY, to: MONDAY - 1 })).toBe(usual + 6);
    expect(minutes({ handled: MONDAY - DAY, to: MONDAY + DAY })).toBe(usual);
  });
});
