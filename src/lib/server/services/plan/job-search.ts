/** A longer search for a better plan of one job, in a thread of its own. What is better is kept when it ends. */
import { audit } from '$core/planning/audit';
import type { Db } from '../../db/open';
import { lastFact } from '../../store/facts';
import { newestPlan } from '../../store/plans';
import type { Found } from '../../threads/planner-thread';
import { packJob } from './ask';
import { keepPlan } from './current-plan';
import { openJob } from '../job/open-job';
import { Refused } from '../../refused';
import { beginSearch, searchOf, stopSearch } from '../../threads/searches';

/** Constructions and nodes of the exact search: some ten seconds here. */
const STEPS = 3_000;
const NODES = 150_000;

const key = (job: string): string => `job ${job}`;

export interface JobSearch {
  state: 'none' | 'running' | 'done' | 'failed';
  share: number;
  /** minutes that the best plan so far is sooner than the stored one; null while nothing is known */
  gain: number | null;
}

const gains = new Map<string, number>();

export function jobSearch(job: string): JobSearch {
  const search = searchOf(key(job));
  return search
    ? { state: search.state, share: search.share, gain: gains.get(job) ?? null }
    : { state: 'none', share: 0, gain: null };
}

/** @throws Refused 409 where there is nothing to look for */
export async function beginJobSearch(db: Db, job: string, now: () => number): Promise<void> {
  const file = openJob(db, job);
  const begun = now();
  const packed = packJob(db, file, begun);
  const stored = newestPlan(db, job);
  if (!packed || !stored) throw new Refused(409, 'There is no plan to make better.');
  const stamp = `${lastFact(db, job)} ${file.job.choice ?? ''}`;
  gains.delete(job);
  await beginSearch(key(job), { kind: 'job', packed, steps: STEPS, nodes: NODES }, stamp, begun, (found) =>
    keepBetter(db, job, found, stamp, packed.job.t0, now()),
  );
}

/** Keeps what was found if it is right, better, and nothing has happened meanwhile. */
function keepBetter(db: Db, job: string, found: Found, stamp: string, t0: number, now: number): void {
  const file = openJob(db, job);
  const stored = newestPlan(db, job);
  if (found.kind !== 'job' || !found.made || 'infeasible' in found.made.result || !stored) return;
  if (stamp !== `${lastFact(db, job)} ${file.job.choice ?? ''}`) return;
  const { problem, result } = found.made;
  const faults = audit(problem, result);
  if (faults.length)
    throw new Error(`The planner made a wrong plan for ${file.job.name}: ${faults.join('; ')}`);
  const back = t0 + result.makespan * 60_000;
  const was = 'infeasible' in stored.result ? Infinity : stored.t0 + stored.result.makespan * 60_000;
  const bound = t0 + result.lowerBound * 60_000;
  gains.set(job, Number.isFinite(was) ? Math.max(0, Math.round((was - back) / 60_000)) : 0);
  const tighter = 'infeasible' in stored.result || bound > stored.t0 + stored.result.lowerBound * 60_000;
  if (back < was || (back === was && tighter)) keepPlan(db, file, { ...found.made, t0 }, now);
}

export const stopJobSearch = (job: string): void => stopSearch(key(job));
