import { contradicts, unknownTo } from '$core/bench/apart';
import { factSchema, type Fact } from '$core/bench/state/events';
import { fold, foldOn, lastToHappen } from '$core/bench/state/fold';
import type { JobState } from '$core/bench/state/state';
import { judge } from '$core/bench/guard/judge';
import { sayRefusals, together } from '$core/bench/guard/refusal';
import type { Context } from '$core/bench/guard/context';
import { withRework } from '$core/bench/rework';
import type { Step } from '$core/coating/route';
import { firstFault } from '$core/units/first-fault';
import { CLOCK_AHEAD, CLOCK_BEHIND } from '$core/units/instant';
import type { Db } from '../../db/open';
import { insertContested, type Contested } from '../../store/contested';
import { findFact, insertFact, listFacts } from '../../store/facts';
import { deleteReadingOf, insertReading } from '../../store/readings';
import { writeSummary } from '../../store/summaries';
import { listWorkers } from '../../store/workers';
import { unavailable } from '../../unavailable';
import { now } from '../company/clock';
import { keepFelt } from './touch-at-bench';
import { firstFilm, openJob, type OpenJob } from '../job/open-job';
import { jobWaits } from '../air/job-air';
import { keepPace } from './paces';
import { placeNamed } from '../air/place-air';
import { Refused } from '../../refused';
import { summarise } from '../job/summaries';

/** Air that was read on a job at one of the company's places counts for every job there. */
function keepReading(db: Db, { id, at, body }: Fact): void {
  if (body.kind === 'void') deleteReadingOf(db, body.fact);
  const place = body.kind === 'air.read' ? placeNamed(body.place) : null;
  if (body.kind !== 'air.read' || !place) return;
  const { celsius, humidity } = body;
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
  if (state.flaws.size === 0) return { ...file.context, state, route: file.plainRoute };
  const ids = file.pieces.map((p) => p.id);
  return { ...file.context, state, route: withRework(file.plainRoute, state, ids) };
}

/**
 * What speaks against a fact: a guard, which refuses it where its device knew as much as the server, and other devices'
 * facts that it did not know, beside which it is kept and contested.
 * @throws Refused 409
 */
function contestedBy(file: OpenJob, log: readonly Fact[], state: JobState, fact: Fact): Contested | null {
  const unknown = unknownTo(log, fact);
  const against = contradicts(unknown, fact);
  if (against) {
    const codes = against.pieces.map((p) => file.codes.get(p) ?? '?').join(' ');
    const message =
      against.rule === 'done-twice'
        ? `${codes}: two devices recorded this coat or step while they were apart.`
        : `${codes}: two devices put it in two places while they were apart.`;
    return { fact: fact.id, other: against.other.id, rule: against.rule, message };
  }
  // A fact that comes late is judged by what had happened by then.
  const before = unknown.length ? log.filter((f) => f.at <= fact.at) : log;
  const then = before === log ? state : fold(before);
  const refusals = judge(contextIn(file, then), before, fact);
  const all = together(refusals);
  if (!all) return null;
  const message = sayRefusals(refusals);
  if (unknown.length === 0) throw new Refused(409, message, null, { ...all, refusals });
  return { fact: fact.id, other: null, rule: all.rule, message };
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

/** Who may record, and the time by which it is judged. */
interface Desk {
  crew: ReadonlySet<string>;
  time: number;
}

function recordOne(db: Db, open: Open, fact: Fact, { crew, time }: Desk): Contested | null {
  const { file, log } = open;
  if (fact.job !== file.job.id) throw new Refused(422, 'The fact belongs to another job.', 'job');
  if (!crew.has(fact.worker))
    throw new Refused(
      422,
      'The fact names a person who is not on the crew. Choose who you are in Settings.',
      'worker',
    );
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
  if (fact.at > time + CLOCK_AHEAD)
    throw new Refused(
      422,
      'The fact lies in the future: the clock of this device is ahead. Set it right.',
      'at',
    );
  const against = contestedBy(file, log, open.state, fact);
  insertFact(db, fact, time);
  if (against) insertContested(db, file.job.id, against);
  append(open, fact);
  keepReading(db, fact);
  if (KEPT_APART.has(fact.body.kind)) {
    const { route } = contextIn(file, open.state);
    keepPace(db, fact, open.state, route);
    keepFelt(db, fact, { ...file, state: open.state, route }, time);
  }
  return against;
}

/** Facts of one job that are recorded all or none, unchecked, in the order they happened. */
export interface Batch {
  job: string;
  inputs: readonly unknown[];
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
    const desk: Desk = { crew: new Set(listWorkers(db).map((w) => w.id)), time: now(db) };
    const grown = new Set<Open>();
    const answers = batches.map(({ job, inputs }): Recorded | Error => {
      try {
        const facts = inputs.map((input, i) => read(input, i, inputs.length));
        const open = stillOpen(db, opened.get(job), desk.time) ?? openLog(db, job);
        opened.set(job, open);
        const had = open.log.length;
        const recorded = allOrNone(db, open, facts, desk);
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
      writeSummary(db, file.job.id, summarise({ ...file, facts: log, state, route }));
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
  const waits = jobWaits(db, file.choice, time, firstFilm(file.choice, state, file.job.zone));
  open.file = { ...file, waits, context: { ...file.context, waits } };
  return open;
}

function allOrNone(db: Db, open: Open, facts: readonly Fact[], desk: Desk): Recorded {
  const had = open.log.length;
  try {
    const contested = db.transaction(() => facts.flatMap((f) => recordOne(db, open, f, desk) ?? []))();
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
export function recordFacts(db: Db, job: string, inputs: readonly unknown[]): Recorded {
  const [answer] = recordTogether(db, [{ job, inputs }]);
  if (!answer || answer instanceof Error) throw answer ?? new Error('Nothing was recorded');
  return answer;
}

/** Facts that other tables keep something of. */
const KEPT_APART = new Set<Fact['body']['kind']>([
  'work.finished',
  'film.felt',
  'void',
  'contradiction.settled',
]);
