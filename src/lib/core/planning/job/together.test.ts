import { sayNoPlan } from '../model/say-cause';
import { isPlan, noPlan } from '../model/infeasible';
import { MINUTE } from '$core/units/durations';
import { readOwnId } from './joined-id';
import { halfDayOf } from '../model/half-days';
import { describe, expect, it } from 'vitest';
import { buildRoute } from '$core/coating/route';
import { usualCounts } from '$core/coating/system';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import { waitsIn, waitsOf } from '$core/coating/waits';
import { ratesOf } from '$core/drying/climate';
import { constantClimate } from '../../../../../tests/constant-climate';
import { siteOf } from '../../../../../tests/fixed-work';
import { dayToMs } from '$core/units/clock-time';
import { audit } from '../audit/audit';
import { USUAL_CREW_WEEK, USUAL_HOUSE_WEEK } from './choice';
import { waitsOfFilms } from './film-waits';
import { buildProblem } from './job-problem';
import type { JobToPlan } from './job-to-plan';
import { movesBetween } from '../search/moves';
import { packJson, unpackJson } from '$core/units/pack-json';
import type { PackedAir } from '$core/drying/packed-air';
import { plainHandBack, plainLots } from '../../../../../tests/plain-plan';
import { planJob } from './plan-job';
import type { Plan } from '../model/problem';
import { joinJobs, planTogether, type JobTogether } from './together';
import { divide, lotSizes } from './lots';

const ZONE = 'America/Halifax';
const MONDAY = dayToMs('2026-03-09', ZONE);
const EFFORT = { seed: 3, steps: 40 };
const route = buildRoute(SHELLAC_URETHANE, usualCounts(SHELLAC_URETHANE), 'spray');

const jobOf = (lots: number[], more: Partial<JobToPlan> = {}): JobToPlan => ({
  name: 'A kitchen',
  t0: MONDAY,
  zone: ZONE,
  horizonDays: 60,
  route,
  tool: 'spray',
  lots: lots.map((pieces, i) => ({
    id: `lot${i}`,
    pieces,
    racked: false,
    steps: route.map((s) => ({ key: s.key, pending: pieces, from: 0, to: null, running: [] })),
  })),
  workers: ['ines'],
  crewWeek: USUAL_CREW_WEEK,
  houseWeek: USUAL_HOUSE_WEEK,
  rackSlots: 24,
  lastMaterial: null,
  ...more,
});
const together = (id: string, job: JobToPlan, more: Partial<JobTogether> = {}): JobTogether => ({
  id,
  job,
  place: 'tent',
  promised: null,
  weight: 2,
  ...more,
});
const planOf = (job: JobToPlan): Plan => {
  const made = planJob(job, EFFORT);
  if (!made || !isPlan(made.result))
    throw new Error(made && !isPlan(made.result) ? sayNoPlan(made.result) : 'nothing');
  expect(audit(made.problem, made.result)).toEqual([]);
  return made.result;
};

describe('several jobs in one problem', () => {
  const two = [together('a', jobOf([6, 6])), together('b', jobOf([5, 5], { workers: ['ines', 'tobin'] }))];

  it('keep each its own hours: a person may have other days on each job', () => {
    const days = (list: number[]) => ({ ...USUAL_CREW_WEEK, days: list });
    const jobs = [
      together('a', jobOf([4], { crewWeek: days([1, 2]) })),
      together('b', jobOf([4], { crewWeek: days([3, 4, 5]) })),
    ];
    const made = planTogether('all', jobs, EFFORT);
    if (!made || !isPlan(made.result))
      throw new Error(made && !isPlan(made.result) ? sayNoPlan(made.result) : 'nothing');
    expect(audit(made.problem, made.result)).toEqual([]);
    for (const a of made.result.assignments) {
      const { job, operation } = readOwnId(a.operation);
      if (a.worker !== 'ines' || a.end === a.start) continue;
      const day = new Date(MONDAY + a.start * MINUTE).getUTCDay();
      expect(job === 'a' ? [1, 2] : [3, 4, 5], `${job} ${operation}`).toContain(day);
    }
  });

  it('share people, place and rack, and keep their kitchens', () => {
    const joined = joinJobs('all', two);
    expect(joined?.problem.workers.map((w) => w.id)).toEqual(['ines', 'tobin']);
    expect(joined?.problem.stations.map((s) => s.id)).toEqual(['tent|coating', 'a|kitchen', 'b|kitchen']);
    expect(joined?.problem.racks).toEqual([{ id: 'tent|rack', slots: 24 }]);
    const apart = joinJobs('all', [
      together('a', jobOf([6]), { place: null }),
      together('b', jobOf([6]), { place: null }),
    ]);
    expect(apart?.problem.stations).toHaveLength(4);
    expect(apart?.problem.racks).toHaveLength(2);
  });

  it('are planned rightly, and every job is told when it is back', () => {
    const made = planTogether('all', two, EFFORT);
    if (!made || !isPlan(made.result)) throw new Error('no plan');
    expect(audit(made.problem, made.result)).toEqual([]);
    expect([...made.backs.keys()].sort()).toEqual(['a', 'b']);
    expect(Math.max(...made.backs.values())).toBe(made.result.makespan);
    for (const a of made.result.assignments) expect(['a', 'b']).toContain(readOwnId(a.operation).job);
  });

  it('the promised one is handed back first', () => {
    const soon = MONDAY + 6 * 1440 * MINUTE;
    const with1 = (first: string) =>
      planTogether(
        'all',
        ['a', 'b'].map((id) =>
          together(id, jobOf([8, 8], { rackSlots: 16 }), id === first ? { promised: soon, weight: 3 } : {}),
        ),
        { seed: 3, steps: 80 },
      );
    for (const first of ['a', 'b']) {
      const backs = with1(first)?.backs;
      const other = first === 'a' ? 'b' : 'a';
      expect(backs?.get(first)).toBeLessThanOrEqual(backs?.get(other) ?? 0);
    }
  });

  it('a job’s short hours bind its own work alone', () => {
    const short = { days: [2, 3], spans: [['08:00', '12:00']] as [string, string][] };
    const joined = joinJobs('all', [
      together('a', jobOf([4])),
      together('b', jobOf([4], { crewWeek: short })),
    ]);
    const open = (id: string) => joined?.problem.calendars.find((c) => c.id === id)?.open ?? [];
    const hoursOf = (job: string) =>
      open(
        joined?.problem.operations.find((o) => readOwnId(o.id).job === job && o.skill === 'coat')?.calendar ??
          '',
      );
    expect(open('crew|ines')[0]).toEqual([480, 720]);
    expect(hoursOf('a')[0]).toEqual([480, 720]);
    expect(hoursOf('b')[0]).toEqual([1440 + 480, 1440 + 720]);
    expect(hoursOf('b')).toHaveLength(2 * Math.ceil(60 / 7));
  });

  it('wait for their first day, and for the air', () => {
    const waits = waitsIn(
      ratesOf(constantClimate({ celsius: 12, humidity: 0.7, wind: 0.1 }, MONDAY - 1e9, 120)),
      new Map(),
    );
    const first = MONDAY + 3 * 1440 * MINUTE;
    const made = planTogether(
      'all',
      [together('a', jobOf([4], { waits, notBefore: first })), together('b', jobOf([4], { waits }))],
      EFFORT,
    );
    if (!made || !isPlan(made.result)) throw new Error('no plan');
    expect(audit(made.problem, made.result)).toEqual([]);
    const begins = made.result.assignments.filter((a) => a.operation.startsWith('a|lot')).map((a) => a.start);
    expect(Math.min(...begins)).toBeGreaterThanOrEqual(3 * 1440);
    const cold = made.backs.get('b') ?? 0;
    expect(cold).toBeGreaterThan(planOf(jobOf([4])).makespan);
  });

  it('are nothing where nothing is left', () => {
    expect(joinJobs('all', [together('a', jobOf([]))])).toBeNull();
    expect(planTogether('all', [], EFFORT)).toBeNull();
  });
});

describe('a job among others', () => {
  const at = (day: number, hour: number) => MONDAY + (day * 24 + hour) * 60 * MINUTE;
  const none = { away: new Map(), work: new Map(), place: [], rack: [] };

  it('pauses over an absence, but leaves nothing lying for another job', () => {
    const away = planOf(
      jobOf([6], {
        usedElsewhere: { ...none, away: new Map([['ines', [{ from: at(0, 8.25), to: at(0, 9.25) }]]]) },
        // On that day, though one day less would do.
        pins: new Map([['lot0:clean', at(0, 8)]]),
      }),
    );
    const clean = away.assignments.find((a) => a.operation === 'lot0:clean');
    expect(clean).toMatchObject({ start: 480, end: 480 + 29 + 60 });
    const work = planOf(
      jobOf([6], {
        usedElsewhere: { ...none, work: new Map([['ines', [{ from: at(0, 8.25), to: at(0, 9.25) }]]]) },
      }),
    );
    const whole = work.assignments.find((a) => a.operation === 'lot0:clean');
    // Not begun before the other job to be left lying over it: after it, or on another day.
    expect(whole?.start).toBeGreaterThanOrEqual(555);
    expect((whole?.end ?? NaN) - (whole?.start ?? NaN)).toBe(29);
  });

  it('keeps out of the place and the slots that others have', () => {
    const place = planOf(
      jobOf([6], { usedElsewhere: { ...none, place: [{ from: at(0, 0), to: at(2, 0) }] } }),
    );
    const first = place.assignments.find((a) => a.operation === 'lot0:back.shellac-primer.1');
    expect(first?.start).toBeGreaterThanOrEqual(2 * 1440);
    const rack = planOf(
      jobOf([6], {
        rackSlots: 10,
        usedElsewhere: {
          ...none,
          rack: [
            { from: at(0, 0), to: at(1, 0), slots: 8 },
            { from: at(0, 12), to: at(3, 0), slots: 8 },
          ],
        },
      }),
    );
    expect(
      rack.assignments.find((a) => a.operation === 'lot0:back.shellac-primer.1')?.start,
    ).toBeGreaterThanOrEqual(3 * 1440);
  });

  it('takes the way to the house into account', () => {
    const site = siteOf(SHELLAC_URETHANE, { walls: 2 }).map((step) => ({
      step,
      from: 0,
      to: null,
      state: 'pending' as const,
    }));
    const near = planOf(jobOf([4], { site }));
    const far = planOf(
      jobOf([4], {
        site,
        rules: { awayDays: [], kitchenDays: [], quiet: [], sleep: null, sandThere: false, travelMinutes: 45 },
      }),
    );
    expect(far.makespan).toBeGreaterThanOrEqual(near.makespan);
    const own = far.assignments.filter((a) => a.worker === 'ines').sort((a, b) => a.start - b.start);
    own.forEach((a, i) => {
      const next = own[i + 1];
      const kitchen = (id: string) => id.startsWith('site:') || id.endsWith(':hang');
      if (next && kitchen(a.operation) !== kitchen(next.operation))
        expect(next.start - a.end).toBeGreaterThanOrEqual(45);
    });
  });
});

describe('a plan told against the one before', () => {
  const plan = (starts: Record<string, number>): { t0: number; result: Plan } => ({
    t0: MONDAY,
    result: {
      assignments: Object.entries(starts).map(([operation, start]) => ({
        operation,
        worker: 'w',
        start,
        end: start + 10,
      })),
      makespan: 100,
      lowerBound: 100,
    },
  });
  it('names what moved by more than a few minutes, in order, and no helpers', () => {
    const before = plan({ 'a:x': 10, 'a:y': 50, 'b:x': 80, 'a:y:film': 0, 'a:gone': 5 });
    const after = plan({ 'a:x': 14, 'a:y': 90, 'b:x': 60, 'a:y:film': 40, 'a:new': 5 });
    expect(movesBetween(before, after)).toEqual([
      { operation: 'b:x', from: MONDAY + 80 * MINUTE, to: MONDAY + 60 * MINUTE },
      { operation: 'a:y', from: MONDAY + 50 * MINUTE, to: MONDAY + 90 * MINUTE },
    ]);
    expect(movesBetween(before, { ...before, t0: MONDAY + 30 * MINUTE })).toHaveLength(4);
    expect(movesBetween(before, { t0: MONDAY, result: noPlan(true) })).toEqual([]);
  });
});

describe('the plain plan', () => {
  it('joins lots to as few as the rack holds', () => {
    const { lots } = jobOf([6, 6, 6, 6, 6]);
    expect(plainLots(lots, 12).map((l) => l.pieces)).toEqual([12, 12, 6]);
    expect(plainLots(lots, 100).map((l) => l.pieces)).toEqual([30]);
    expect(plainLots(lots, 12)[0]?.steps[0]?.pending).toBe(12);
    // The lots that were given stay as they were.
    expect(lots[0]?.pieces).toBe(6);
  });
  it('is never sooner than the planner’s, where the planner may divide as it does', () => {
    for (const rackSlots of [6, 12, 18]) {
      const plain = plainHandBack(jobOf([6, 6, 6], { rackSlots })) ?? 0;
      const lots = plainLots(jobOf([6, 6, 6]).lots, rackSlots);
      const half = (minute: number): number => halfDayOf(0, minute);
      expect(half(planOf({ ...jobOf([]), lots, rackSlots }).makespan)).toBeLessThanOrEqual(half(plain));
    }
  });
});

describe('sizes of lots worth trying', () => {
  it('give every number of lots once, within rack and pot life', () => {
    const sizes = lotSizes(57, 30, null, 1.2);
    expect(Math.max(...sizes)).toBeLessThanOrEqual(30);
    const counts = sizes.map(
      (s) =>
        divide(
          Array.from({ length: 57 }, () => ({ wall: 'A', w: 400, h: 600 })),
          s,
        ).length,
    );
    expect(new Set(counts).size).toBe(counts.length);
    expect(lotSizes(57, 60, 20, 2)).toEqual(lotSizes(57, 10, null, 2));
    expect(lotSizes(2, 10, null, 1)).toEqual([2]);
  });
});

describe('a job as text', () => {
  it('comes back with maps, sets and the air it waits in', () => {
    const climate = constantClimate({ celsius: 15, humidity: 0.6, wind: 0.1 }, MONDAY - 1e9, 60);
    const air: PackedAir = { climate, multipliers: [['urethane-enamel', 1.2]] };
    const job = jobOf([4], {
      pins: new Map([['lot0:hang', MONDAY + 8 * 1440 * MINUTE]]),
      route: route.map((s) => (s.kind === 'flip' ? { ...s, skips: new Set(['x']) } : s)),
    });
    const back = unpackJson(packJson({ job, air })) as { job: JobToPlan; air: PackedAir };
    expect(back).toEqual({ job, air });
    const waits = waitsOf(back.air);
    expect(planOf({ ...back.job, pins: undefined, waits })).toEqual(
      planOf({ ...job, pins: undefined, waits: waitsOf(air) }),
    );
    expect(waits.by).toBe('air');
    expect(waitsOf(null).by).toBe('sheet');
  });
  it('asks the same films in other air', () => {
    const warm = waitsIn(
      ratesOf(constantClimate({ celsius: 22, humidity: 0.5, wind: 0.1 }, MONDAY - 1e9, 60)),
      new Map(),
    );
    const cold = waitsIn(
      ratesOf(constantClimate({ celsius: 12, humidity: 0.5, wind: 0.1 }, MONDAY - 1e9, 60)),
      new Map(),
    );
    const built = buildProblem(jobOf([4], { waits: warm }));
    if (!built) throw new Error('nothing');
    expect(built.films.size).toBe(built.air.size);
    const other = waitsOfFilms(built.films, cold, MONDAY);
    for (const [link, ready] of built.air) expect(other.get(link)?.(600)).toBeGreaterThan(ready(600));
  });
});
