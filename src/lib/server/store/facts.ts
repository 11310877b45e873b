import { bodySchema, type Fact } from '$core/bench/events';
import type { Db } from '../db/open';

interface Row {
  id: string;
  job: string;
  at: number;
  worker: string;
  device: string;
  knew: string | null;
  body: string;
}

const COLUMNS = 'id, job_id AS job, at, worker_id AS worker, device_id AS device, knew, body';
const read = ({ id, job, at, worker, device, knew, body }: Row): Fact => ({
  id,
  job,
  at,
  worker,
  device,
  ...(knew === null ? {} : { knew }),
  body: bodySchema.parse(JSON.parse(body)),
});

/** Logs that were read, by job. A log only grows, so that what was read stays: only what came since is read. */
const logs = new WeakMap<Db, Map<string, { seq: number; facts: Fact[] }>>();
const KEPT = 40;

/** The facts of a job in the order they arrived. */
export function listFacts(db: Db, job: string): Fact[] {
  const ofDb = logs.get(db) ?? new Map<string, { seq: number; facts: Fact[] }>();
  logs.set(db, ofDb);
  const known = ofDb.get(job) ?? { seq: 0, facts: [] };
  const rows = db
    .prepare<[string, number], Row & { seq: number }>(
      `SELECT seq, ${COLUMNS} FROM event WHERE job_id = ? AND seq > ? ORDER BY seq`,
    )
    .all(job, known.seq);
  const facts = rows.length ? [...known.facts, ...rows.map(read)] : known.facts;
  // Within a transaction what was read may yet be rolled back.
  if (!db.inTransaction) {
    ofDb.delete(job);
    ofDb.set(job, { seq: rows.at(-1)?.seq ?? known.seq, facts });
    for (const old of ofDb.keys()) if (ofDb.size > KEPT) ofDb.delete(old);
  }
  return [...facts];
}

/** The facts of a job with when they were recorded, in the order they arrived. */
export const listRecorded = (db: Db, job: string): (Fact & { recordedAt: number })[] =>
  db
    .prepare<[string], Row & { recordedAt: number }>(
      `SELECT ${COLUMNS}, recorded_at AS recordedAt FROM event WHERE job_id = ? ORDER BY seq`,
    )
    .all(job)
    .map((row) => ({ ...read(row), recordedAt: row.recordedAt }));

export function findFact(db: Db, id: string): Fact | undefined {
  const row = db.prepare<[string], Row>(`SELECT ${COLUMNS} FROM event WHERE id = ?`).get(id);
  return row && read(row);
}

/** Number of the newest fact of a job, 0 before any. */
export const lastFact = (db: Db, job: string): number =>
  db.prepare<[string], number>('SELECT coalesce(max(seq), 0) FROM event WHERE job_id = ?').pluck().get(job) ??
  0;

export function insertFact(db: Db, fact: Fact, recordedAt: number): void {
  db.prepare(
    `INSERT INTO event (id, job_id, at, recorded_at, worker_id, device_id, knew, kind, body)
     VALUES (@id, @job, @at, @recordedAt, @worker, @device, @knew, @kind, @body)`,
  ).run({
    ...fact,
    knew: fact.knew ?? null,
    recordedAt,
    kind: fact.body.kind,
    body: JSON.stringify(fact.body),
  });
}
