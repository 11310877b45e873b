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
const read = ({ knew, body, ...row }: Row): Fact => ({
  ...row,
  ...(knew === null ? {} : { knew }),
  body: bodySchema.parse(JSON.parse(body)),
});

/** The facts of a job in the order they arrived. */
export const listFacts = (db: Db, job: string): Fact[] =>
  db.prepare<[string], Row>(`SELECT ${COLUMNS} FROM event WHERE job_id = ? ORDER BY seq`).all(job).map(read);

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
