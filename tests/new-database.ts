/** A database in memory with a crew of one and a job without a survey. */
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

export function newDatabase(job: Partial<NewJob> = {}, now = 0): { db: Db; job: string; worker: string } {
  const db = openDatabase(':memory:');
  firstStart(db);
  return { db, job: newJob(db, job, now), worker: listWorkers(db)[0]?.id ?? '' };
}
