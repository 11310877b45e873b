/** What is in the calendar of a person, of a job and of a customer; and their private addresses. */
import { isPlan } from '$core/planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { fittingsLeft } from '$core/bench/view/hanging';
import { printFreeFrom } from '$core/bench/guard/print-free';
import { pieceState } from '$core/bench/state/state';
import { openMinutes } from '$core/planning/model/work-week';
import { readOperationId } from '$core/planning/model/operation-id';
import { SITE } from '$core/takeoff/site-route';
import { isoDay, sayDay } from '$core/units/clock-time';
import { randomBytes } from 'node:crypto';
import type { Db } from '../../db/open';
import type { CalendarEntry } from '../../files/calendar-ics';
import { feedOf, findFeed, writeFeed, type Feed, type FeedKind } from '../../store/feeds';
import { findJob, listOpenJobs } from '../../store/jobs';
import type { StoredPlan } from '../../store/plans';
import { listWorkers } from '../../store/workers';
import { currentPlan } from '../plan/make/current-plan';
import { eachJob } from '../job/each-job';
import { openJob, type OpenJob } from '../job/open-job';
import { chancesOf, type Chances } from '../plan/chances';
import { handBack } from '../plan/hand-back';
import { Refused } from '../../base/refused';
import { sayOperation } from '../plan/say-plan';
import { notesOf } from './evening';

interface Planned {
  operation: string;
  lot: string;
  step: string;
  worker: string;
  start: number;
  end: number;
}

function planned(plan: StoredPlan | null): Planned[] {
  if (!plan || !isPlan(plan.result)) return [];
  const { t0 } = plan;
  return plan.result.assignments
    .flatMap(({ operation, worker, start, end }): Planned[] => {
      const of = readOperationId(operation);
      return of ? [{ ...of, operation, worker, start: t0 + start * MINUTE, end: t0 + end * MINUTE }] : [];
    })
    .sort((a, b) => a.start - b.start);
}

const isHanging = ({ step }: Planned): boolean => step === 'hang';
/** Whether it is done in the kitchen, and not where the pieces are coated. */
const inKitchen = (p: Planned): boolean => p.lot === SITE || isHanging(p);

const entry = (file: OpenJob, p: Planned, who: string): CalendarEntry => ({
  id: `${file.job.id}-${p.operation.replace(/[^\w-]+/g, '-')}@anthem`,
  start: p.start,
  end: p.end,
  summary: `${sayOperation(file, p.operation)} · ${file.job.name}`,
  description: who,
  place: inKitchen(p) ? file.job.place || file.job.name : (file.choice?.place ?? ''),
});

/** What a household is told of, and what it is for. */
export type HouseEntry = CalendarEntry & { kind: 'kitchen' | 'hang' | 'handles' | 'back' };

/** Half an hour of the second visit, by its handles: at least one. From memory. */
const VISIT = 30;

/** The visit on which handles are fitted whose films take their print until then: when the house is open next. */
export function secondVisit(file: OpenJob): HouseEntry[] {
  const { state, context, choice, job, pieces } = file;
  // Where visits are planned the plan has it.
  if (choice?.visits) return [];
  const from = Math.max(
    0,
    ...pieces.flatMap((p) =>
      pieceState(state, p.id).hungIn !== null && fittingsLeft(state, pieces, p).includes('handle')
        ? [printFreeFrom(context, p.id)]
        : [],
    ),
  );
  // What may go on already is no second visit.
  const hung = Math.max(0, ...pieces.map((p) => pieceState(state, p.id).hungAt ?? 0));
  if (!choice || from <= hung) return [];
  const first = Math.ceil(from / MINUTE) * MINUTE;
  const open = openMinutes(choice.houseWeek, job.zone, first, 14 * 1440).find(([a, b]) => b - a >= VISIT);
  if (!open) return [];
  const start = first + open[0] * MINUTE;
  return [
    {
      kind: 'handles',
      id: `${job.id}-handles@anthem`,
      start,
      end: start + VISIT * MINUTE,
      summary: 'Handles are fitted',
      description: 'Before that the film would take their print.',
      place: job.place,
    },
  ];
}

/** Until when the evening's look stands in a calendar, ms. Our choice. */
const LOOKED_AT = 30 * MINUTE;

/** The evening look as an entry of this evening; none in the middle of a day, or where nothing is to be said. */
function lookEntry(db: Db, file: OpenJob, plan: StoredPlan | null, now: number): CalendarEntry[] {
  const look = notesOf(db, { file, plan, planning: null }, now);
  if (!look?.notes.length) return [];
  return [
    {
      id: `${file.job.id}-look-${isoDay(now, file.job.zone)}-${look.when}@anthem`,
      start: now,
      end: now + LOOKED_AT,
      summary: `${look.when === 'evening' ? 'Before the night' : 'Before the day'} · ${file.job.name}`,
      description: look.notes.join('\n'),
      place: file.choice?.place ?? '',
    },
  ];
}

/** Everything planned on a job, and what the night or the day changes. */
export function jobCalendar(db: Db, file: OpenJob, plan: StoredPlan | null, now: number): CalendarEntry[] {
  const names = new Map(listWorkers(db).map((w) => [w.id, w.name]));
  return [
    ...planned(plan).map((p) => entry(file, p, names.get(p.worker) ?? '')),
    ...secondVisit(file),
    ...lookEntry(db, file, plan, now),
  ];
}

/** What a household needs to know: when people are in the kitchen, and when it is handed back. */
export function customerCalendar(
  file: OpenJob,
  plan: StoredPlan | null,
  chances: Chances | null = null,
): HouseEntry[] {
  const days = new Map<string, Planned[]>();
  for (const p of planned(plan).filter(inKitchen)) {
    const day = isoDay(p.start, file.job.zone);
    days.set(day, [...(days.get(day) ?? []), p]);
  }
  const visits = [...days].map(([day, list]): HouseEntry => {
    const hung = list.every(isHanging);
    return {
      kind: hung ? 'hang' : 'kitchen',
      id: `${file.job.id}-visit-${day}@anthem`,
      start: Math.min(...list.map((p) => p.start)),
      end: Math.max(...list.map((p) => p.end)),
      summary: hung ? 'Doors and drawers are hung' : 'Painters in the kitchen',
      description: '',
      place: file.job.place,
    };
  });
  visits.push(...secondVisit(file));
  const back = handBack(plan);
  if (!back) return visits;
  return [
    ...visits,
    {
      kind: 'back',
      id: `${file.job.id}-hand-back@anthem`,
      start: back.at,
      end: back.at + 30 * MINUTE,
      summary: 'The kitchen is handed back',
      description:
        chances && chances !== 'asked'
          ? `There is an even chance of ${sayDay(chances.half, file.job.zone)}, and nineteen in twenty of ${sayDay(chances.nearlyAll, file.job.zone)}: weather and drying decide.`
          : 'As planned today at the earliest; the date moves with the work.',
      place: file.job.place,
    },
  ];
}

/** Everything planned for one person, on all jobs. */
export function workerCalendar(db: Db, worker: string, now: number): CalendarEntry[] {
  const ids = listOpenJobs(db).map((j) => j.id);
  const { read } = eachJob(db, ids, (id) => {
    const file = openJob(db, id);
    return planned(currentPlan(db, file, now).plan)
      .filter((p) => p.worker === worker)
      .map((p) => entry(file, p, ''));
  });
  return read.flat().sort((a, b) => a.start - b.start);
}

/** @returns the private address' token, made when there is none yet or a new one is asked for */
export function feedFor(db: Db, kind: FeedKind, of: string, now: number, anew = false): string {
  const known = feedOf(db, kind, of);
  if (known && !anew) return known.token;
  const token = randomBytes(24).toString('base64url');
  writeFeed(db, { token, kind, of }, now);
  return token;
}

/** The calendar behind a private address. @throws Refused 404 for an address that is not, or no longer, given out */
export function feedCalendar(db: Db, token: string, now: number): { name: string; entries: CalendarEntry[] } {
  const feed: Feed | undefined = findFeed(db, token);
  if (!feed) throw new Refused(404, 'This calendar address is not given out any more. Ask for the new one.');
  if (feed.kind === 'worker') {
    const worker = listWorkers(db).find((w) => w.id === feed.of);
    if (!worker) throw new Refused(404, 'That person is not on the crew any more.');
    return { name: worker.name, entries: workerCalendar(db, worker.id, now) };
  }
  const job = findJob(db, feed.of);
  if (!job) throw new Refused(404, 'That job is not kept any more.');
  const file = openJob(db, job.id);
  const { plan } = currentPlan(db, file, now);
  return {
    name: job.name,
    entries:
      feed.kind === 'job'
        ? jobCalendar(db, file, plan, now)
        : customerCalendar(file, plan, chancesOf(db, { file, plan, planning: null }, now)),
  };
}
