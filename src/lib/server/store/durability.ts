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

/** The records of all jobs, as they are stored. */
export const listRecords = (db: Db): StoredRecord[] =>
  db.prepare<[], StoredRecord>('SELECT job_id AS job, body FROM durability_record ORDER BY job_id').all();

/** Another text whenever any record is another. */
export function recordsMark(db: Db): string {
  const { n, last } = db
    .prepare<[], { n: number; last: number | null }>(
      'SELECT count(*) AS n, max(changed) AS last FROM durability_record',
    )
    .get() ?? { n: 0, last: null };
  return `${n} ${last ?? 0}`;
}

/** Jobs with pieces that hang and no record yet, from before there were any. */
export const jobsWithoutRecord = (db: Db): string[] =>
  db
    .prepare<[], string>(
      'SELECT job_id FROM job_summary WHERE hung > 0 AND job_id NOT IN (SELECT job_id FROM durability_record)',
    )
    .pluck()
    .all();
