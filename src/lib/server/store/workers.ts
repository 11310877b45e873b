import type { Db } from '../db/open';

export interface Worker {
  id: string;
  name: string;
  role: string;
}

export const listWorkers = (db: Db): Worker[] =>
  db.prepare<[], Worker>('SELECT id, name, role FROM worker ORDER BY position').all();

export const writeWorker = (db: Db, worker: Worker): void => {
  db.prepare('UPDATE worker SET name = @name, role = @role WHERE id = @id').run(worker);
};

export function insertWorker(db: Db, worker: Worker): void {
  db.prepare(
    'INSERT INTO worker (id, name, role, position) VALUES (@id, @name, @role, (SELECT count(*) FROM worker))',
  ).run(worker);
}
