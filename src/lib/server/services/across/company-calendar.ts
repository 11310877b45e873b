/** All jobs in one calendar: who is where, what is in use, and what is too much. */
import { isPlan } from '$core/planning/model/infeasible';
import { HOUR, MINUTE } from '$core/units/durations';
import type { Neighbour } from '$core/job-plan/inputs';
import { neighbourOf } from '$core/job-plan/neighbours';
import type { Span } from '$core/planning/job/job-to-plan';
import { readOperationId } from '$core/planning/model/operation-id';
import { openMinutes } from '$core/planning/model/work-week';
import { dayAfter, isoDay, startOfDay } from '$core/units/clock-time';
import type { Db } from '../../db/open';
import { listAbsences } from '../../store/absences';
import type { StoredPlan } from '../../store/plans';
import { listWorkers } from '../../store/workers';
import { companyZone } from '../company/clock';
import { withFaults, type SpoiltJob } from '../job/each-job';
import type { OpenJob } from '../job/open-job';
import { chancesOf, type Chances } from '../plan/chances';
import { handBack, isHome } from '../plan/hand-back';
import type { JobWithPlan } from '../plan/open-planned';
import { sayOperation } from '../plan/say-plan';

/** Days of the calendar. */
const WEEKS = 6;

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
    /** how sure that is */
    chances: Chances | null;
    promised: number | null;
    begins: number | null;
    /** its work */
    spans: Span[];
    none: boolean;
    home: boolean;
  }[];
  people: { id: string; name: string; days: DayLoad[] }[];
  /** share of the open hours the place is in use, and most slots taken, by day */
  places: { name: string; use: number[]; slots: number; taken: number[] }[];
  clashes: string[];
  /** jobs of which something cannot be read */
  spoilt: SpoiltJob[];
}

interface Opened {
  file: OpenJob;
  plan: StoredPlan | null;
  /** a new plan is being made: the bound of the last says nothing any more */
  stale: boolean;
  work: (Span & { operation: string; worker: string })[];
  /** what it takes of its place */
  takes: Neighbour | null;
}

/** Planned operations on the clock. */
const workOf = (plan: StoredPlan | null): Opened['work'] =>
  !plan || !isPlan(plan.result)
    ? []
    : plan.result.assignments.flatMap((a) =>
        readOperationId(a.operation)
          ? [
              {
                operation: a.operation,
                worker: a.worker,
                from: plan.t0 + a.start * MINUTE,
                to: plan.t0 + a.end * MINUTE,
              },
            ]
          : [],
      );

const overlap = (a: Span, b: Span): number => Math.max(0, Math.min(a.to, b.to) - Math.max(a.from, b.from));

/** Most that is taken at once within a span. */
const most = (list: readonly (Span & { slots: number })[], day: Span): number =>
  Math.max(
    0,
    ...[day.from, ...list.map((s) => s.from)]
      .filter((t) => t >= day.from && t < day.to)
      .map((t) => list.reduce((sum, s) => sum + (s.from <= t && t < s.to ? s.slots : 0), 0)),
  );

/** What the parts of the calendar are made from, and where they say what cannot be. */
interface Calendared {
  db: Db;
  all: readonly Opened[];
  days: CompanyCalendar['days'];
  zone: string;
  now: number;
  absences: ReturnType<typeof listAbsences>;
  workers: ReturnType<typeof listWorkers>;
  clashes: string[];
}

function daysFrom(now: number, zone: string): CompanyCalendar['days'] {
  const days: CompanyCalendar['days'] = [];
  for (let from = startOfDay(now, zone); days.length < WEEKS * 7;) {
    const iso = isoDay(from, zone);
    const to = dayAfter(iso, zone);
    days.push({ iso, from, to });
    from = to;
  }
  return days;
}

/** A person's day: open hours without absences, and what of them is planned. */
function loadOf(
  { zone, all, absences }: Calendared,
  id: string,
  own: readonly (Span & { file: OpenJob })[],
  day: Span,
): DayLoad {
  const week = all[0]?.file.choice?.crewWeek;
  const off = absences.filter((a) => (a.worker === null || a.worker === id) && overlap(a, day) > 0);
  const hours = week
    ? openMinutes(week, zone, day.from, Math.round((day.to - day.from) / MINUTE)).map(([a, b]): Span => ({
        from: day.from + a * MINUTE,
        to: day.from + b * MINUTE,
      }))
    : [];
  const open = hours.reduce((sum, h) => {
    const away = off.reduce((s, a) => s + overlap(a, h), 0);
    return sum + Math.max(0, h.to - h.from - away);
  }, 0);
  const mine = own.filter((w) => overlap(w, day) > 0);
  const planned = mine.reduce((sum, w) => sum + hours.reduce((s, h) => s + overlap(w, h), 0), 0);
  return {
    planned: planned / MINUTE,
    open: open / MINUTE,
    jobs: [...new Set(mine.map((w) => w.file.job.name))],
    away: off[0]?.why ?? null,
  };
}

/** Calls back for two that follow each other, of different jobs, where the next begins before the first is over. */
function eachClash<T extends Span & { file: OpenJob }>(
  list: readonly T[],
  said: (first: T, next: T) => void,
): void {
  const sorted = [...list].sort((a, b) => a.from - b.from);
  for (const [i, first] of sorted.entries()) {
    const next = sorted[i + 1];
    if (next && next.from < first.to && next.file.job.id !== first.file.job.id) said(first, next);
  }
}

function peopleOf(given: Calendared): CompanyCalendar['people'] {
  const { all, days, workers, clashes } = given;
  return workers.map(({ id, name }) => {
    const own = all.flatMap(({ file, work }) =>
      work.filter((w) => w.worker === id).map((w) => ({ ...w, file })),
    );
    eachClash(own, (w, next) =>
      clashes.push(
        `${name} is at ${sayOperation(w.file, w.operation)} (${w.file.job.name}) and at ${sayOperation(next.file, next.operation)} (${next.file.job.name}) at once`,
      ),
    );
    return { id, name, days: days.map((day) => loadOf(given, id, own, day)) };
  });
}

function placesOf({ all, days, clashes }: Calendared): CompanyCalendar['places'] {
  const names = new Set(
    all.flatMap(({ file }) =>
      file.choice?.shared && file.choice.place !== 'house' ? [file.choice.place] : [],
    ),
  );
  return [...names].map((place) => {
    const there = all.filter(({ file }) => file.choice?.shared && file.choice.place === place);
    const coats = there.flatMap(({ file, takes }) => (takes?.coating ?? []).map((w) => ({ ...w, file })));
    eachClash(coats, (w, next) =>
      clashes.push(`The ${place} is wanted by ${w.file.job.name} and ${next.file.job.name} at once`),
    );
    const stays = there.flatMap(({ takes }) => takes?.rack ?? []);
    const slots = Math.max(0, ...there.map(({ file }) => file.choice?.rackSlots ?? 0));
    const taken = days.map((day) => most(stays, day));
    const over = taken.findIndex((n) => n > slots);
    const first = days[over];
    if (first)
      clashes.push(
        `The rack in the ${place} would hold ${taken[over]} pieces on ${first.iso}; it has ${slots} slots`,
      );
    const use = days.map((day) => coats.reduce((sum, w) => sum + overlap(w, day), 0) / (8 * HOUR));
    return { name: place, use, slots, taken };
  });
}

function jobsOf(
  { db, all, days, zone, now, absences, workers, clashes }: Calendared,
  opened: readonly JobWithPlan[],
): CompanyCalendar['jobs'] {
  const end = days.at(-1)?.to ?? now;
  return all.map(({ file, plan, stale, work: list }) => {
    const back = handBack(plan);
    const one = opened.find((o) => o.file === file);
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
      bound: stale ? null : (back?.bound ?? null),
      chances: one && !stale ? chancesOf(db, one, now) : null,
      promised,
      begins: list.length ? Math.min(...list.map((w) => w.from)) : null,
      spans: list.map((w) => ({ from: w.from, to: Math.min(w.to, end) })),
      none: plan !== null && !isPlan(plan.result),
      home: isHome(file),
    };
  });
}

/** @param opened all jobs under way with their plans @param broken jobs that could not be opened */
export function companyCalendar(
  db: Db,
  opened: readonly JobWithPlan[],
  now: number,
  broken: readonly SpoiltJob[] = [],
): CompanyCalendar {
  const zone = companyZone();
  const all = opened.map(({ file, plan, planning }): Opened => ({
    file,
    plan,
    stale: planning !== null,
    work: workOf(plan),
    takes: plan && file.choice && neighbourOf(file.job.id, file.choice, plan),
  }));
  const days = daysFrom(now, zone);
  const clashes: string[] = [];
  const given = { db, all, days, zone, now, clashes };
  const calendared: Calendared = { ...given, absences: listAbsences(db, now), workers: listWorkers(db) };
  const [people, places] = [peopleOf(calendared), placesOf(calendared)];
  const jobs = jobsOf(calendared, opened);
  return {
    ...{ days, jobs, people, places },
    clashes: [...new Set(clashes)],
    spoilt: [...broken, ...withFaults(all.map((o) => o.file))],
  };
}
