/** All jobs in one calendar: who is where, what is too much, and what planning them together would give. */
import { readOperationId, type JobToPlan, type Span } from '$core/planning/job-problem';
import { choiceSchema } from '$core/planning/choice';
import { planJob } from '$core/planning/plan-job';
import { readOwn } from '$core/planning/together';
import { openMinutes } from '$core/planning/work-week';
import { dayAfter, dayToMs, isoDay, startOfDay } from '$core/units/clock-time';
import type { Db } from '../../db/open';
import { listAbsences } from '../../store/absences';
import { lastFact } from '../../store/facts';
import { listOpenJobs } from '../../store/jobs';
import type { StoredPlan } from '../../store/plans';
import { listWorkers } from '../../store/workers';
import type { Found, JobsTask } from '../../threads/planner-thread';
import { packJob } from './ask';
import { companyZone } from '../company/clock';
import { eachJob, withFaults, type SpoiltJob } from '../job/each-job';
import { currentPlan, jobToPlan, keepPlan, planNow } from './current-plan';
import { openJob, type JobFile } from '../job/open-job';
import { handBack } from './hand-back';
import { Refused } from '../../refused';
import { sayOperation } from './say-plan';
import { takenFrom } from './other-jobs';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
/** Days of the calendar. */
export const WEEKS = 6;

export interface DayLoad {
  /** minutes planned, and open by the crew's hours */
  planned: number;
  open: number;
  jobs: string[];
  away: string | null;
}

export interface CompanyCalendar {
  days: { iso: string; from: number; to: number }[];
  jobs: {
    id: string;
    name: string;
    hex: string;
    back: number | null;
    bound: number | null;
    promised: number | null;
    begins: number | null;
    /** its work */
    spans: Span[];
    none: boolean;
  }[];
  people: { id: string; name: string; days: DayLoad[] }[];
  /** share of the open hours the place is in use, and most slots taken, by day */
  places: { name: string; use: number[]; slots: number; taken: number[] }[];
  clashes: string[];
  /** jobs of which something cannot be read */
  spoilt: SpoiltJob[];
}

interface Opened {
  file: JobFile;
  plan: StoredPlan | null;
}

/** All jobs under way with their plans, each by itself; and those that cannot be read. */
const openEach = (db: Db, now: number) =>
  eachJob(
    db,
    listOpenJobs(db).map((j) => j.id),
    (id): Opened => {
      const file = openJob(db, id);
      return { file, plan: currentPlan(db, file, now) };
    },
  );
const openAll = (db: Db, now: number): Opened[] => openEach(db, now).read;

/** Operations of a plan on the clock. */
function workOf({ plan }: Opened): (Span & { operation: string; worker: string; station: string | null })[] {
  if (!plan || 'infeasible' in plan.result) return [];
  const station = new Map(plan.problem.operations.map((o) => [o.id, o.station]));
  return plan.result.assignments.map((a) => ({
    operation: a.operation,
    worker: a.worker,
    station: station.get(a.operation) ?? null,
    from: plan.t0 + a.start * MINUTE,
    to: plan.t0 + a.end * MINUTE,
  }));
}

/** Slots of the rack that a job's pieces take, and when. */
function slotsOf({ plan }: Opened): (Span & { slots: number })[] {
  if (!plan || 'infeasible' in plan.result) return [];
  const at = new Map(plan.result.assignments.map((a) => [a.operation, a]));
  return plan.problem.holds.flatMap((h) => {
    const from = at.get(h.from);
    if (h.rack !== 'rack' || !from || h.from.startsWith('other:')) return [];
    const end = h.to === null ? from.end + (h.tail ?? 0) : at.get(h.to)?.start;
    return end === undefined
      ? []
      : [{ from: plan.t0 + from.start * MINUTE, to: plan.t0 + end * MINUTE, slots: h.slots }];
  });
}

const overlap = (a: Span, b: Span): number => Math.max(0, Math.min(a.to, b.to) - Math.max(a.from, b.from));

/** Most that is taken at once within a span. */
const most = (list: readonly (Span & { slots: number })[], day: Span): number =>
  Math.max(
    0,
    ...[day.from, ...list.map((s) => s.from)]
      .filter((t) => t >= day.from && t < day.to)
      .map((t) => list.reduce((sum, s) => sum + (s.from <= t && t < s.to ? s.slots : 0), 0)),
  );

export function companyCalendar(db: Db, now: number): CompanyCalendar {
  const zone = companyZone();
  const { read: all, spoilt } = openEach(db, now);
  const days: CompanyCalendar['days'] = [];
  for (let from = startOfDay(now, zone); days.length < WEEKS * 7;) {
    const iso = isoDay(from, zone);
    const to = dayAfter(iso, zone);
    days.push({ iso, from, to });
    from = to;
  }
  const end = days.at(-1)?.to ?? now;
  const absences = listAbsences(db, now);
  const workers = listWorkers(db);
  const work = all.map((o) => ({ ...o, work: workOf(o) }));
  const week = all[0]?.file.choice?.crewWeek;
  const clashes: string[] = [];

  const people = workers.map(({ id, name }) => {
    const own = work.flatMap(({ file, work: list }) =>
      list.filter((w) => w.worker === id && readOperationId(w.operation)).map((w) => ({ ...w, file })),
    );
    const sorted = [...own].sort((a, b) => a.from - b.from);
    sorted.forEach((w, i) => {
      const next = sorted[i + 1];
      if (next && next.from < w.to && next.file.job.id !== w.file.job.id)
        clashes.push(
          `${name} is at ${sayOperation(w.file, w.operation)} (${w.file.job.name}) and at ${sayOperation(next.file, next.operation)} (${next.file.job.name}) at once`,
        );
    });
    return {
      id,
      name,
      days: days.map((day): DayLoad => {
        const off = absences.filter((a) => (a.worker === null || a.worker === id) && overlap(a, day) > 0);
        const hours = week
          ? openMinutes(week, zone, day.from, Math.round((day.to - day.from) / MINUTE)).map(
              ([a, b]): Span => ({
                from: day.from + a * MINUTE,
                to: day.from + b * MINUTE,
              }),
            )
          : [];
        const open = hours.reduce(
          (sum, h) =>
            sum +
            h.to -
            h.from -
            Math.min(
              h.to - h.from,
              off.reduce((s, a) => s + overlap(a, h), 0),
            ),
          0,
        );
        const mine = own.filter((w) => overlap(w, day) > 0);
        const planned = mine.reduce((sum, w) => sum + hours.reduce((s, h) => s + overlap(w, h), 0), 0);
        return {
          planned: planned / MINUTE,
          open: open / MINUTE,
          jobs: [...new Set(mine.map((w) => w.file.job.name))],
          away: off[0]?.why ?? null,
        };
      }),
    };
  });

  const names = [
    ...new Set(
      all.flatMap(({ file }) =>
        file.choice?.shared && file.choice.place !== 'house' ? [file.choice.place] : [],
      ),
    ),
  ];
  const places = names.map((place) => {
    const there = work.filter(({ file }) => file.choice?.shared && file.choice.place === place);
    const coats = there.flatMap(({ file, work: list }) =>
      list.filter((w) => w.station === 'tent').map((w) => ({ ...w, file })),
    );
    coats.sort((a, b) => a.from - b.from);
    coats.forEach((w, i) => {
      const next = coats[i + 1];
      if (next && next.from < w.to && next.file.job.id !== w.file.job.id)
        clashes.push(`The ${place} is wanted by ${w.file.job.name} and ${next.file.job.name} at once`);
    });
    const stays = there.flatMap(slotsOf);
    const slots = Math.max(0, ...there.map(({ file }) => file.choice?.rackSlots ?? 0));
    const taken = days.map((day) => most(stays, day));
    const over = taken.findIndex((n) => n > slots);
    const first = days[over];
    if (first)
      clashes.push(
        `The rack in the ${place} would hold ${taken[over]} pieces on ${first.iso}; it has ${slots} slots`,
      );
    return {
      name: place,
      use: days.map((day) => coats.reduce((sum, w) => sum + overlap(w, day), 0) / (8 * HOUR)),
      slots,
      taken,
    };
  });

  const jobs = all.map((o) => {
    const { file, plan } = o;
    const back = handBack(plan);
    const list = workOf(o).filter((w) => readOperationId(w.operation));
    const promised = file.choice?.promised ? dayAfter(file.choice.promised, zone) : null;
    if (back && promised !== null && back.at > promised)
      clashes.push(
        `${file.job.name} is promised for ${file.choice?.promised} and planned for ${isoDay(back.at, zone)}`,
      );
    for (const a of absences)
      for (const w of list)
        if ((a.worker === null || a.worker === w.worker) && overlap(a, w) > 0 && plan && plan.madeAt < now)
          clashes.push(
            `${file.job.name}: ${sayOperation(file, w.operation)} is planned while ${workers.find((x) => x.id === w.worker)?.name ?? ''} is away (${a.why})`,
          );
    return {
      id: file.job.id,
      name: file.job.name,
      hex: file.zones[0]?.hex ?? '#ddd',
      back: back?.at ?? null,
      bound: back?.bound ?? null,
      promised,
      begins: list.length ? Math.min(...list.map((w) => w.from)) : null,
      spans: list.map((w) => ({ from: w.from, to: Math.min(w.to, end) })),
      none: plan !== null && 'infeasible' in plan.result,
    };
  });
  return {
    days,
    jobs,
    people,
    places,
    clashes: [...new Set(clashes)],
    spoilt: [...spoilt, ...withFaults(all.map((o) => o.file))],
  };
}

export const TOGETHER = 'together';

/** What the joint search knew when it began. */
const stampOf = (db: Db): string =>
  JSON.stringify(listOpenJobs(db).map(({ id, choice }) => [id, lastFact(db, id), choice]));

/** Days that jobs are planned together over. */
const HORIZON = 200;

/** The joint problem of all open jobs, for a search. @throws Refused when there is nothing to plan */
export function togetherTask(db: Db, now: number): { task: JobsTask; stamp: string } {
  const nobody = new Set<string>();
  const jobs = openAll(db, now).flatMap(({ file }) => {
    const { choice } = file;
    const packed = choice && packJob(db, file, now, HORIZON, nobody);
    if (!choice || !packed) return [];
    const place = choice.shared && choice.place !== 'house' ? choice.place : null;
    const promised = choice.promised ? dayAfter(choice.promised, file.job.zone) : null;
    // Priority 3 weighs most.
    return [{ id: file.job.id, packed, place, promised, weight: choice.priority }];
  });
  if (jobs.length === 0) throw new Refused(409, 'No job is planned yet. Choose a system for one first.');
  const t0 = Math.ceil(now / MINUTE) * MINUTE;
  for (const { packed } of jobs) {
    const first = packed.job.t0;
    packed.job = { ...packed.job, t0, notBefore: first };
  }
  const operations = jobs.reduce((n, j) => n + j.packed.job.lots.length * j.packed.job.route.length, 1);
  return {
    task: {
      kind: 'together',
      name: 'all jobs',
      jobs,
      steps: Math.min(400, Math.max(12, Math.round(30_000 / operations))),
    },
    stamp: stampOf(db),
  };
}

/** Hand-backs that planning together would give, against now. */
export function compareTogether(
  db: Db,
  found: Found,
  now: number,
): { id: string; name: string; was: number | null; is: number }[] {
  if (found.kind !== 'together' || !found.made) return [];
  const t0 = Math.ceil(now / MINUTE) * MINUTE;
  return openAll(db, now).flatMap(({ file, plan }) => {
    const back = found.made?.backs.get(file.job.id);
    return back === undefined
      ? []
      : [{ id: file.job.id, name: file.job.name, was: handBack(plan)?.at ?? null, is: t0 + back * MINUTE }];
  });
}

/**
 * Takes over a joint plan: every job is planned near its part of it, around those before it, the first to be handed back
 * first. All or none.
 * @throws Refused 409 when the jobs have moved on since
 */
export function acceptTogether(db: Db, found: Found, stamp: string, startedAt: number, now: number): void {
  if (found.kind !== 'together' || !found.made || 'infeasible' in found.made.result)
    throw new Refused(409, 'There is no joint plan to take over.');
  if (stamp !== stampOf(db))
    throw new Refused(409, 'Something was recorded or chosen since. Plan together again.');
  const t0 = Math.ceil(startedAt / MINUTE) * MINUTE;
  const near = new Map<string, Map<string, number>>();
  for (const a of found.made.result.assignments) {
    const { job, operation } = readOwn(a.operation);
    const own = near.get(job) ?? new Map<string, number>();
    own.set(operation, t0 + a.start * MINUTE);
    near.set(job, own);
  }
  const order = [...found.made.backs].sort((a, b) => a[1] - b[1]).map(([id]) => id);
  db.transaction(() => {
    const settled = new Set<string>();
    for (const id of order) {
      const file = openJob(db, id);
      const made = planNow(db, file, now, near.get(id), settled);
      if (made) keepPlan(db, file, made, now);
      settled.add(id);
    }
  }).immediate();
}

/** Pieces of a usual kitchen, and how they are divided. From memory. */
const USUAL_KITCHEN = { pieces: 40, lot: 12 };

/**
 * When a new kitchen could start: the latest day that still gives its earliest hand-back, around all other jobs. It is
 * worked as the last planned job is.
 * @returns null where no job is planned to be like, or none fits
 */
export function firstNewStart(
  db: Db,
  now: number,
): { start: number; back: number; pieces: number; like: string } | null {
  const like = openAll(db, now).at(-1);
  if (!like?.file.choice) return null;
  const { file } = like;
  const choice = choiceSchema.parse({ ...file.choice, shared: true });
  const base = jobToPlan(db, file, now, 120);
  if (!base) return null;
  const lots = Math.ceil(USUAL_KITCHEN.pieces / USUAL_KITCHEN.lot);
  const zone = companyZone();
  const today = isoDay(now, zone);
  const job: JobToPlan = {
    ...base,
    t0: Math.ceil(now / MINUTE) * MINUTE,
    pins: undefined,
    site: [],
    lots: Array.from({ length: lots }, (_, k) => {
      const pieces =
        Math.floor(((k + 1) * USUAL_KITCHEN.pieces) / lots) - Math.floor((k * USUAL_KITCHEN.pieces) / lots);
      return {
        id: `new ${k}`,
        pieces,
        racked: false,
        steps: file.route.map((s) => ({ key: s.key, pending: pieces, from: 0, to: null, running: [] })),
      };
    }),
    taken: takenFrom(db, 'a new kitchen', choice, now),
  };
  const days = Array.from({ length: 64 }, (_, i) => i);
  const startOf = (k: number): number => {
    let iso = today;
    for (let i = 0; i < k; i++) iso = isoDay(dayAfter(iso, zone), zone);
    return dayToMs(iso, zone);
  };
  const backFrom = (k: number): number | null => {
    const made = planJob(
      { ...job, notBefore: Math.max(job.t0, startOf(k)) },
      { seed: 1, steps: 24, nodes: 500, prove: false },
    );
    return made && !('infeasible' in made.result) ? job.t0 + made.result.makespan * MINUTE : null;
  };
  const soonest = backFrom(0);
  if (soonest === null) return null;
  let [low, high] = [0, days.length - 1];
  while (low < high) {
    const mid = Math.ceil((low + high) / 2);
    const back = backFrom(mid);
    if (back !== null && back <= soonest) low = mid;
    else high = mid - 1;
  }
  return { start: startOf(low), back: soonest, pieces: USUAL_KITCHEN.pieces, like: file.job.name };
}
