/** Databases in memory that tests begin with. What takes long to make is made once in a process and copied from then on. */
import { openDatabase, type Db } from '$server/db/open';
import { createJob, type NewJob } from '$server/services/job/create-job';
import { firstStart } from '$server/services/company/first-start';
import { listWorkers } from '$server/store/workers';

/** A job without a survey. @param now ms since 1970 */
export const newJob = (db: Db, job: Partial<NewJob> = {}, now = 0): string =>
  createJob(
    db,
    {
      name: 'Test',
      place: '',
      houseYear: 1990,
      zone: 'Etc/UTC',
      unit: 'in',
      colour: 'Oatcloth',
      hex: '#DCCFA9',
      sheen: 'satin',
      ...job,
    },
    now,
  );

let migrated: Buffer | null = null;

/** A database with its tables and nothing in them. */
export const emptyDatabase = (): Db => openDatabase((migrated ??= openDatabase(':memory:').serialize()));

/** A crew of one and a job without a survey. */
export function newDatabase(job: Partial<NewJob> = {}, now = 0): { db: Db; job: string; worker: string } {
  const db = emptyDatabase();
  firstStart(db);
  return { db, job: newJob(db, job, now), worker: listWorkers(db)[0]?.id ?? '' };
}

/**
 * Makes a database when it is first asked for, with whatever is told beside it.
 * @returns gives a copy of its own to whoever asks
 */
export function madeOnce<T extends { db: Db }>(make: () => T | Promise<T>): () => Promise<T> {
  let made: Promise<{ given: T; bytes: Buffer }> | null = null;
  const makeIt = async () => {
    const given = await make();
    return { given, bytes: given.db.serialize() };
  };
  return async () => {
    const { given, bytes } = await (made ??= makeIt());
    return { ...given, db: openDatabase(bytes) };
  };
}
