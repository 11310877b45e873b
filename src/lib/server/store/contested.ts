import type { Db } from '../db/open';

/** A fact of a device that worked apart, and what speaks against it. */
export interface Contested {
  fact: string;
  /** the fact it cannot be true beside; null where a guard alone speaks against it */
  other: string | null;
  rule: string;
  message: string;
}

export const insertContested = (db: Db, job: string, c: Contested): void => {
  db.prepare(
    'INSERT INTO contested (fact_id, job_id, other_id, rule, message) VALUES (@fact, @job, @other, @rule, @message)',
  ).run({ ...c, job });
};

export const listContested = (db: Db, job: string): Contested[] =>
  db
    .prepare<[string], Contested>(
      'SELECT fact_id AS fact, other_id AS other, rule, message FROM contested WHERE job_id = ? ORDER BY rowid',
    )
    .all(job);
