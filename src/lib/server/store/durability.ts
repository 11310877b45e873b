import type { JobRecord } from '$core/durability/record';
import type { StoredRecord } from '$core/durability/stored-record';
import type { Db } from '../db/open';

export function writeRecord(db: Db, job: string, record: JobRecord | null): void {
  const body = record && JSON.stringify(record);
  const had = db
    .prepare<[string], string>('SELECT body FROM durability_record WHERE job_id = ?')
    .pluck()
    .get(job);
  if (had === (body ?? undefined)) return;
  if (body === null) db.prepare('DELETE FROM durability_record WHERE job_id = ?').run(job);
  else
    db.prepare(
      `INSERT OR REPLACE INTO durability_record (job_id, body, changed)
       VALUES (?, ?, (SELECT coalesce(max(changed), 0) + 1 FROM durability_record))`,
    ).run(job, body);
}

/** The records of all jobs, as they are stored, and those that were imported and are no jobs here. */
export const listRecords = (db: Db): StoredRecord[] =>
  db
    .prepare<[], StoredRecord>(
      `SELECT job_id AS job, body FROM durability_record
       UNION ALL SELECT job_id, body FROM imported_record WHERE job_id NOT IN (SELECT id FROM job)
       ORDER BY 1`,
    )
    .all();

export function writeImported(db: Db, job: string, name: string, record: JobRecord, at: number): void {
  db.prepare(
    'INSERT OR REPLACE INTO imported_record (job_id, name, body, imported_at) VALUES (?, ?, ?, ?)',
  ).run(job, name, JSON.stringify(record), at);
}

/** Names of imported kitchens, by the identity of their job; empty where names were left out. */
export const importedNames = (db: Db): Map<string, string> =>
  new Map(db.prepare<[], [string, string]>('SELECT job_id, name FROM imported_record').raw().all());

export const countImported = (db: Db): number =>
  db.prepare<[], number>('SELECT count(*) FROM imported_record').pluck().get() ?? 0;

export const clearImported = (db: Db): number => db.prepare('DELETE FROM imported_record').run().changes;

/** Another text whenever any record is another. */
export function recordsMark(db: Db): string {
  const marks = db
    .prepare<[], [number, number | null, number, number | null, number]>(
      `SELECT (SELECT count(*) FROM durability_record), (SELECT max(changed) FROM durability_record),
       (SELECT count(*) FROM imported_record), (SELECT max(imported_at) FROM imported_record), (SELECT count(*) FROM job)`,
    )
    .raw()
    .get();
  return (marks ?? []).join(' ');
}

/** Jobs with pieces that hang and no record yet, from before there were any. */
export const jobsWithoutRecord = (db: Db): string[] =>
  db
    .prepare<[], string>(
      'SELECT job_id FROM job_summary WHERE hung > 0 AND job_id NOT IN (SELECT job_id FROM durability_record)',
    )
    .pluck()
    .all();
