/** What was recorded lately, so that pages that stand open learn of it. */
import type { Db } from '../../db/open';
import { lastSeq, recordedAfter } from '../../store/facts';

export interface News {
  /** another one whenever something was recorded */
  mark: string;
  jobs: { job: string; devices: string[] }[];
}

/** Facts that are looked through at most; a page that missed more is told of all jobs of them. */
const MOST = 2000;

/** @param since an earlier mark; nothing is news before the first */
export function newsSince(db: Db, since: string): News {
  const last = lastSeq(db);
  const from = Number(since);
  const isKnown = since !== '' && Number.isInteger(from) && from < last;
  const jobs = new Map<string, Set<string>>();
  for (const { job, device } of isKnown ? recordedAfter(db, from, MOST) : [])
    jobs.set(job, (jobs.get(job) ?? new Set()).add(device));
  return {
    mark: String(last),
    jobs: [...jobs].map(([job, devices]) => ({ job, devices: [...devices] })),
  };
}
