/** What the services around the planner do: pins, what moved, absences, other jobs, calendars, questions. */
import ICAL from 'ical.js';
import { v7 as newId } from 'uuid';
import { beforeEach, describe, expect, it } from 'vitest';
import { newDatabase } from '../../../../../tests/new-database';
import { usualCounts } from '$core/coating/system';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import { audit } from '$core/planning/audit';
import { USUAL_CREW_WEEK, USUAL_HOUSE_WEEK } from '$core/planning/choice';
import { packJson, unpackJob, unpackJson } from '$core/planning/pack';
import { plainHandBack } from '$core/planning/plain';
import { planJob } from '$core/planning/plan-job';
import { dayToMs, sayTime } from '$core/units/clock-time';
import type { Db } from '../../db/open';
import { calendarIcs } from '../../files/calendar-ics';
import { runTask } from '../../threads/planner-thread';
import { listAbsences } from '../../store/absences';
import { insertWorker, listWorkers } from '../../store/workers';
import { addAbsence, importCalendar } from '../company/absences';
import { questions } from './ask';
import { customerCalendar, feedCalendar, feedFor, jobCalendar, workerCalendar } from '../across/calendars';
import { choosePlan } from './choose-plan';
import {
  acceptTogether,
  companyCalendar,
  compareTogether,
  firstNewStart,
  togetherTask,
} from './company-calendar';
import { createJob } from '../job/create-job';
import { currentPlan, jobToPlan } from './current-plan';
import { openJob } from '../job/open-job';
import { handBack } from './hand-back';
import { acceptMoves, keepTimes, pin, unpin } from './pins';
import { recordFacts } from '../bench/record-facts';
import { saveSurvey } from '../survey/save-survey';
import { sayChain } from './say-plan';
import type { StoredPlan } from '../../store/plans';

const ZONE = 'America/Halifax';
const MINUTE = 60_000;
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
const plan = (of = job, now = NOW): StoredPlan => {
  const made = currentPlan(db, openJob(db, of), now);
  if (!made || 'infeasible' in made.result)
    throw new Error(made && 'infeasible' in made.result ? made.result.reason : 'no plan');
  expect(audit(made.problem, made.result)).toEqual([]);
  return made;
};
const startOf = (p: StoredPlan, operation: string): number => {
  if ('infeasible' in p.result) return NaN;
  return p.t0 + (p.result.assignments.find((a) => a.operation === operation)?.start ?? NaN) * MINUTE;
};
const opOf = (step: string, lot = 0) => `${openJob(db, job).lots[lot]?.id ?? ''}:${step}`;
const second = (more: object = {}): string => {
  const other = createJob(
    db,
    {
      name: 'Other',
      place: '',
      houseYear: 1990,
      zone: ZONE,
      unit: 'in',
      colour: 'Oatcloth',
      hex: '#DCCFA9',
      sheen: 'satin',
    },
    NOW - 1000,
  );
  saveSurvey(db, other, KITCHEN);
  choosePlan(db, other, choice({ shared: true, ...more }));
  return other;
};

beforeEach(() => {
  ({ db, job, worker } = newDatabase({ zone: ZONE }, NOW));
  saveSurvey(db, job, KITCHEN);
  choosePlan(db, job, choice());
});

describe('fixed work', () => {
  it('is protected, cleaned and caulked before any paint on site, and unmasked before hanging', () => {
    const p = plan();
    const at = (key: string) => startOf(p, `site:${key}`);
    const site = openJob(db, job).site;
    const coats = site.filter((s) => s.kind === 'coat');
    expect(coats.length).toBeGreaterThan(1);
    for (const before of ['protect', 'fixed-prep', 'caulk'])
      for (const coat of coats) expect(at(before)).toBeLessThan(at(coat.key));
    for (const coat of coats) expect(at('unmask')).toBeGreaterThan(at(coat.key));
    for (const lot of openJob(db, job).lots)
      expect(startOf(p, `${lot.id}:hang`)).toBeGreaterThan(at('unmask'));
  });

  it('is followed by facts: begun, done, in order, and the plan goes on from there', () => {
    const fact = (at: number, body: unknown) => ({ id: newId(), job, at, worker, device: 't', body });
    const start = fact(NOW, { kind: 'site.started', step: 'protect' });
    expect(() => recordFacts(db, job, [fact(NOW, { kind: 'site.started', step: 'caulk' })])).toThrow(
      /comes first/,
    );
    expect(() => recordFacts(db, job, [fact(NOW, { kind: 'site.started', step: 'nonsense' })])).toThrow(
      /no step/,
    );
    recordFacts(db, job, [start]);
    expect(() => recordFacts(db, job, [fact(NOW, { kind: 'site.started', step: 'protect' })])).toThrow(
      /already/,
    );
    const running = plan(job, NOW + 10 * MINUTE);
    expect(running.problem.operations.some((o) => o.id.startsWith('site:protect:running'))).toBe(true);
    recordFacts(db, job, [fact(NOW + 20 * MINUTE, { kind: 'site.finished', work: start.id })]);
    expect(() =>
      recordFacts(db, job, [fact(NOW + 21 * MINUTE, { kind: 'site.finished', work: start.id })]),
    ).toThrow(/finished already/);
    const after = plan(job, NOW + 30 * MINUTE);
    expect(after.problem.operations.some((o) => o.id.startsWith('site:protect'))).toBe(false);
  });
});

describe('household rules', () => {
  const days = (p: StoredPlan, match: (id: string) => boolean): Set<string> =>
    new Set(
      'infeasible' in p.result
        ? []
        : p.result.assignments
            .filter((a) => match(a.operation))
            .map((a) => sayTime(p.t0 + a.start * MINUTE, ZONE).split(',')[0] ?? ''),
    );
  const kitchen = (id: string) => id.startsWith('site:') || id.endsWith(':hang');
  it('nobody comes on the days the house is closed or the kitchen must work', () => {
    const free = days(plan(), kitchen);
    expect(free.has('Mon 9 Mar')).toBe(true);
    choosePlan(db, job, choice({ rules: { awayDays: ['2026-03-09'], kitchenDays: ['2026-03-10'] } }));
    const kept = days(plan(), kitchen);
    expect([...kept].filter((d) => d === 'Mon 9 Mar' || d === 'Tue 10 Mar')).toEqual([]);
  });
  it('quiet hours are kept', () => {
    choosePlan(db, job, choice({ rules: { quiet: [['09:00', '12:00']] } }));
    const p = plan();
    if ('infeasible' in p.result) throw new Error();
    for (const a of p.result.assignments.filter((x) => kitchen(x.operation))) {
      const clock = sayTime(p.t0 + a.start * MINUTE, ZONE).split(', ')[1] ?? '';
      expect(clock >= '12:00').toBe(true);
    }
  });
  it('no solvent is laid late where the family sleeps', () => {
    const oil = {
      ...SHELLAC_URETHANE,
      products: SHELLAC_URETHANE.products.map((p) => ({ ...p, base: 'solvent' as const })),
    };
    choosePlan(
      db,
      job,
      choice({ system: oil, place: 'house', rules: { sleep: { from: '20:00', airHours: 8 } } }),
    );
    const p = plan();
    if ('infeasible' in p.result) throw new Error();
    const coats = p.problem.operations.filter((o) => o.station === 'tent').map((o) => o.id);
    expect(coats.length).toBeGreaterThan(3);
    for (const a of p.result.assignments.filter((x) => coats.includes(x.operation)))
      expect((sayTime(p.t0 + a.end * MINUTE, ZONE).split(', ')[1] ?? '') <= '12:00').toBe(true);
  });
  it('nothing is coated while someone sands in the same air', () => {
    insertWorker(db, { id: newId(), name: 'Tobin', role: 'painter' });
    choosePlan(db, job, choice({ workers: listWorkers(db).map((w) => w.id), rules: { sandThere: true } }));
    const p = plan();
    if ('infeasible' in p.result) throw new Error();
    const { assignments } = p.result;
    const of = (word: string) =>
      assignments.filter(
        (a) => (a.operation.split(':')[1] ?? '').includes(word) && !a.operation.startsWith('site'),
      );
    const coats = assignments.filter(
      (a) => p.problem.operations.find((o) => o.id === a.operation)?.station === 'tent',
    );
    for (const sanding of of('.sand.'))
      for (const coat of coats) expect(sanding.end <= coat.start || sanding.start >= coat.end).toBe(true);
    expect(of('.sand.').length).toBeGreaterThan(2);
  });
});

describe('pins', () => {
  it('are kept by the plan, and let go', () => {
    const operation = opOf('hang');
    const at = startOf(plan(), operation) + 3 * 1440 * MINUTE;
    pin(db, openJob(db, job), operation, at, worker, NOW);
    expect(startOf(plan(), operation)).toBe(at);
    expect(plan().before).toBeNull();
    unpin(db, job, operation, NOW);
    expect(startOf(plan(), operation)).toBeLessThan(at - 2 * 1440 * MINUTE);
  });
  it('that nothing fits are refused in words, and nothing is kept', () => {
    const before = plan();
    const file = openJob(db, job);
    const night = MONDAY + 23 * 60 * MINUTE;
    expect(() => pin(db, file, opOf('hang'), night, worker, NOW)).toThrow(/“?Hang.*cannot be pinned there/);
    expect(() => pin(db, file, 'nothing:there', night, worker, NOW)).toThrow(/not in the plan/);
    expect(() => pin(db, file, opOf('hang'), NOW - MINUTE, worker, NOW)).toThrow(/past/);
    expect(plan().id).toBe(before.id);
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
  it('tells what moved against the plan that was looked at, until it is accepted', () => {
    const first = plan();
    const now = late();
    const moved = plan(job, now);
    expect(moved.before).toBe(first.id);
    expect(plan(job, now + 30 * MINUTE).before).toBe(first.id);
    acceptMoves(db, job, now);
    expect(plan(job, now + 30 * MINUTE).before).toBeNull();
  });
  it('keeps old times where it can, and says where it cannot', () => {
    const first = plan();
    const now = late();
    plan(job, now);
    const { kept, lost } = keepTimes(db, job, worker, now);
    expect(kept + lost.length).toBeGreaterThan(0);
    const p = plan(job, now);
    expect(p.before).toBeNull();
    // What was kept stands where it stood.
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

  it('are planned around; reading the same file again replaces it', () => {
    const count = importCalendar(db, worker, 'ines.ics', HOLIDAYS, NOW);
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
    importCalendar(db, worker, 'ines.ics', HOLIDAYS, NOW);
    expect(listAbsences(db, NOW)).toHaveLength(count);
    const p = plan(job, NOW + 1);
    if ('infeasible' in p.result) throw new Error();
    // The stored plan is older: a new choice makes a new one.
    choosePlan(db, job, choice({ priority: 3 }));
    const around = plan();
    if ('infeasible' in around.result) throw new Error();
    const work = around.result.assignments.filter((a) => a.worker === worker);
    expect(Math.min(...work.map((a) => around.t0 + a.start * MINUTE))).toBeGreaterThanOrEqual(
      dayToMs('2026-03-11', ZONE) + 8 * 60 * MINUTE,
    );
  });
  it('faulty days and files are refused, and nothing is kept', () => {
    expect(() => addAbsence(db, { worker, from: '2026-03-12', to: '2026-03-10', why: 'x' })).toThrow(
      /before the first/,
    );
    expect(() =>
      addAbsence(db, { worker: 'nobody', from: '2026-03-12', to: '2026-03-12', why: 'x' }),
    ).toThrow(/not on the crew/);
    expect(() => importCalendar(db, worker, 'x.ics', 'nonsense', NOW)).toThrow(/not an iCalendar file/);
    expect(listAbsences(db, 0)).toEqual([]);
    addAbsence(db, { worker: null, from: '2026-03-12', to: '2026-03-12', why: 'public holiday' });
    expect(listAbsences(db, 0)).toHaveLength(1);
  });
});

describe('several jobs', () => {
  const overlap = (a: StoredPlan, b: StoredPlan): string[] => {
    const work = (p: StoredPlan) =>
      'infeasible' in p.result
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
  it('keep clear of each other’s people and rack', () => {
    choosePlan(db, job, choice({ shared: true, rackSlots: 11 }));
    const mine = plan();
    const other = second({ rackSlots: 11 });
    const theirs = plan(other);
    expect(overlap(mine, theirs)).toEqual([]);
    expect(handBack(theirs)?.at).toBeGreaterThan(handBack(mine)?.at ?? Infinity);
    expect(companyCalendar(db, NOW).clashes).toEqual([]);
  });
  it('that do not share may clash, and the calendar says so', () => {
    plan();
    const other = second({ shared: false });
    plan(other);
    const { clashes, jobs } = companyCalendar(db, NOW);
    expect(clashes.join()).toMatch(/at once/);
    expect(jobs).toHaveLength(2);
  });
  it('are planned together and taken over, the promised one first', () => {
    choosePlan(db, job, choice({ shared: true, rackSlots: 11 }));
    plan();
    const other = second({ rackSlots: 11, promised: '2026-03-17', priority: 3 });
    plan(other);
    const { task, stamp } = togetherTask(db, NOW);
    const found = runTask(unpackJson(packJson(task)) as typeof task);
    const compared = compareTogether(db, found, NOW);
    expect(compared).toHaveLength(2);
    expect(compared.find((c) => c.id === other)?.is).toBeLessThanOrEqual(
      compared.find((c) => c.id === other)?.was ?? 0,
    );
    acceptTogether(db, found, stamp, NOW, NOW);
    expect(overlap(plan(), plan(other))).toEqual([]);
    expect(companyCalendar(db, NOW).clashes.filter((c) => c.includes('at once'))).toEqual([]);
    choosePlan(db, job, choice({ shared: true, rackSlots: 12 }));
    expect(() => acceptTogether(db, found, stamp, NOW, NOW)).toThrow(/Plan together again/);
  });
  it('say when a new kitchen could start', () => {
    choosePlan(db, job, choice({ shared: true }));
    const free = firstNewStart(db, NOW);
    second();
    plan();
    const busy = firstNewStart(db, NOW);
    expect(free?.back).toBeGreaterThan(NOW);
    expect(busy?.back).toBeGreaterThanOrEqual(free?.back ?? Infinity);
    expect(busy?.start).toBeGreaterThanOrEqual(dayToMs('2026-03-09', ZONE));
  });
});

describe('calendars, read back with another parser', () => {
  const events = (text: string) =>
    new ICAL.Component(ICAL.parse(text) as unknown[])
      .getAllSubcomponents('vevent')
      .map((e) => new ICAL.Event(e));
  it('hold the whole plan to the minute', () => {
    const file = openJob(db, job);
    const p = plan();
    const read = events(calendarIcs('Test', jobCalendar(db, file, p), p.madeAt));
    if ('infeasible' in p.result) throw new Error();
    const real = p.result.assignments.filter((a) => a.operation.split(':').length === 2);
    expect(read).toHaveLength(real.length);
    expect(new Set(read.map((e) => e.uid)).size).toBe(real.length);
    expect(read.map((e) => e.startDate.toJSDate().getTime()).sort()).toEqual(
      real.map((a) => p.t0 + a.start * MINUTE).sort(),
    );
    expect(read.map((e) => e.summary)).toContain('Protect, in the kitchen · Test');
    expect(events(calendarIcs('W', workerCalendar(db, worker, NOW), NOW))).toHaveLength(real.length);
  });
  it('tell the customer when people come and when it is handed back, and nothing else', () => {
    const p = plan();
    const text = calendarIcs('Test', customerCalendar(openJob(db, job), p), p.madeAt);
    const read = events(text);
    expect(read.at(-1)?.summary).toBe('The kitchen is handed back');
    expect(read.at(-1)?.startDate.toJSDate().getTime()).toBe(handBack(p)?.at);
    expect(text).not.toMatch(/Painter\b|lot A/);
  });
  it('are read at a private address until another one is made', () => {
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
    expect(back.base.job).toEqual({ ...asked.base.job, waits: undefined });
    const effort = { seed: 1, steps: 40, nodes: 2000 };
    const whole = jobToPlan(db, openJob(db, job), NOW, 60);
    expect(whole && planJob(whole, effort)?.result).toEqual(planJob(unpackJob(back.base), effort)?.result);
    expect(asked.variants.map((v) => v.key)).toEqual(
      expect.arrayContaining(['rack', 'saturday', 'hour', 'pattern hung', 'tool', 'later']),
    );
  });
  it('change what they say they change', () => {
    insertWorker(db, { id: newId(), name: 'Tobin', role: 'painter' });
    const asked = questions(db, openJob(db, job), NOW);
    const of = (key: string) => asked?.variants.find((v) => v.key === key);
    expect(of('person')?.words).toBe('Bring Tobin too');
    expect(of('person')?.packed.job.workers).toHaveLength(2);
    expect(of('rack')?.packed.job.rackSlots).toBe(36);
    expect(of('hour')?.packed.job.crewWeek.spans.at(-1)?.[1]).toBe('17:30');
    expect(of('pattern hung')?.packed.job.route.some((s) => s.kind === 'flip')).toBe(false);
  });
});

it('leaves to the planner how pieces are divided, and how they are turned', () => {
  choosePlan(db, job, choice({ open: { lots: true, pattern: true } }));
  const settled = openJob(db, job).choice;
  const best = handBack(plan())?.at ?? Infinity;
  for (const lotSize of [2, 4, 9]) {
    choosePlan(db, job, choice({ lotSize }));
    expect(best).toBeLessThanOrEqual((handBack(plan())?.at ?? 0) + MINUTE);
  }
  expect(settled?.open).toEqual({ lots: true, pattern: true });
});

it('explains its chain, and beats a plan that takes one lot after another', () => {
  choosePlan(db, job, choice({ rackSlots: 6, lotSize: 3 }));
  const file = openJob(db, job);
  const p = plan();
  const chain = sayChain(file, p, new Map([[worker, 'Ines']]));
  expect(chain?.at(-1)?.end).toBe(handBack(p)?.at);
  expect(chain?.every((c) => c.words && c.because)).toBe(true);
  const jobNow = jobToPlan(db, file, NOW, 60);
  const plain = jobNow && plainHandBack(jobNow);
  expect(plain).toBeGreaterThan('infeasible' in p.result ? Infinity : p.result.makespan);
});

it('waits over a night right to the minute where the clock changes, both times', () => {
  // Film laid on the eve of each change: the wait is elapsed time, the clock shows one hour more or less.
  for (const [eve, shift] of [
    ['2026-03-07', 1],
    ['2026-10-31', -1],
  ] as const) {
    const at = dayToMs(eve, ZONE) - 12 * 60 * MINUTE;
    choosePlan(
      db,
      job,
      choice({
        startDay: eve,
        fixed: false,
        crewWeek: { days: [6, 7], spans: [['08:00', '23:30']] },
        houseWeek: { days: [6, 7], spans: [['08:00', '23:30']] },
      }),
    );
    const p = plan(job, at);
    if ('infeasible' in p.result) throw new Error();
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
