/** Today: what every job under way wants next, across jobs and people. Finished jobs cost a line of a table each. */
import { HOUR } from '$core/units/durations';
import { fittingsLeft } from '$core/bench/view/hanging';
import { printFreeFrom } from '$core/bench/guard/print-free';
import { pieceState, type TouchUp } from '$core/bench/state/state';
import { acts } from '$core/bench/view/acts';
import { nextActs, type NextAct } from '$core/bench/view/next-acts';
import { freshAir } from '$core/bench/guard/fresh-air';
import { airStops } from '$core/bench/view/air-stops';
import { visitDue } from '$core/quality/visits';
import { plannedSteps } from '$core/planning/model/operation-id';
import { SITE } from '$core/takeoff/site-route';
import { dayAfter, isoDay, startOfDay } from '$core/units/clock-time';
import type { Db } from '../../db/open';
import type { ReportKind } from '$core/quality/report-kinds';
import { openReports } from '../../store/customers';
import { listSummaries } from '../../store/summaries';
import { listWorkers } from '../../store/workers';
import { companyZone } from '../company/clock';
import { lookAhead, notesOf, type LookAhead } from './evening';
import { contestedOf } from '../bench/contested';
import { eachJob, withFaults, type SpoiltJob } from '../job/each-job';
import { notAsAccepted } from '../offer/accepted';
import { chancesOf, type Chances } from '../plan/chances';
import { handBack } from '../plan/hand-back';
import type { JobWithPlan, Planning } from '../plan/open-planned';
import { firstNeeds } from '../take-off/take-off';

/** A window that closes, or a cup that dies, is named so long before. */
const SOON = 4 * HOUR;

type TodayAct = Omit<NextAct, 'worker'> & { who: string };

export interface TodayJob {
  id: string;
  name: string;
  stage: string;
  zone: string;
  back: number | null;
  /** how sure that is */
  chances: Chances | null;
  pieces: number;
  passes: string;
  openTouchUps: number;
  acts: TodayAct[];
  /** one line each: what stops, what closes, what is needed */
  stops: string[];
  soon: { at: number; words: string }[];
  /** what the coming night or day changes; null in the middle of a day */
  notes: string[] | null;
}

interface TodayPerson {
  name: string;
  now: string | null;
  /** what the plans give them for the rest of the day */
  next: { at: number; words: string; job: string }[];
}

interface TodayReport {
  job: string;
  name: string;
  at: number;
  kind: ReportKind;
  words: string;
}

interface TodayVisit {
  job: string;
  name: string;
  day: string;
  due: number;
}

/** The visit of every job handed over that is due by now, or in a few days, and was not made. */
function visits(db: Db, now: number): TodayVisit[] {
  return listSummaries(db)
    .flatMap(({ id, name, handedOver, lastCheck, archivedAt, risky }) => {
      if (handedOver === null || archivedAt !== null) return [];
      const due = visitDue(handedOver, lastCheck, now, risky ?? false);
      return due === null ? [] : [{ job: id, name, day: isoDay(due, companyZone()), due }];
    })
    .sort((a, b) => a.due - b.due);
}

/** Jobs that are under way or want a touch-up. */
export const openJobs = (db: Db): string[] =>
  listSummaries(db)
    .filter((s) => s.archivedAt === null && (s.stage !== 'check' || s.openTouchUps > 0))
    .map((s) => s.id);

/** What is to touch up, and what of it is due or overdue. @param today ISO day */
function touchUpWords(all: readonly TouchUp[], today: string): string[] {
  const open = all.filter((t) => !t.closed);
  if (!open.length) return [];
  const overdue = open.filter((t) => t.due !== null && t.due < today).length;
  const due = open.filter((t) => t.due === today).length;
  return [
    `${open.length} to touch up${due ? `, ${due} due today` : ''}${overdue ? `, ${overdue} overdue` : ''}`,
  ];
}

const handlesWords = (n: number): string => (n === 1 ? 'a handle' : `${n} handles`);

function todayJob(db: Db, own: JobWithPlan, now: number): TodayJob {
  const { file, plan } = own;
  const summary = listSummariesOf(db, file.job.id);
  const planned = plannedSteps(plan);
  const due = new Map(planned.map((p) => [`${p.lot}:${p.step}`, p.start]));
  const names = new Map(file.lots.map((l) => [l.id, l.name]));
  const people = new Map(listWorkers(db).map((w) => [w.id, w.name]));
  const list = acts(file.state, file.route, file.lots, now, due, file.waits);
  const tomorrow = dayAfter(isoDay(now, file.job.zone), file.job.zone);
  const soon = [
    ...list.flatMap((a) =>
      a.closes !== null && a.closes > now && a.closes - now < SOON
        ? [{ at: a.closes, words: `window of ${a.step.act}, lot ${names.get(a.lot) ?? ''}, closes` }]
        : [],
    ),
    ...file.state.mixes.flatMap((m) =>
      m.useBy !== null && m.useBy > now && m.useBy - now < SOON
        ? [{ at: m.useBy, words: `batch ${m.batch} is past its pot life` }]
        : [],
    ),
    ...firstNeeds(file, plan).flatMap((l) =>
      l.first !== null && l.first > now && l.first < tomorrow + 24 * HOUR
        ? [
            {
              at: l.first,
              words: `needs ${l.product.name}${l.colour ? `, ${l.colour}` : ''}${l.product.mix ? ', mixed' : ''}`,
            },
          ]
        : [],
    ),
  ].sort((a, b) => a.at - b.at);
  const { state, route, context } = file;
  const handles = file.pieces.flatMap((p) =>
    pieceState(state, p.id).hungIn !== null && fittingsLeft(state, file.pieces, p).includes('handle')
      ? [printFreeFrom(context, p.id)]
      : [],
  );
  const later = handles.filter((at) => at > now);
  if (later.length)
    soon.push({ at: Math.max(...later), words: `second visit: ${handlesWords(later.length)} may go on` });
  const stops = [
    ...airStops(freshAir(state, now), route, context.measures).map(
      (a) => `Air in the ${a.place}: ${a.reasons.join('; ')}`,
    ),
    ...contestedOf(db, file).map((c) => c.message),
    ...notAsAccepted(db, file),
    ...(handles.length > later.length ? [`${handlesWords(handles.length - later.length)} may go on`] : []),
    ...touchUpWords([...state.touchUps.values()], isoDay(now, file.job.zone)),
  ];
  return {
    id: file.job.id,
    name: file.job.name,
    stage: summary.stage,
    zone: file.job.zone,
    back: handBack(plan)?.at ?? null,
    chances: own.planning ? null : chancesOf(db, own, now),
    pieces: summary.pieces,
    passes: `${summary.passesDone} of ${summary.passes} passes`,
    openTouchUps: summary.openTouchUps,
    acts: nextActs({ ...file, siteWaits: file.context.siteWaits }, now, due, file.job.zone)
      .slice(0, 4)
      .map(({ worker, ...act }) => ({ ...act, who: people.get(worker ?? '') ?? '' })),
    stops,
    soon,
    notes: notesOf(db, own, now)?.notes ?? null,
  };
}

const listSummariesOf = (db: Db, job: string) => {
  const found = listSummaries(db, job)[0];
  if (!found) throw new Error(`Job ${job} has no summary`);
  return found;
};

const urgency = ({ acts: list }: TodayJob): number =>
  list.some((a) => a.status === 'running' || a.status === 'ready') ? 0 : list.length ? 1 : 2;

/** The rest of the day of everyone, by the plans. */
function peopleToday(db: Db, opened: readonly JobWithPlan[], now: number): TodayPerson[] {
  return listWorkers(db).map(({ id, name }) => {
    const next = opened
      .flatMap(({ file, plan }) => {
        const end = startOfDay(now + 24 * HOUR, file.job.zone);
        const act = (lot: string, step: string) =>
          lot === SITE
            ? `${file.site.find((s) => s.key === step)?.act ?? step}, kitchen`
            : `${file.route.find((s) => s.key === step)?.act ?? step}, lot ${file.lots.find((l) => l.id === lot)?.name ?? ''}`;
        return plannedSteps(plan)
          .filter((p) => p.worker === id && p.start < end && p.end > now)
          .map((p) => ({ at: p.start, words: act(p.lot, p.step), job: file.job.name }));
      })
      .sort((a, b) => a.at - b.at)
      .slice(0, 5);
    const working = opened.flatMap(({ file }) =>
      [...file.state.works.values()].flatMap((w) =>
        w.end === null && w.hands.some((h) => h.worker === id && h.to === null)
          ? [
              `${[...file.route, ...file.site].find((s) => s.key === w.step)?.act ?? w.step}, ${file.job.name}`,
            ]
          : [],
      ),
    );
    return { name, now: working[0] ?? null, next };
  });
}

/** Today, as its page is given it. */
export interface TodayPage {
  /** by the server's clock, when it was made */
  asOf: number;
  planning: Planning[];
  jobs: TodayJob[];
  people: TodayPerson[];
  visits: TodayVisit[];
  /** what everyone begins with tomorrow, or today; null in the middle of a day */
  look: LookAhead | null;
  /** what households reported and nobody answered, the oldest first */
  reports: TodayReport[];
  spoilt: SpoiltJob[];
}

/** @param broken jobs that could not be opened */
export function today(
  db: Db,
  opened: readonly JobWithPlan[],
  now: number,
  broken: readonly SpoiltJob[] = [],
): Omit<TodayPage, 'planning' | 'asOf'> {
  const byId = new Map(opened.map((o) => [o.file.job.id, o]));
  const { read, spoilt } = eachJob(db, [...byId.keys()], (id) => {
    const one = byId.get(id);
    return one ? [todayJob(db, one, now)] : [];
  });
  const sound = opened.filter((o) => !spoilt.some((s) => s.id === o.file.job.id));
  return {
    // What can be done now comes first.
    jobs: read.flat().sort((a, b) => urgency(a) - urgency(b)),
    people: peopleToday(db, sound, now),
    visits: visits(db, now),
    look: lookAhead(db, sound, now),
    reports: openReports(db).map(({ job, name, at, kind, words }) => ({ job, name, at, kind, words })),
    spoilt: [...broken, ...spoilt, ...withFaults(sound.map((o) => o.file))],
  };
}
