/** A job with its plan, as pages show it: the last plan, and whether a new one is on its way. */
import type { Db } from '../../db/open';
import { Refused } from '../../base/refused';
import type { StoredPlan } from '../../store/plans';
import { openJob, type OpenJob } from '../job/open-job';
import { currentPlan } from './make/current-plan';
import { planFailure, wantPlan } from './make/follow';
import { planUnderWay } from './make/make-plan';

/** A plan that is being made, or is to be. */
export interface Planning {
  job: string;
  name: string;
  /** in words that go on after "because" */
  why: string;
  /** ms that it has been worked on */
  waited: number;
}

export interface JobWithPlan {
  file: OpenJob;
  plan: StoredPlan | null;
  planning: Planning | null;
}

const ADVICE = 'Forget what was chosen, then choose the system again. What was recorded stays.';

const withFault = (file: OpenJob, message: string): JobWithPlan => ({
  file: {
    ...file,
    faults: [...file.faults, { what: `No plan can be made: ${message}.`, advice: ADVICE }],
  },
  plan: null,
  planning: null,
});

/**
 * @param now ms since 1970
 * @throws Refused 404, 410 when there is no such job
 */
export function openPlanned(db: Db, job: string, now: number): JobWithPlan {
  const file = openJob(db, job);
  const failed = planFailure(db, file);
  if (failed !== null) return withFault(file, failed);
  try {
    const { plan, stale } = currentPlan(db, file, now);
    if (stale === null) return { file, plan, planning: null };
    wantPlan(db, job);
    const since = planUnderWay(db, job)?.since;
    const waited = since === undefined ? 0 : Date.now() - since;
    return { file, plan, planning: { job, name: file.job.name, why: stale, waited } };
  } catch (error) {
    if (error instanceof Refused) throw error;
    console.error(error);
    return withFault(file, error instanceof Error ? error.message : String(error));
  }
}
