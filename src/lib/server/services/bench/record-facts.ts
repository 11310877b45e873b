import { DAY } from '$core/units/durations';
import { unknownTo } from '$core/bench/log/apart';
import { contradictions, stepsBefore } from '$core/bench/log/contradictions';
import { takenBackBy } from '$core/bench/log/decided';
import { entryOf, factSchema, type Fact } from '$core/bench/log/events';
import { fold, foldOn, lastToHappen } from '$core/bench/log/fold';
import type { JobState } from '$core/bench/state/state';
import { ASKS } from '$core/bench/view/disagreements';
import { judge } from '$core/bench/log/judge';
import { BY_CONTEXT, sayRefusals, together, type Refusal } from '$core/bench/guard/refusal';
import type { Context } from '$core/bench/guard/context';
import { withRework } from '$core/bench/guard/rework';
import { kitchenSteps } from '$core/bench/guard/touch-up-steps';
import type { Step } from '$core/coating/route';
import { firstFault } from '$core/units/first-fault';
import { CLOCK_AHEAD, CLOCK_BEHIND } from '$core/units/instant';
import type { Db } from '../../db/open';
import { insertContested, type Contested } from '../../store/contested';
import { findFact, hasUnreadable, insertFact, lastRecorded, listFacts } from '../../store/facts';
import { deleteReadingOf, insertReading } from '../../store/readings';
import { listWorkers } from '../../store/workers';
import { unavailable } from '../../base/unavailable';
import { isDemo, now } from '../company/clock';
import { keepFelt } from './touch-at-bench';
import { firstFilm, openJob, type OpenJob } from '../job/open-job';
import { jobWaits } from '../air/job-air';
import { keepPace } from './paces';
import { keepForecast } from '../air/kept-forecast';
import { placeNamed } from '../air/place-air';
import { Refused } from '../../base/refused';
import { keepSummary } from '../job/summaries';

/** Air that was read on a job at one of the company's places counts for every job there. */
function keepReading(db: Db, { id, at, body }: Fact): void {
  for (const gone of takenBackBy(body)) deleteReadingOf(db, gone);
  const place = body.kind === 'air.read' ? placeNamed(body.place) : null;
  if (body.kind !== 'air.read' || !place) return;
  const { celsius, humidity } = body;
  keepForecast(db, place, now(db));
  insertReading(db, { place, at, celsius, humidity, source: 'typed', fact: id });
}

export interface Recorded {
  /** ids, all of them stored for good */
  ids: string[];
  /** facts of devices that worked apart, which a person must settle */
  contested: Contested[];
}

/** @throws Refused 422 with what is wrong, and with which fact where there are several */
function read(input: unknown, i: number, of: number): Fact {
  const parsed = factSchema.safeParse(input);
  if (parsed.success) return parsed.data;
  const { message, path } = firstFault(parsed.error);
  const where = of > 1 ? `Fact ${i + 1}, ${path.join('.') || 'whole'}: ` : '';
  throw new Refused(422, `${where}${message || 'It is malformed.'}`, path.at(-1) ?? null, { path });
}

/** The context of guards in a state. */
function contextIn(file: OpenJob, state: JobState): Context & { route: Step[] } {
  const { pieces, parts, plainRoute, context } = file;
  const route =
    state.flaws.size === 0
      ? plainRoute
      : withRework(
          plainRoute,
          state,
          pieces.map((p) => p.id),
        );
  const { cureMinutes } = context;
  const site = kitchenSteps(file.plainSite, state, {
    route,
    pieces,
    parts,
    zone: file.job.zone,
    cureMinutes,
  });
  return { ...context, state, route, site };
}

/** A fact that came late, with what guards say against it. */
interface Late {
  fact: Fact;
  refusals: readonly Refusal[];
}

/** What is known of how facts came here, beside what they say themselves. */
export interface Sent {
  /** ids of those whose painter waits for the answer */
  live?: readonly string[];
  /** what its device worked on, as a tag of the pack, by the id of the fact */
  under?: Readonly<Record<string, string>>;
  /** the tag of the pack as it is now */
  tag?: () => string;
}

/** Whether a fact's device worked on another plan, other lots or other air than are known now. */
const isOfOlder = (fact: Fact, { under, tag }: Sent): boolean => {
  const had = under?.[fact.id];
  return had !== undefined && tag !== undefined && had !== tag();
};

/**
 * What speaks against a fact. Guards refuse it where its painter stands before the page, or its device knew all that is known
 * here; what a device recorded in good faith while it was away is kept, and a person looks at it.
 * @returns what is to be looked at; null where nothing is
 * @throws Refused 409
 */
function lateOf({ file, log, state, latest }: Open, fact: Fact, sent: Sent): Late | null {
  const live = sent.live?.includes(fact.id) ?? false;
  const unknown = live ? [] : unknownTo(log, fact);
  // A fact that comes late is judged by what had happened by then; what came after it, the whole log tells.
  const then =
    !unknown.length || !latest || latest.at <= fact.at ? state : fold(log.filter((f) => f.at <= fact.at));
  const all = judge(contextIn(file, then), log, fact);
  // Said again by a device that could not know, it changes nothing and is nobody's question.
  const isSaidAgain = unknown.length > 0 && entryOf(fact.body).firstCounts === true;
  const refusals = isSaidAgain ? all.filter((r) => r.rule !== 'done-already') : all;
  const first = together(refusals);
  if (!first) return unknown.length ? { fact, refusals } : null;
  if (unknown.length > 0) return { fact, refusals };
  if (!live && refusals.every((r) => BY_CONTEXT.has(r.rule)) && isOfOlder(fact, sent))
    return { fact, refusals };
  throw new Refused(409, sayRefusals(refusals), null, { ...first, refusals });
}

/** What of facts that came late must be settled. What guards alone say against them is stored. */
function contestedOf(db: Db, { file, log, state }: Open, late: readonly Late[]): Contested[] {
  if (!late.length) return [];
  const { route } = contextIn(file, state);
  const found = contradictions(log, stepsBefore(route));
  return late.flatMap(({ fact, refusals }): Contested[] => {
    const sets = found.filter((c) => c.of.includes(fact.id));
    const all = together(refusals);
    if (!sets.length && all) {
      const one = { fact: fact.id, other: null, rule: all.rule, message: sayRefusals(refusals) };
      insertContested(db, file.job.id, one);
      return [one];
    }
    return sets.map(({ rule, of, pieces }) => ({
      fact: fact.id,
      other: of.find((id) => id !== fact.id) ?? null,
      rule,
      message: `${pieces.map((p) => file.codes.get(p) ?? '?').join(' ')}: ${ASKS[rule]}`,
    }));
  });
}

/** A job whose log is being written to. */
interface Open {
  file: OpenJob;
  log: Fact[];
  state: JobState;
  latest: Fact | undefined;
}

function openLog(db: Db, job: string): Open {
  const file = openJob(db, job);
  return { file, log: [...file.facts], state: file.state, latest: lastToHappen(file.facts) };
}

/** One log with one more fact. */
function append(open: Open, fact: Fact): void {
  open.log.push(fact);
  if (foldOn(open.state, open.latest, fact)) open.latest = fact;
  else refold(open);
}

function refold(open: Open): void {
  open.state = fold(open.log);
  open.latest = lastToHappen(open.log);
}

/** Who may record, the time by which it is judged, and how far a right device may be ahead of that, ms. */
interface Desk {
  crew: ReadonlySet<string>;
  time: number;
  ahead: number;
}

/**
 * The time of the server. What was stored later than it says now proves that its own clock was put back: devices whose clocks are right are
 * ahead of it then, and lose nothing by that.
 */
function deskTime(db: Db): Pick<Desk, 'time' | 'ahead'> {
  const time = now(db);
  const last = isDemo() ? 0 : lastRecorded(db);
  return last > time + CLOCK_AHEAD ? { time: last, ahead: DAY } : { time, ahead: CLOCK_AHEAD };
}

/** @returns what is to be looked at of a fact that came late; null where nothing is */
function recordOne(db: Db, open: Open, fact: Fact, { crew, time, ahead }: Desk, sent: Sent): Late | null {
  const { file } = open;
  if (fact.job !== file.job.id) throw new Refused(422, 'The fact belongs to another job.', 'job');
  if (!crew.has(fact.worker))
    throw new Refused(
      422,
      'The fact names a person who is not on the crew. Choose who you are in Settings.',
      'worker',
    );
  if (hasUnreadable(db, fact.id)) return null;
  const before = findFact(db, fact.id);
  if (before) {
    if (before.job !== fact.job || JSON.stringify(before.body) !== JSON.stringify(fact.body))
      throw new Refused(409, 'This id is used for another fact. Record it anew.', 'id');
    return null;
  }
  if (fact.at < file.job.createdAt - CLOCK_BEHIND)
    throw new Refused(
      422,
      'The fact lies before the job was made: the clock of this device is behind. Set it right.',
      'at',
    );
  if (fact.at > time + ahead)
    throw new Refused(
      422,
      'The fact lies in the future: the clock of this device is ahead. Set it right.',
      'at',
    );
  const late = lateOf(open, fact, sent);
  insertFact(db, fact, Math.max(time, fact.at - CLOCK_AHEAD));
  append(open, fact);
  keepReading(db, fact);
  if (entryOf(fact.body).teaches) {
    const { route, site } = contextIn(file, open.state);
    keepPace(db, fact, {
      ...file,
      ...{ zone: file.job.zone, log: open.log, state: open.state, route, site },
    });
    keepFelt(db, fact, { ...file, state: open.state, route }, time);
  }
  return late;
}

/** Facts of one job that are recorded all or none, unchecked, in the order they happened. */
export interface Batch {
  job: string;
  inputs: readonly unknown[];
  sent?: Sent;
}

/**
 * Records batches in one transaction, each all or none: what is refused of one does not touch the others. A fact that was
 * stored before is stored once, however often it is sent.
 * @returns for each batch what was recorded, or why it was not: Refused 404 for no such job, 422 for a malformed fact, 409
 * for one that a guard stops or an id used for something else
 * @throws Error when nothing at all could be stored
 */
export function recordTogether(db: Db, batches: readonly Batch[]): (Recorded | Error)[] {
  const { mark, opened } = openedJobs(db);
  // Until it is stored for good, nothing may go on from what is done here.
  caches.delete(db);
  // Logs are read and kept before the lock is taken: within it nothing is kept.
  for (const { job } of batches) if (!opened.has(job)) listFacts(db, job);
  const write = db.transaction(() => {
    // Another process may have written before the lock was ours.
    if (markOf(db) !== mark) opened.clear();
    const desk: Desk = { crew: new Set(listWorkers(db).map((w) => w.id)), ...deskTime(db) };
    const grown = new Set<Open>();
    const answers = batches.map(({ job, inputs, sent = {} }): Recorded | Error => {
      try {
        const facts = inputs.map((input, i) => read(input, i, inputs.length));
        const open = stillOpen(db, opened.get(job), desk.time) ?? openLog(db, job);
        opened.set(job, open);
        const had = open.log.length;
        const recorded = allOrNone(db, open, facts, desk, sent);
        if (open.log.length > had) grown.add(open);
        return recorded;
      } catch (error) {
        // Where the database takes nothing, it takes nothing of the others either.
        if (unavailable(error) !== null) throw error;
        return error instanceof Error ? error : new Error(String(error));
      }
    });
    for (const { file, log, state } of grown) {
      const { route } = contextIn(file, state);
      keepSummary(db, { ...file, facts: log, state, route });
    }
    return answers;
  });
  const answers = write.immediate();
  if (opened.size <= MOST_OPEN) caches.set(db, { mark: markOf(db), opened });
  return answers;
}

interface OpenedJobs {
  mark: string;
  opened: Map<string, Open>;
}

/** Logs as the last recording left them, good as long as nobody else wrote anything. */
const caches = new WeakMap<Db, OpenedJobs>();
const MOST_OPEN = 40;

/** Changes with every row written, by this connection or another. */
const markOf = (db: Db): string =>
  `${db.prepare<[], number>('SELECT total_changes()').pluck().get()} ${db.pragma('data_version', { simple: true })}`;

function openedJobs(db: Db): OpenedJobs {
  const mark = markOf(db);
  const last = caches.get(db);
  return last?.mark === mark ? last : { mark, opened: new Map() };
}

/** The same log, judged by the air as it is known by now. */
function stillOpen(db: Db, open: Open | undefined, time: number): Open | undefined {
  if (!open) return undefined;
  const { file, state } = open;
  const { waits, siteWaits, waitsAtHome } = jobWaits(
    db,
    file.choice,
    time,
    firstFilm(file.choice, state, file.job.zone),
  );
  open.file = { ...file, waits, context: { ...file.context, waits, siteWaits, waitsAtHome } };
  return open;
}

function allOrNone(db: Db, open: Open, facts: readonly Fact[], desk: Desk, sent: Sent): Recorded {
  const had = open.log.length;
  try {
    const contested = db.transaction(() =>
      contestedOf(
        db,
        open,
        facts.flatMap((f) => recordOne(db, open, f, desk, sent) ?? []),
      ),
    )();
    return { ids: facts.map((f) => f.id), contested };
  } catch (error) {
    if (open.log.length > had) {
      open.log.length = had;
      refold(open);
    }
    throw error;
  }
}

/**
 * Records facts of one job: all of them or none.
 * @throws Refused as `recordTogether` says
 */
export function recordFacts(db: Db, job: string, inputs: readonly unknown[], sent: Sent = {}): Recorded {
  const [answer] = recordTogether(db, [{ job, inputs, sent }]);
  if (!answer || answer instanceof Error) throw answer ?? new Error('Nothing was recorded');
  return answer;
}
