import type { Db } from '../db/open';

/** Tables whose rows a device or a file may name by ids of its own. */
export type Table = 'zone' | 'lot' | 'piece' | 'event' | 'print_job' | 'photo' | 'offer' | 'offer_answer';

/** Whether a table has a row under any of some ids. */
export const anyKnown = (db: Db, table: Table, ids: readonly string[]): boolean =>
  db
    .prepare<[string], number>(
      `SELECT EXISTS (SELECT 1 FROM ${table} WHERE id IN (SELECT value FROM json_each(?)))`,
    )
    .pluck()
    .get(JSON.stringify(ids)) === 1;
