/** Reading many jobs, each by itself: one that cannot be read is named and takes no other with it. */
import type { Db } from '../../db/open';
import { findJob } from '../../store/jobs';
import { Refused } from '../../base/refused';

/** What is wrong with a job as it is stored, and what to do about it. */
export interface JobFault {
  what: string;
  advice: string;
}

/** A job of which something, or nothing, can be read. */
export interface SpoiltJob {
  id: string;
  name: string;
  faults: JobFault[];
}

const unreadable = (error: unknown): JobFault => ({
  what: `It cannot be read: ${error instanceof Error ? error.message : String(error)}`,
  advice: 'Take a copy of the database, then archive or delete the job. Other jobs are not affected.',
});

function spoilt(db: Db, id: string, error: unknown): SpoiltJob {
  if (!(error instanceof Refused)) console.error(`Job ${id}:`, error);
  return { id, name: findJob(db, id)?.name ?? id, faults: [unreadable(error)] };
}

/**
 * Reads jobs one by one.
 * @param read may throw: that job is spoilt then
 * @returns what was read, in order, and the jobs that were not
 */
export function eachJob<T>(
  db: Db,
  ids: readonly string[],
  read: (id: string) => T,
): { read: T[]; spoilt: SpoiltJob[] } {
  const out: { read: T[]; spoilt: SpoiltJob[] } = { read: [], spoilt: [] };
  for (const id of ids) {
    try {
      out.read.push(read(id));
    } catch (error) {
      out.spoilt.push(spoilt(db, id, error));
    }
  }
  return out;
}

/** Jobs that were read and have faults. */
export const withFaults = (
  files: readonly { job: { id: string; name: string }; faults: readonly JobFault[] }[],
): SpoiltJob[] =>
  files.flatMap(({ job, faults }) =>
    faults.length ? [{ id: job.id, name: job.name, faults: [...faults] }] : [],
  );
