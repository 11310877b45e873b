/** The one road to a stored plan: what it is made from is known, it is checked, and nothing waits for it that need not. */
import { isPlan } from '$core/planning/model/infeasible';
import { DAY, HOUR, MINUTE } from '$core/units/durations';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { pieceState } from '$core/bench/state/state';
import type { FactBody } from '$core/bench/log/events';
import { USUAL_PLACES } from '$core/air/places';
import { factOf, SMALL_KITCHEN, usualChoice } from '../../../../../../tests/builders';
import { madeOnce, newDatabase, newJob } from '../../../../../../tests/new-database';
import type { Db } from '$server/db/open';
import { insertReading } from '$server/store/readings';
import { writeSetting } from '$server/store/settings';
import { insertTouchTest } from '$server/store/touch-tests';
import { insertPlan, newestPlan } from '$server/store/plans';
import * as threads from '$server/threads/ask';
import { recordFacts } from '$server/services/bench/record-facts';
import { addAbsence } from '$server/services/company/absences';
import { openJob } from '$server/services/job/open-job';
import { saveSurvey } from '$server/services/survey/save-survey';
import { Refused } from '$server/base/refused';
import { chooseDivision, choosePlan } from '../choose-plan';
import { currentPlan } from './current-plan';
import { basisOf, keepPlan, makeCurrentPlan } from './make-plan';
import { openPlanned } from '../open-planned';
import { acceptMoves, keepTimes, pin, unpin } from '../pins';

const ZONE = 'America/Halifax';
/** Monday 9 March 2026, 07:00 in Halifax. */
const NOW = Date.UTC(2026, 2, 9, 10);
const clock = () => NOW;

let db: Db;
let job: string;
let worker: string;
const inAir = (more: object = {}) =>
  usualChoice([worker], { air: 'place', place: 'tent', shared: true, ...more });
const stale = (of = job, now = NOW) => currentPlan(db, openJob(db, of), now).stale;
const record = (at: number, body: FactBody) => recordFacts(db, job, [factOf(job, worker, at, body)]);
const back = (of = job): number => {
  const plan = newestPlan(db, of);
  return plan && isPlan(plan.result) ? plan.t0 + plan.result.makespan * MINUTE : NaN;
};

beforeEach(() => {
  ({ db, job, worker } = newDatabase({ zone: ZONE }, NOW - 20 * DAY));
  saveSurvey(db, job, SMALL_KITCHEN);
});

describe('a stored plan knows what it was made from', () => {
  const planned = madeOnce(async () => {
    await choosePlan(db, job, inAir(), clock);
    return { db, job, worker };
  });
  beforeEach(async () => {
    ({ db, job, worker } = await planned());
    expect(stale()).toBeNull();
  });
  it('a fact', () => {
    record(NOW, { kind: 'air.read', place: 'island', celsius: 18, humidity: 0.5 });
    expect(stale()).toBe('something was recorded');
  });
  it('a day that someone is away, and it is kept clear of', async () => {
    const before = back();
    addAbsence(db, { worker, from: '2026-03-10', to: '2026-03-12', why: 'course' });
    expect(stale()).toMatch(/people are away/);
    await makeCurrentPlan(db, job, clock);
    expect(back()).toBeGreaterThan(before);
    expect(stale()).toBeNull();
  });
  it('the heater of the tent', async () => {
    const { tent } = USUAL_PLACES;
    const on = !tent.heater.on;
    writeSetting(db, 'places', {
      ...USUAL_PLACES,
      tent: { ...tent, heater: { ...tent.heater, on, nights: on } },
    });
    expect(stale()).toMatch(/films dry otherwise/);
    await makeCurrentPlan(db, job, clock);
    expect(stale()).toBeNull();
  });
  it('what a touch test taught', () => {
    insertTouchTest(db, {
      id: 'a test',
      product: 'urethane-enamel',
      place: 'tent',
      stage: 'recoat',
      laidAt: NOW - DAY,
      notAt: NOW - HOUR,
      readyAt: null,
      above: 2.5,
      below: null,
      recordedAt: NOW,
      worker,
    });
    expect(stale()).toMatch(/films dry otherwise/);
  });
  it('a reading that changes when films are ready; one that changes nothing of it does not', () => {
    const air = { place: 'tent' as const, source: 'typed' as const };
    insertReading(db, { ...air, at: NOW - 30 * DAY, celsius: 20, humidity: 0.5 });
    expect(stale()).toBeNull();
    insertReading(db, { ...air, at: NOW - MINUTE, celsius: 4, humidity: 0.9 });
    expect(stale()).toMatch(/films dry otherwise/);
  });
  it('the plan of another job that shares people', async () => {
    const other = newJob(db, { name: 'Other', zone: ZONE }, NOW - 20 * DAY);
    saveSurvey(db, other, SMALL_KITCHEN);
    await choosePlan(db, other, inAir(), clock);
    expect(stale()).toMatch(/another job/);
    await makeCurrentPlan(db, job, clock);
    expect(stale()).toBeNull();
    // It kept clear of this one, and has no need to move.
    await makeCurrentPlan(db, other, clock);
    expect([stale(), stale(other)]).toEqual([null, null]);
  });
  it('time that passes: what should have begun', async () => {
    const plan = newestPlan(db, job);
    expect(stale(job, NOW + 10 * MINUTE)).toBeNull();
    expect(stale(job, NOW + 5 * DAY)).toMatch(/should have begun/);
    await makeCurrentPlan(db, job, () => NOW + 5 * DAY);
    expect(newestPlan(db, job)?.id).not.toBe(plan?.id);
  });
  it('and what a plan from an earlier version was made from is not known', () => {
    db.exec('UPDATE plan SET stamp = NULL');
    expect(stale()).toMatch(/earlier version/);
  });
});

describe('planning', () => {
  it('holds no lock: whenever a thread is asked, anyone may write', async () => {
    const asked = vi.spyOn(threads, 'ask');
    const held: boolean[] = [];
    const real = asked.getMockImplementation();
    expect(real).toBeUndefined();
    asked.mockImplementation(async (kind, given) => {
      held.push(db.inTransaction);
      const { runTask } = await import('$core/job-plan/tasks');
      return runTask(kind, given);
    });
    try {
      await choosePlan(db, job, inAir({ open: { lots: true, pattern: true } }), clock);
      const [first] = newestPlan(db, job)?.problem.operations ?? [];
      const hang = `${openJob(db, job).lots.at(-1)?.id ?? ''}:hang`;
      expect(first).toBeDefined();
      await pin(db, job, hang, NOW + 21 * DAY + 3 * HOUR, worker, clock);
      await unpin(db, job, null, clock);
      addAbsence(db, { worker, from: '2026-03-10', to: '2026-03-11', why: 'course' });
      await makeCurrentPlan(db, job, clock);
      await keepTimes(db, job, worker, clock);
      acceptMoves(db, job, NOW);
      expect(asked.mock.calls.map(([kind]) => kind)).toEqual(
        expect.arrayContaining(['settle-choice', 'plan', 'keep-times']),
      );
      expect(held).not.toContain(true);
    } finally {
      asked.mockRestore();
    }
  }, 60_000);
  it('is done again where something was recorded meanwhile, and those who wait get one plan', async () => {
    await choosePlan(db, job, inAir(), clock);
    record(NOW, { kind: 'air.read', place: 'island', celsius: 18, humidity: 0.5 });
    const asked = vi.spyOn(threads, 'ask');
    let times = 0;
    asked.mockImplementation(async (kind, given) => {
      const { runTask } = await import('$core/job-plan/tasks');
      if (times++ === 0) record(NOW, { kind: 'air.read', place: 'island', celsius: 19, humidity: 0.5 });
      return runTask(kind, given);
    });
    const [one, two] = await Promise.all([makeCurrentPlan(db, job, clock), makeCurrentPlan(db, job, clock)]);
    asked.mockRestore();
    expect(times).toBe(2);
    expect(two?.id).toBe(one?.id);
    expect(stale()).toBeNull();
  });
  it('stores no plan that breaks a rule', async () => {
    await choosePlan(db, job, inAir(), clock);
    const basis = basisOf(db, job, NOW);
    const made = newestPlan(db, job);
    if (!basis || !made || !isPlan(made.result)) throw new Error('no plan');
    const wrong = {
      ...made,
      result: {
        ...made.result,
        assignments: made.result.assignments.map((a) => ({ ...a, start: 0, end: a.end - a.start })),
      },
    };
    const keep = { inputs: basis.inputs, weighed: [], toldAgainst: () => null };
    expect(() => keepPlan(db, basis, { ...keep, made: wrong })).toThrow(/wrong plan/);
    expect(newestPlan(db, job)?.id).toBe(made.id);
  });
  it('that fails is said, and leaves what was there', async () => {
    await choosePlan(db, job, inAir(), clock);
    record(NOW, { kind: 'air.read', place: 'island', celsius: 18, humidity: 0.5 });
    const asked = vi.spyOn(threads, 'ask').mockRejectedValue(new Error('a fault of the planner'));
    await expect(makeCurrentPlan(db, job, clock)).rejects.toThrow(/a fault of the planner/);
    await expect(
      choosePlan(db, job, inAir({ lotSize: 3, open: { lots: true, pattern: false } }), clock),
    ).rejects.toThrow(/a fault of the planner/);
    asked.mockRestore();
    expect(openJob(db, job).choice?.lotSize).toBe(5);
    expect(openPlanned(db, job, NOW).plan).not.toBeNull();
  });
});

describe('how pieces are divided', () => {
  it('is chosen, and the lots are made so', async () => {
    await choosePlan(db, job, inAir({ lotSize: 4, division: 'small-first' }), clock);
    const [first = 0, ...others] = openJob(db, job).lots.map((lot) => lot.pieces.length);
    expect(others.length).toBeGreaterThan(0);
    expect(first).toBeLessThan(Math.min(...others));
    await choosePlan(db, job, inAir({ lotSize: 4, division: 'small-last' }), clock);
    expect(openJob(db, job).lots.at(-1)?.pieces.length).toBe(first);
  });
  it('is taken over as it was found, and refused where it cannot be', async () => {
    await choosePlan(db, job, inAir({ lotSize: 4, promised: '2026-05-01' }), clock);
    const form = (fields: Record<string, string>): FormData => {
      const data = new FormData();
      for (const [name, value] of Object.entries(fields)) data.set(name, value);
      return data;
    };
    const found = { division: 'walls', lotSize: '3', pattern: 'hung', patterns: '{}' };
    await chooseDivision(db, job, form(found), clock);
    const { choice, lots } = openJob(db, job);
    expect(choice).toMatchObject({ division: 'walls', lotSize: 3, pattern: 'hung', promised: '2026-05-01' });
    expect(Math.max(...lots.map((l) => l.pieces.length))).toBeLessThanOrEqual(3);
    const wrong = [
      { lotSize: '0' },
      { lotSize: '' },
      { division: 'odd' },
      { pattern: 'none' },
      { patterns: '{' },
    ];
    for (const change of wrong)
      await expect(chooseDivision(db, job, form({ ...found, ...change }), clock)).rejects.toThrow(Refused);
    expect(openJob(db, job).choice?.lotSize).toBe(3);
  });
});

describe('reading is reading', () => {
  it('opening a job whose plan does not hold writes nothing, and shows the last one', async () => {
    await choosePlan(db, job, inAir(), clock);
    record(NOW, { kind: 'air.read', place: 'tent', celsius: 9, humidity: 0.7 });
    const changes = (): unknown => db.prepare('SELECT total_changes()').pluck().get();
    const before = changes();
    const opened = openPlanned(db, job, NOW + HOUR);
    expect(opened.plan?.id).toBe(newestPlan(db, job)?.id);
    expect(opened.planning).toMatchObject({ job, why: 'something was recorded' });
    expect(changes()).toBe(before);
  });
});

describe('a flaw', () => {
  it('is answered before its lot is weighed, and weighed once, also by a server that starts anew', async () => {
    await choosePlan(db, job, inAir(), clock);
    const { lots, pieces, route } = openJob(db, job);
    const [lot] = lots;
    if (!lot) throw new Error('no lot');
    record(NOW, { kind: 'piece.labelled', pieces: pieces.map((p) => p.id) });
    record(NOW, { kind: 'piece.down', pieces: pieces.map((p) => p.id), place: 'rack' });
    let at = NOW;
    for (const { key } of route.slice(0, route.findIndex((s) => s.kind === 'coat') + 1)) {
      const start = factOf(job, worker, at, {
        kind: 'work.started',
        step: key,
        lot: lot.id,
        pieces: lot.pieces,
        override: { rule: 'too-early', reason: 'a test' },
      });
      at += 30 * MINUTE;
      recordFacts(db, job, [start]);
      recordFacts(db, job, [factOf(job, worker, at, { kind: 'work.finished', work: start.id, leftOut: [] })]);
    }
    const later = () => at + MINUTE;
    await makeCurrentPlan(db, job, later);
    const [piece = ''] = lot.pieces;
    record(at, {
      kind: 'defect.found',
      piece,
      face: 'back',
      defect: 'run',
      severity: 2,
      x: 0.5,
      y: 0.5,
      note: '',
    });
    expect(openJob(db, job).lots).toEqual(lots);
    expect(pieceState(openJob(db, job).state, piece).hungIn).toBeNull();
    const asked = vi.spyOn(threads, 'ask');
    await makeCurrentPlan(db, job, later);
    expect(asked.mock.calls.filter(([kind]) => kind === 'settle-rework')).toHaveLength(1);
    // What was weighed is stored with the plan: nothing is kept in the memory of a process.
    record(at, { kind: 'air.read', place: 'island', celsius: 18, humidity: 0.5 });
    await makeCurrentPlan(db, job, later);
    expect(asked.mock.calls.filter(([kind]) => kind === 'settle-rework')).toHaveLength(1);
    asked.mockRestore();
  }, 60_000);
});

it('a plan of another choice is none of this one’s', async () => {
  await choosePlan(db, job, inAir(), clock);
  const plan = newestPlan(db, job);
  if (!plan) throw new Error('no plan');
  insertPlan(db, job, { ...plan, id: 'older', choice: '{}' });
  expect(currentPlan(db, openJob(db, job), NOW)).toEqual({ plan: null, stale: 'something else was chosen' });
});
