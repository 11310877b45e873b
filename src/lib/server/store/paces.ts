import type { Db } from '../db/open';

/** How long a finished work took against its figure. */
interface Pace {
  work: string;
  job: string;
  /** kind of step and tool */
  key: string;
  worker: string;
  ratio: number;
  at: number;
}

export const writePace = (db: Db, pace: Pace): void => {
  db.prepare(
    `INSERT INTO work_pace (work_id, job_id, key, worker_id, ratio, at) VALUES (@work, @job, @key, @worker, @ratio, @at)
     ON CONFLICT (work_id) DO UPDATE SET key = excluded.key, worker_id = excluded.worker_id, ratio = excluded.ratio, at = excluded.at`,
  ).run(pace);
};

export const deletePace = (db: Db, work: string): void => {
  db.prepare('DELETE FROM work_pace WHERE work_id = ?').run(work);
};

/** The newest paces of every kind of step, at most so many of each. */
export const listPaces = (db: Db, most: number): Pace[] =>
  db
    .prepare<[number], Pace>(
      `SELECT work_id AS work, job_id AS job, key, worker_id AS worker, ratio, at FROM (
         SELECT *, row_number() OVER (PARTITION BY key ORDER BY at DESC) AS nth FROM work_pace
       ) WHERE nth <= ?`,
    )
    .all(most);
