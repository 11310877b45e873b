import { bodySchema, type Fact } from '$core/bench/log/events';
import { CLOCK_AHEAD, CLOCK_BEHIND, isInstant } from '$core/units/instant';
import type { Db } from '../db/open';
import { forgiving } from '../base/forgiving';

interface Row {
  id: string;
  job: string;
  at: number;
  worker: string;
  device: string;
  knew: string | null;
  doubt: number | null;
  body: string;
  recordedAt: number;
  jobMade: number;
}

const COLUMNS = `id, job_id AS job, at, worker_id AS worker, device_id AS device, knew, doubt, body, recorded_at AS recordedAt,
  (SELECT created_at FROM job WHERE job.id = event.job_id) AS jobMade`;

/** A fact of the log that does not read as it is, and what is made of it. */
interface FactFault {
  id: string;
  what: 'unreadable' | 'time';
}

/** When it happened: as it was recorded; when it was stored, where that cannot be. */
function timeOf({ at, recordedAt, jobMade }: Pick<Row, 'at' | 'recordedAt' | 'jobMade'>): number {
  const first = isInstant(jobMade) ? jobMade - CLOCK_BEHIND : 0;
  const last = isInstant(recordedAt) ? recordedAt + CLOCK_AHEAD : Infinity;
  if (isInstant(at) && at >= first && at <= last) return at;
  return isInstant(recordedAt) ? recordedAt : Math.max(0, first);
}

/** Reads a row; nothing where its body cannot be read. */
function read(row: Row): { fact: Fact | null; fault: FactFault | null } {
  const { id, job, worker, device, knew, doubt } = row;
  const body = forgiving(bodySchema, row.body)?.value;
  if (!body) return { fact: null, fault: { id, what: 'unreadable' } };
  const at = timeOf(row);
  const fact = {
    id,
    job,
    at,
    worker,
    device,
    ...(knew === null ? {} : { knew }),
    ...(doubt === null ? {} : { doubt }),
    body,
  };
  return { fact, fault: at === row.at ? null : { id, what: 'time' } };
}

interface Log {
  seq: number;
  facts: Fact[];
  faults: FactFault[];
}
/** Logs that were read, by job. A log only grows, so that what was read stays: only what came since is read. */
const logs = new WeakMap<Db, Map<string, Log>>();
const KEPT = 40;

function readLog(db: Db, job: string): Log {
  const ofDb = logs.get(db) ?? new Map<string, Log>();
  logs.set(db, ofDb);
  const known = ofDb.get(job) ?? { seq: 0, facts: [], faults: [] };
  const rows = db
    .prepare<[string, number], Row & { seq: number }>(
      `SELECT seq, ${COLUMNS} FROM event WHERE job_id = ? AND seq > ? ORDER BY seq`,
    )
    .all(job, known.seq);
  if (!rows.length && ofDb.has(job)) return known;
  const news = rows.map(read);
  const log = {
    seq: rows.at(-1)?.seq ?? known.seq,
    facts: [...known.facts, ...news.flatMap((r) => r.fact ?? [])],
    faults: [...known.faults, ...news.flatMap((r) => r.fault ?? [])],
  };
  // Within a transaction what was read may yet be rolled back.
  if (!db.inTransaction) {
    ofDb.delete(job);
    ofDb.set(job, log);
    for (const old of ofDb.keys()) if (ofDb.size > KEPT) ofDb.delete(old);
  }
  return log;
}

/** Drops what is kept of the log of a job that is deleted. */
export const forgetLog = (db: Db, job: string): void => void logs.get(db)?.delete(job);

/** The facts of a job in the order they arrived. What cannot be read is left out, and named by `factFaults`. */
export const listFacts = (db: Db, job: string): Fact[] => [...readLog(db, job).facts];

/** Facts of a job that do not read as they are. */
export const factFaults = (db: Db, job: string): readonly FactFault[] => readLog(db, job).faults;

/** The facts of a job with when they were recorded, in the order they arrived. */
export const listRecorded = (db: Db, job: string): (Fact & { recordedAt: number })[] =>
  db
    .prepare<[string], Row>(`SELECT ${COLUMNS} FROM event WHERE job_id = ? ORDER BY seq`)
    .all(job)
    .flatMap((row) => {
      const { fact } = read(row);
      return fact ? [{ ...fact, recordedAt: isInstant(row.recordedAt) ? row.recordedAt : fact.at }] : [];
    });

/**
 * Facts of some kinds, of every job that has one of a certain kind and is not archived, in the order they arrived. What
 * cannot be read is left out.
 */
export function factsOfKinds(
  db: Db,
  having: Fact['body']['kind'],
  kinds: readonly Fact['body']['kind'][],
): Fact[] {
  const marks = kinds.map(() => '?').join(', ');
  return db
    .prepare<string[], Row>(
      `SELECT ${COLUMNS} FROM event WHERE kind IN (${marks}) AND job_id IN
         (SELECT job_id FROM event JOIN job ON job.id = job_id WHERE kind = ? AND archived_at IS NULL)
       ORDER BY seq`,
    )
    .all(...kinds, having)
    .flatMap((row) => read(row).fact ?? []);
}

export function findFact(db: Db, id: string): Fact | undefined {
  const row = db.prepare<[string], Row>(`SELECT ${COLUMNS} FROM event WHERE id = ?`).get(id);
  return row && (read(row).fact ?? undefined);
}

/** Whether an id is stored with a body that cannot be read. */
export function hasUnreadable(db: Db, id: string): boolean {
  const row = db.prepare<[string], Row>(`SELECT ${COLUMNS} FROM event WHERE id = ?`).get(id);
  return row !== undefined && read(row).fact === null;
}

/** Number of the newest fact of all, 0 before any. */
export const lastSeq = (db: Db): number =>
  db.prepare<[], number>('SELECT coalesce(max(seq), 0) FROM event').pluck().get() ?? 0;

/** Job and device of facts after a number, the newest first. */
export const recordedAfter = (db: Db, seq: number, most: number): { job: string; device: string }[] =>
  db
    .prepare<[number, number], { job: string; device: string }>(
      'SELECT DISTINCT job_id AS job, device_id AS device FROM (SELECT * FROM event WHERE seq > ? ORDER BY seq DESC LIMIT ?)',
    )
    .all(seq, most);

/** Number of the newest fact of a job, 0 before any. */
export const lastFact = (db: Db, job: string): number =>
  db.prepare<[string], number>('SELECT coalesce(max(seq), 0) FROM event WHERE job_id = ?').pluck().get(job) ??
  0;

/** When the newest fact of all jobs was stored, ms since 1970; 0 before any. */
export const lastRecorded = (db: Db): number =>
  db.prepare<[], number>('SELECT recorded_at FROM event ORDER BY seq DESC LIMIT 1').pluck().get() ?? 0;

export function insertFact(db: Db, fact: Fact, recordedAt: number): void {
  db.prepare(
    `INSERT INTO event (id, job_id, at, recorded_at, worker_id, device_id, knew, doubt, kind, body)
     VALUES (@id, @job, @at, @recordedAt, @worker, @device, @knew, @doubt, @kind, @body)`,
  ).run({
    ...fact,
    knew: fact.knew ?? null,
    doubt: fact.doubt ?? null,
    recordedAt,
    kind: fact.body.kind,
    body: JSON.stringify(fact.body),
  });
}
