/** A longer search for a better plan of one job, in a thread of its own. What is better is kept when it ends. */
import { isPlan } from '$core/planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { isBetter, outcomeOf, wantedOf } from '$core/job-plan/better';
import type { Db } from '../../db/open';
import { Refused } from '../../base/refused';
import { newestPlan, type StoredPlan } from '../../store/plans';
import type { Found } from '../../threads/planner-thread';
import { beginSearch, searchOf, stopSearch } from '../../threads/searches';
import { basisOf, keepPlan, type Basis } from './make/make-plan';

const key = (job: string): string => `job ${job}`;

interface JobSearch {
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
export async function beginJobSearch(db: Db, job: string, clock: () => number): Promise<void> {
  const basis = basisOf(db, job, clock());
  if (!basis || !newestPlan(db, job)) throw new Refused(409, 'There is no plan to make better.');
  gains.delete(job);
  const { inputs, at } = basis;
  await beginSearch(key(job), { kind: 'job', inputs, at }, at, (found) => keepBetter(db, basis, found));
}

/** The end that no plan can be before, ms since 1970; null where there is no plan. */
const boundOf = ({ t0, result }: Pick<StoredPlan, 't0' | 'result'>): number | null =>
  !isPlan(result) ? null : t0 + result.lowerBound * MINUTE;

/** Keeps what was found if it is better, or as good and nearer to its proof, and nothing has happened meanwhile. */
function keepBetter(db: Db, basis: Basis, found: Found): void {
  const job = basis.file.job.id;
  const stored = newestPlan(db, job);
  if (found.kind !== 'job' || !found.made || !stored) return;
  const { made } = found;
  const [is, was] = [outcomeOf(made), outcomeOf(stored)];
  if (!is) return;
  const tighter = (boundOf(made) ?? 0) > (boundOf(stored) ?? 0);
  if (isBetter(is, was, wantedOf(basis.inputs)) || (was?.back === is.back && tighter)) {
    keepPlan(db, basis, { made, inputs: basis.inputs, toldAgainst: () => null });
  }
  gains.set(job, was ? Math.max(0, Math.round((was.back - is.back) / MINUTE)) : 0);
}

export const stopJobSearch = (job: string): void => stopSearch(key(job));
