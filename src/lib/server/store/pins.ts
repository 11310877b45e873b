import type { Db } from '../db/open';

export interface Pin {
  operation: string;
  /** ms since 1970 */
  at: number;
}

export const listPins = (db: Db, job: string): Pin[] =>
  db.prepare<[string], Pin>('SELECT operation, at FROM pin WHERE job_id = ? ORDER BY operation').all(job);

export function writePin(db: Db, pin: Pin & { job: string; worker: string; pinnedAt: number }): void {
  db.prepare(
    `INSERT INTO pin (job_id, operation, at, pinned_at, worker_id) VALUES (@job, @operation, @at, @pinnedAt, @worker)
     ON CONFLICT (job_id, operation) DO UPDATE SET at = excluded.at, pinned_at = excluded.pinned_at, worker_id = excluded.worker_id`,
  ).run(pin);
}

export const deletePin = (db: Db, job: string, operation: string): void => {
  db.prepare('DELETE FROM pin WHERE job_id = ? AND operation = ?').run(job, operation);
};

/** @returns how many were let go */
export const deletePins = (db: Db, job: string): number =>
  db.prepare('DELETE FROM pin WHERE job_id = ?').run(job).changes;
