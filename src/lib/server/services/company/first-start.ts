import { v7 as newId } from 'uuid';
import type { Db } from '../../db/open';
import { insertWorker, listWorkers } from '../../store/workers';

/** A new installation has one person, who is renamed in Settings. */
export function firstStart(db: Db): void {
  if (listWorkers(db).length === 0) insertWorker(db, { id: newId(), name: 'Painter', role: 'lead' });
}
