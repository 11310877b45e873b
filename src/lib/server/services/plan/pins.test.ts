/** What the services around the planner do: pins, what moved, absences, other jobs, calendars, questions. */
import { sayNoPlan } from '$core/planning/model/say-cause';
import { isPlan } from '$core/planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { begunInKitchen } from '../../../../../tests/bench-builders';
import ICAL from 'ical.js';
import { v7 as newId } from 'uuid';
import { beforeEach, describe, expect, it } from 'vitest';
import { listOpenJobs } from '../../store/jobs';
import { eventually } from '../../../../../tests/eventually';
import { madeOnce, newDatabase, newJob } from '../../../../../tests/new-database';
import { usualCounts } from '$core/coating/system';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import { audit } from '$core/planning/audit/audit';
import { USUAL_CREW_WEEK, USUAL_HOUSE_WEEK } from '$core/planning/job/choice';
import { packJson, unpackJson } from '$core/units/pack-json';
import { makePlan } from '$core/job-plan/make-plan';
import { jobAt, routeNow } from '$core/job-plan/job-at';
import { whatIfs } from '$core/job-plan/what-ifs';
import { plainHandBack } from '../../../../../tests/plain-plan';
import { dayToMs, sayTime } from '$core/units/clock-time';
import type { Db } from '../../db/open';
import { calendarIcs } from '../../files/calendar-ics';
import { listAbsences } from '../../store/absences';
import { insertWorker, listWorkers } from '../../store/workers';
import { addAbsence, importCalendar } from '../company/absences';
import { planInputs } from './make/plan-inputs';
import { questions } from './questions';
import { customerCalendar, feedCalendar, feedFor, jobCalendar, workerCalendar } from '../across/calendars';
import { choosePlan } from './choose-plan';
import { allJobsSearch, compareAllJobs, newKitchenStart, planAllJobs, takeOverAllJobs } from './all-jobs';
import { companyZone } from '../company/clock';
import { atWork } from '../across/at-work';
import { companyCalendar } from '../across/company-calendar';
import { currentPlan } from './make/current-plan';
import { openPlanned } from './open-planned';
import { makeCurrentPlan } from './make/make-plan';
import { openJob } from '../job/open-job';
import { handBack } from './hand-back';
import { acceptMoves, keepTimes, pin, unpin } from './pins';
import type { FactBody } from '$core/bench/log/events';
import { factOf } from '../../../../../tests/builders';
import { recordFacts } from '../bench/record-facts';
import { saveSurvey } from '../survey/save-survey';
import { sayChain } from './say-plan';
import type { StoredPlan } from '../../store/plans';

const ZONE = 'America/Halifax';
const MONDAY = dayToMs('2026-03-09', ZONE);
const NOW = MONDAY + 7 * 60 * MINUTE;
const KITCHEN =
  'wall North\nupper 30 : pair\nupper 30 : pair\nbase 24 : drawer / door L\nbase 36 : drawer / pair\n';

let db: Db;
let job: string;
let worker: string;
const choice = (more: object = {}) => ({
  system: SHELLAC_URETHANE,
  counts: usualCounts(SHELLAC_URETHANE),
  tool: 'spray',
  lotSize: 5,
  rackSlots: 24,
  startDay: '2026-03-09',
  workers: [worker],
  crewWeek: USUAL_CREW_WEEK,
  houseWeek: USUAL_HOUSE_WEEK,
  fixed: true,
  ...more,
});
const plan = async (of = job, now = NOW): Promise<StoredPlan> => {
  const made = await makeCurrentPlan(db, of, () => now);
  if (!made || !isPlan(made.result))
    throw new Error(made && !isPlan(made.result) ? sayNoPlan(made.result) : 'no plan');
  expect(audit(made.problem, made.result)).toEqual([]);
  return made;
};
const startOf = (p: StoredPlan, operation: string): number => {
  if (!isPlan(p.result)) return NaN;
  return p.t0 + (p.result.assignments.find((a) => a.operation === operation)?.start ?? NaN) * MINUTE;
};
const calendar = () =>
  companyCalendar(
    db,
    listOpenJobs(db).map((j) => openPlanned(db, j.id, NOW)),
    NOW,
  );
const opOf = (step: string, lot = 0) => `${openJob(db, job).lots[lot]?.id ?? ''}:${step}`;
const second = async (more: object = {}): Promise<string> => {
  const other = newJob(db, { name: 'Other', zone: ZONE }, NOW - 1000);
  saveSurvey(db, other, KITCHEN);
  await choosePlan(db, other, choice({ shared: true, ...more }), () => NOW);
  return other;
};

const planned = madeOnce(async () => {
  ({ db, job, worker } = newDatabase({ zone: ZONE }, NOW));
  saveSurvey(db, job, KITCHEN);
  await choosePlan(db, job, choice(), () => NOW);
  return { db, job, worker };
});
beforeEach(async () => {
  ({ db, job, worker } = await planned());
});

describe('fixed work', () => {
  it('is protected, cleaned and caulked before any paint on site, and unmasked before hanging', async () => {
    const p = await plan();
    const at = (key: string) => startOf(p, `site:${key}`);
    const site = openJob(db, job).site;
    const coats = site.filter((s) => s.kind === 'coat');
    expect(coats.length).toBeGreaterThan(1);
    for (const before of ['protect', 'fixed.clean', 'fixed.sand', 'caulk'])
      for (const coat of coats) expect(at(before)).toBeLessThan(at(coat.key));
    for (const coat of coats) expect(at('unmask')).toBeGreaterThan(at(coat.key));
    for (const lot of openJob(db, job).lots)
      expect(startOf(p, `${lot.id}:hang`)).toBeGreaterThan(at('unmask'));
  });

  it('is followed by facts: begun, done, in order, and the plan goes on from there', async () => {
    const fact = (at: number, body: unknown) => ({ id: newId(), job, at, worker, device: 't', body });
    const start = fact(NOW, begunInKitchen('protect'));
    expect(() => recordFacts(db, job, [fact(NOW, begunInKitchen('caulk'))])).toThrow(/comes first/);
    expect(() => recordFacts(db, job, [fact(NOW, begunInKitchen('nonsense'))])).toThrow(/no step/);
    recordFacts(db, job, [start]);
    expect(() => recordFacts(db, job, [fact(NOW, begunInKitchen('protect'))])).toThrow(/already/);
    const running = await plan(job, NOW + 10 * MINUTE);
    expect(running.problem.operations.some((o) => o.id.startsWith('site:protect:running'))).toBe(true);
    recordFacts(db, job, [fact(NOW + 20 * MINUTE, { kind: 'work.finished', work: start.id, leftOut: [] })]);
    expect(() =>
      recordFacts(db, job, [fact(NOW + 21 * MINUTE, { kind: 'work.finished', work: start.id, leftOut: [] })]),
    ).toThrow(/finished already/);
    const after = await plan(job, NOW + 30 * MINUTE);
    expect(after.problem.operations.some((o) => o.id.startsWith('site:protect'))).toBe(false);
  });
});

describe('household rules', () => {
  const days = (p: StoredPlan, match: (id: string) => boolean): Set<string> =>
    new Set(
      !isPlan(p.result)
        ? []
        : p.result.assignments
            .filter((a) => match(a.operation))
            .map((a) => sayTime(p.t0 + a.start * MINUTE, ZONE).split(',')[0] ?? ''),
    );
  const kitchen = (id: string) => id.startsWith('site:') || id.endsWith(':hang');
  it('nobody comes on the days the house is closed or the kitchen must work', async () => {
    const free = days(await plan(), kitchen);
    expect(free.has('Mon 9 Mar')).toBe(true);
    await choosePlan(
      db,
      job,
      choice({ rules: { awayDays: ['2026-03-09'], kitchenDays: ['2026-03-10'] } }),
      () => NOW,
    );
    const kept = days(await plan(), kitchen);
    expect([...kept].filter((d) => d === 'Mon 9 Mar' || d === 'Tue 10 Mar')).toEqual([]);
  });
  it('quiet hours are kept', async () => {
    await choosePlan(db, job, choice({ rules: { quiet: [['09:00', '12:00']] } }), () => NOW);
    const p = await plan();
    if (!isPlan(p.result)) throw new Error();
    for (const a of p.result.assignments.filter((x) => kitchen(x.operation))) {
      const clock = sayTime(p.t0 + a.start * MINUTE, ZONE).split(', ')[1] ?? '';
      expect(clock >= '12:00').toBe(true);
    }
  });
  it('no solvent is laid late where the family sleeps', async () => {
    const oil = {
      ...SHELLAC_URETHANE,
      products: SHELLAC_URETHANE.products.map((p) => ({ ...p, base: 'solvent' as const })),
    };
    await choosePlan(
      db,
      job,
      choice({ system: oil, place: 'house', rules: { sleep: { from: '20:00', airHours: 8 } } }),
      () => NOW,
    );
    const p = await plan();
    if (!isPlan(p.result)) throw new Error();
    const coats = p.problem.operations.filter((o) => o.station === 'coating').map((o) => o.id);
    expect(coats.length).toBeGreaterThan(3);
    for (const a of p.result.assignments.filter((x) => coats.includes(x.operation)))
      expect((sayTime(p.t0 + a.end * MINUTE, ZONE).split(', ')[1] ?? '') <= '12:00').toBe(true);
  });
  it('nothing is coated while someone sands in the same air', async () => {
    insertWorker(db, { id: newId(), name: 'Tobin', role: 'painter' });
    await choosePlan(
      db,
      job,
      choice({ workers: listWorkers(db).map((w) => w.id), rules: { sandThere: true } }),
      () => NOW,
    );
    const p = await plan();
    if (!isPlan(p.result)) throw new Error();
    const { assignments } = p.result;
    const of = (word: string) =>
      assignments.filter(
        (a) => (a.operation.split(':')[1] ?? '').includes(word) && !a.operation.startsWith('site'),
      );
    const coats = assignments.filter(
      (a) => p.problem.operations.find((o) => o.id === a.operation)?.station === 'coating',
    );
    for (const sanding of of('.sand.'))
      for (const coat of coats) expect(sanding.end <= coat.start || sanding.start >= coat.end).toBe(true);
    expect(of('.sand.').length).toBeGreaterThan(2);
  });
});

describe('pins', () => {
  it('are kept by the plan, and let go', async () => {
    const operation = opOf('hang');
    // A week later, so that the house is open then, too.
    const at = startOf(await plan(), operation) + 7 * 1440 * MINUTE;
    await pin(db, job, operation, at, worker, () => NOW);
    expect(startOf(await plan(), operation)).toBe(at);
    expect((await plan()).before).toBeNull();
    await unpin(db, job, operation, () => NOW);
    expect(startOf(await plan(), operation)).toBeLessThan(at - 2 * 1440 * MINUTE);
  });
  it('that nothing fits are refused in words, and nothing is kept', async () => {
    const before = await plan();
    const night = MONDAY + 23 * 60 * MINUTE;
    await expect(pin(db, job, opOf('hang'), night, worker, () => NOW)).rejects.toThrow(
      /“?Hang.*cannot be pinned there/,
    );
    await expect(pin(db, job, 'nothing:there', night, worker, () => NOW)).rejects.toThrow(/not in the plan/);
    await expect(pin(db, job, opOf('hang'), NOW - MINUTE, worker, () => NOW)).rejects.toThrow(/past/);
    expect((await plan()).id).toBe(before.id);
  });
});

describe('a plan that moves', () => {
  /** The first lot is cleaned three hours late. */
  const late = () => {
    const file = openJob(db, job);
    const lot = file.lots[0];
    const fact = (at: number, body: unknown) => ({ id: newId(), job, at, worker, device: 't', body });
    const all = file.pieces.map((p) => p.id);
    const work = fact(MONDAY + 11 * 60 * MINUTE, {
      kind: 'work.started',
      step: 'clean',
      lot: lot?.id,
      pieces: lot?.pieces,
    });
    recordFacts(db, job, [
      fact(NOW, { kind: 'piece.labelled', pieces: all }),
      fact(NOW, { kind: 'piece.down', pieces: all, place: 'tent' }),
      work,
      fact(MONDAY + 11 * 60 * MINUTE + 25 * MINUTE, { kind: 'work.finished', work: work.id, leftOut: [] }),
    ]);
    return MONDAY + 12 * 60 * MINUTE;
  };
  it('tells what moved against the plan that was looked at, until it is accepted', async () => {
    const first = await plan();
    const now = late();
    const moved = await plan(job, now);
    expect(moved.before).toBe(first.id);
    expect((await plan(job, now + 30 * MINUTE)).before).toBe(first.id);
    acceptMoves(db, job, now);
    expect((await plan(job, now + 30 * MINUTE)).before).toBeNull();
  });
  it('keeps old times where it can, and says where it cannot', async () => {
    const first = await plan();
    const now = late();
    await plan(job, now);
    const { kept, lost } = await keepTimes(db, job, worker, () => now);
    expect(kept + lost.length).toBeGreaterThan(0);
    const p = await plan(job, now);
    expect(p.before).toBeNull();
    // What was kept stands where it was.
    const pins = db.prepare<[], { operation: string; at: number }>('SELECT operation, at FROM pin').all();
    expect(pins).toHaveLength(kept);
    for (const { operation, at } of pins) {
      expect(startOf(p, operation)).toBe(at);
      expect(startOf(first, operation)).toBe(at);
    }
  });
});

describe('people who are away', () => {
  const HOLIDAYS = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//test//EN',
    'BEGIN:VEVENT',
    'UID:a',
    'DTSTART;VALUE=DATE:20260309',
    'DTEND;VALUE=DATE:20260311',
    'SUMMARY:Holiday',
    'END:VEVENT',
    'BEGIN:VEVENT',
    'UID:b',
    'DTSTART;TZID=America/Halifax:20260225T090000',
    'DTEND;TZID=America/Halifax:20260225T100000',
    'RRULE:FREQ=WEEKLY;BYDAY=WE;COUNT=8',
    'EXDATE;TZID=America/Halifax:20260318T090000',
    'SUMMARY:Course',
    'END:VEVENT',
    'BEGIN:VEVENT',
    'UID:c',
    'DTSTART:20260312T120000Z',
    'DTEND:20260312T130000Z',
    'TRANSP:TRANSPARENT',
    'SUMMARY:Free all the same',
    'END:VEVENT',
    'END:VCALENDAR',
  ].join('\r\n');

  it('are planned around; reading the same file again replaces it', async () => {
    const count = await importCalendar(db, worker, 'ines.ics', HOLIDAYS, NOW);
    const absences = listAbsences(db, NOW);
    expect(absences).toHaveLength(count);
    // Wednesdays at nine by the clock of Halifax, whatever the clock change of 8 March does; one left out.
    expect(absences.filter((a) => a.why === 'Course').map((a) => sayTime(a.from, ZONE))).toEqual([
      'Wed 11 Mar, 09:00',
      'Wed 25 Mar, 09:00',
      'Wed 1 Apr, 09:00',
      'Wed 8 Apr, 09:00',
      'Wed 15 Apr, 09:00',
    ]);
    await importCalendar(db, worker, 'ines.ics', HOLIDAYS, NOW);
    expect(listAbsences(db, NOW)).toHaveLength(count);
    const p = await plan(job, NOW + 1);
    if (!isPlan(p.result)) throw new Error();
    // The stored plan is older: a new choice makes a new one.
    await choosePlan(db, job, choice({ priority: 3 }), () => NOW);
    const around = await plan();
    if (!isPlan(around.result)) throw new Error();
    const work = around.result.assignments.filter((a) => a.worker === worker);
    expect(Math.min(...work.map((a) => around.t0 + a.start * MINUTE))).toBeGreaterThanOrEqual(
      dayToMs('2026-03-11', ZONE) + 8 * 60 * MINUTE,
    );
  });
  it('faulty days and files are refused, and nothing is kept', async () => {
    expect(() => addAbsence(db, { worker, from: '2026-03-12', to: '2026-03-10', why: 'x' })).toThrow(
      /before the first/,
    );
    expect(() =>
      addAbsence(db, { worker: 'nobody', from: '2026-03-12', to: '2026-03-12', why: 'x' }),
    ).toThrow(/not on the crew/);
    await expect(importCalendar(db, worker, 'x.ics', 'nonsense', NOW)).rejects.toThrow(
      /not an iCalendar file/,
    );
    expect(listAbsences(db, 0)).toEqual([]);
    addAbsence(db, { worker: null, from: '2026-03-12', to: '2026-03-12', why: 'public holiday' });
    expect(listAbsences(db, 0)).toHaveLength(1);
  });
});

describe('several jobs', () => {
  const overlap = (a: StoredPlan, b: StoredPlan): string[] => {
    const work = (p: StoredPlan) =>
      !isPlan(p.result)
        ? []
        : p.result.assignments

            .filter((x) => x.worker === worker && x.operation.split(':').length === 2)
            .map((x) => ({ id: x.operation, from: p.t0 + x.start * MINUTE, to: p.t0 + x.end * MINUTE }));
    return work(a).flatMap((x) =>
      work(b)
        .filter((y) => x.from < y.to && y.from < x.to)
        .map((y) => `${x.id} ${y.id}`),
    );
  };
  it('keep clear of each other’s people and rack', async () => {
    await choosePlan(db, job, choice({ shared: true, rackSlots: 11 }), () => NOW);
    const mine = await plan();
    const other = await second({ rackSlots: 11 });
    const theirs = await plan(other);
    expect(overlap(mine, theirs)).toEqual([]);
    expect(handBack(theirs)?.at).toBeGreaterThan(handBack(mine)?.at ?? Infinity);
    expect(calendar().clashes).toEqual([]);
  });
  it('are planned though one person coats in both at once, alone and together', async () => {
    await choosePlan(db, job, choice({ shared: true }), () => NOW);
    const other = await second();
    const coat = 'back.shellac-primer.1';
    for (const id of [job, other]) {
      const [lot] = openJob(db, id).lots;
      const pieces = openJob(db, id).pieces.map((p) => p.id);
      const facts = [
        { kind: 'piece.labelled', pieces },
        { kind: 'piece.down', pieces, place: 'rack' },
        {
          kind: 'work.started',
          step: coat,
          lot: lot?.id ?? '',
          pieces: lot?.pieces ?? [],
          override: [{ rule: 'skipped-step', reason: 'bare wood' }],
        },
      ] as FactBody[];
      const made = recordFacts(
        db,
        id,
        facts.map((body, i) => factOf(id, worker, NOW + 60 * MINUTE + i, body)),
      );
      expect(made.ids).toHaveLength(3);
    }
    // Whoever it is is told of both, the later one first.
    expect(atWork(db, worker).map((w) => [w.job, w.act])).toEqual([
      [job, 'Prime backs'],
      [other, 'Prime backs'],
    ]);
    const at = NOW + 70 * MINUTE;
    for (const id of [job, other]) {
      const made = await plan(id, at);
      expect(!isPlan(made.result)).toBe(false);
    }
    await planAllJobs(db, at);
    await eventually(() => expect(allJobsSearch()?.state).toBe('done'));
    const opened = [job, other].map((id) => openPlanned(db, id, at));
    expect(compareAllJobs(opened, allJobsSearch()?.found ?? null, at)).toHaveLength(2);
  });
  it('that do not share may clash, and the calendar says so', async () => {
    await plan();
    const other = await second({ shared: false });
    await plan(other);
    const { clashes, jobs } = calendar();
    expect(clashes.join()).toMatch(/at once/);
    expect(jobs).toHaveLength(2);
  });
  it('are planned together and taken over, the promised one first', async () => {
    await choosePlan(db, job, choice({ shared: true, rackSlots: 11 }), () => NOW);
    await plan();
    const other = await second({ rackSlots: 11, promised: '2026-03-17', priority: 3 });
    await plan(other);
    await planAllJobs(db, NOW);
    await eventually(() => expect(allJobsSearch()?.state).toBe('done'));
    const opened = [job, other].map((id) => openPlanned(db, id, NOW));
    const compared = compareAllJobs(opened, allJobsSearch()?.found ?? null, NOW);
    expect(compared).toHaveLength(2);
    expect(compared.find((c) => c.id === other)?.is).toBeLessThanOrEqual(
      compared.find((c) => c.id === other)?.was ?? 0,
    );
    await takeOverAllJobs(db, NOW);
    // What was taken over holds: nothing is made anew when it is opened.
    for (const id of [job, other]) expect(currentPlan(db, openJob(db, id), NOW).stale).toBeNull();
    expect(overlap(await plan(), await plan(other))).toEqual([]);
    expect(calendar().clashes.filter((c) => c.includes('at once'))).toEqual([]);
    await planAllJobs(db, NOW);
    await eventually(() => expect(allJobsSearch()?.state).toBe('done'));
    await choosePlan(db, job, choice({ shared: true, rackSlots: 12 }), () => NOW);
    await expect(takeOverAllJobs(db, NOW)).rejects.toThrow(/Plan together again/);
  });
  it('say when a new kitchen could start', async () => {
    await choosePlan(db, job, choice({ shared: true }), () => NOW);
    const free = await newKitchenStart(db, NOW);
    await second();
    await plan();
    const busy = await newKitchenStart(db, NOW);
    expect(free?.back).toBeGreaterThan(NOW);
    expect(busy?.back).toBeGreaterThanOrEqual(free?.back ?? Infinity);
    expect(busy?.start).toBeGreaterThanOrEqual(dayToMs('2026-03-09', companyZone()));
  });
});

describe('calendars, read back with another parser', () => {
  const events = (text: string) =>
    new ICAL.Component(ICAL.parse(text) as unknown[])
      .getAllSubcomponents('vevent')
      .map((e) => new ICAL.Event(e));
  it('hold the whole plan to the minute', async () => {
    const file = openJob(db, job);
    const p = await plan();
    const read = events(calendarIcs('Test', jobCalendar(db, file, p, p.madeAt), p.madeAt));
    if (!isPlan(p.result)) throw new Error();
    const real = p.result.assignments.filter((a) => a.operation.split(':').length === 2);
    expect(read).toHaveLength(real.length);
    expect(new Set(read.map((e) => e.uid)).size).toBe(real.length);
    expect(read.map((e) => e.startDate.toJSDate().getTime()).sort()).toEqual(
      real.map((a) => p.t0 + a.start * MINUTE).sort(),
    );
    expect(read.map((e) => e.summary)).toContain('Protect, in the kitchen · Test');
    expect(events(calendarIcs('W', workerCalendar(db, worker, NOW), NOW))).toHaveLength(real.length);
  });
  it('tell the customer when people come and when it is handed back, and nothing else', async () => {
    const p = await plan();
    const text = calendarIcs('Test', customerCalendar(openJob(db, job), p), p.madeAt);
    const read = events(text);
    expect(read.at(-1)?.summary).toBe('The kitchen is handed back');
    expect(read.at(-1)?.startDate.toJSDate().getTime()).toBe(handBack(p)?.at);
    expect(text).not.toMatch(/Painter\b|lot A/);
  });
  it('are read at a private address until another one is made', async () => {
    await plan();
    const token = feedFor(db, 'job', job, NOW);
    expect(feedFor(db, 'job', job, NOW)).toBe(token);
    expect(feedCalendar(db, token, NOW).entries.length).toBeGreaterThan(5);
    const anew = feedFor(db, 'job', job, NOW, true);
    expect(anew).not.toBe(token);
    expect(() => feedCalendar(db, token, NOW)).toThrow(/not given out any more/);
    expect(feedCalendar(db, feedFor(db, 'customer', job, NOW), NOW).name).toBe('Test');
    expect(feedCalendar(db, feedFor(db, 'worker', worker, NOW), NOW).entries.length).toBeGreaterThan(5);
  });
});

describe('questions for a worker', () => {
  it('come back from text as they went, and plan as the server plans', () => {
    const asked = questions(db, openJob(db, job), NOW);
    if (!asked) throw new Error('nothing to ask');
    const back = unpackJson(packJson(asked)) as typeof asked;
    expect(back).toEqual(asked);
    const effort = { seed: 1, steps: 40 };
    expect(makePlan(back.inputs, NOW, undefined, effort)).toEqual(
      makePlan(asked.inputs, NOW, undefined, effort),
    );
    expect(whatIfs(back).map((v) => v.key)).toEqual(
      expect.arrayContaining(['rack', 'saturday', 'hour', 'pattern hung', 'tool', 'later']),
    );
  });
  it('change what they say they change', () => {
    insertWorker(db, { id: newId(), name: 'Tobin', role: 'painter' });
    const asked = questions(db, openJob(db, job), NOW);
    const variants = asked ? whatIfs(asked) : [];
    const of = (key: string) => variants.find((v) => v.key === key);
    expect(of('person')?.words).toBe('Bring Tobin too');
    expect(of('person')?.inputs.choice.workers).toHaveLength(2);
    expect(of('rack')?.inputs.choice.rackSlots).toBe(36);
    expect(of('hour')?.inputs.choice.crewWeek.spans.at(-1)?.[1]).toBe('17:30');
    const hung = of('pattern hung')?.inputs;
    expect(hung && routeNow(hung).some((s) => s.kind === 'flip')).toBe(false);
  });
});

it('leaves to the planner how pieces are divided, and how they are turned', async () => {
  await choosePlan(db, job, choice({ open: { lots: true, pattern: true } }), () => NOW);
  const settled = openJob(db, job).choice;
  const best = handBack(await plan())?.at ?? Infinity;
  for (const lotSize of [2, 4, 9]) {
    await choosePlan(db, job, choice({ lotSize }), () => NOW);
    expect(best).toBeLessThanOrEqual((handBack(await plan())?.at ?? 0) + MINUTE);
  }
  expect(settled?.open).toEqual({ lots: true, pattern: true, stages: false });
});

it('explains its chain, and beats a plan that takes one lot after another', async () => {
  await choosePlan(db, job, choice({ rackSlots: 6, lotSize: 3 }), () => NOW);
  const file = openJob(db, job);
  const p = await plan();
  const chain = sayChain(file, p, new Map([[worker, 'Ines']]));
  expect(chain?.at(-1)?.end).toBe(handBack(p)?.at);
  expect(chain?.every((c) => c.words && c.because)).toBe(true);
  const inputs = planInputs(db, file, NOW);
  const plain = inputs && plainHandBack(jobAt(inputs, NOW, 60));
  expect(plain).toBeGreaterThan(!isPlan(p.result) ? Infinity : p.result.makespan);
});

it('waits over a night right to the minute where the clock changes, both times', async () => {
  // Film laid on the eve of each change: the wait is elapsed time, the clock shows one hour more or less.
  for (const [eve, shift] of [
    ['2026-03-07', 1],
    ['2026-10-31', -1],
  ] as const) {
    const at = dayToMs(eve, ZONE) - 12 * 60 * MINUTE;
    await choosePlan(
      db,
      job,
      choice({
        startDay: eve,
        fixed: false,
        crewWeek: { days: [6, 7], spans: [['08:00', '23:30']] },
        houseWeek: { days: [6, 7], spans: [['08:00', '23:30']] },
      }),
      () => at,
    );
    const p = await plan(job, at);
    if (!isPlan(p.result)) throw new Error();
    const { assignments } = p.result;
    const nights = p.problem.links.flatMap((l) => {
      const [from, to] = [l.from, l.to].map((id) => assignments.find((a) => a.operation === id));
      const over = from && to && from.end < 1440 && to.start > 1440;
      return over && l.minLag > 120 ? [{ from, to, lag: l.minLag }] : [];
    });
    expect(nights.length).toBeGreaterThan(0);
    for (const { from, to, lag } of nights) {
      expect(to.start - from.end).toBeGreaterThanOrEqual(lag);
      // Said by the clock, the same wait is an hour longer in spring and shorter in autumn.
      const midnight = (p.t0 + from.end * MINUTE - dayToMs(eve, ZONE)) / MINUTE;
      const clock = sayTime(p.t0 + (from.end + lag) * MINUTE, ZONE).split(', ')[1] ?? '';
      const [h = 0, m = 0] = clock.split(':').map(Number);
      expect((((h * 60 + m - midnight - lag) % 1440) + 1440) % 1440).toBe((shift * 60 + 1440) % 1440);
    }
  }
});
