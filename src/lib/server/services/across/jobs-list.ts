/** All jobs in a list, those put away apart, and what cannot be read of those under way. */
import type { Db } from '../../db/open';
import { listSummaries, type SummaryLine } from '../../store/summaries';
import { eachJob, withFaults, type SpoiltJob } from '../job/each-job';
import { openJob } from '../job/open-job';

interface JobsList {
  jobs: SummaryLine[];
  archived: SummaryLine[];
  spoilt: SpoiltJob[];
}

export function jobsList(db: Db): JobsList {
  const all = listSummaries(db);
  const jobs = all.filter((j) => j.archivedAt === null);
  // A finished job is read when it is opened: there are many of them.
  const open = jobs.filter((j) => j.handedOver === null).map((j) => j.id);
  const { read, spoilt } = eachJob(db, open, (id) => openJob(db, id));
  return {
    jobs,
    archived: all.filter((j) => j.archivedAt !== null),
    spoilt: [...spoilt, ...withFaults(read)],
  };
}
