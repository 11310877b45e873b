import type { Db } from '../db/open';

export interface Absence {
  id: string;
  /** null: nobody works */
  worker: string | null;
  /** ms since 1970 */
  from: number;
  to: number;
  why: string;
  /** calendar file and event it came from */
  source: string | null;
}

/** Absences that end after a moment. */
export const listAbsences = (db: Db, after: number): Absence[] =>
  db
    .prepare<[number], Absence>(
      'SELECT id, worker_id AS worker, starts_at AS "from", ends_at AS "to", why, source FROM absence WHERE ends_at > ? ORDER BY starts_at',
    )
    .all(after);

export function insertAbsence(db: Db, absence: Absence): void {
  db.prepare(
    'INSERT INTO absence (id, worker_id, starts_at, ends_at, why, source) VALUES (@id, @worker, @from, @to, @why, @source)',
  ).run(absence);
}

export const deleteAbsence = (db: Db, id: string): void => {
  db.prepare('DELETE FROM absence WHERE id = ?').run(id);
};

/** What one calendar file brought for one person before: reading it again replaces it. */
export const deleteAbsencesFrom = (db: Db, worker: string | null, source: string): number =>
  db.prepare('DELETE FROM absence WHERE worker_id IS ? AND source = ?').run(worker, source).changes;
