/** A job with the plan that fits its facts. Where the plan must be made anew, a thread makes it while the server answers. */
import type { Db } from '../../db/open';
import { lastFact } from '../../store/facts';
import type { StoredPlan } from '../../store/plans';
import { packExactly } from './ask';
import { EFFORT, HORIZONS, keepNew, mustBeRight, standingPlan, startsFrom } from './current-plan';
import { openJob, type JobFile } from '../job/open-job';
import { Refused } from '../../refused';

export interface OpenedJob {
  file: JobFile;
  plan: StoredPlan | null;
}

/** Jobs being planned, so that pages that ask together wait for one plan. */
const underWay = new Map<string, Promise<OpenedJob>>();

/**
 * @param now the clock
 * @throws Refused 404 when there is no such job
 */
export function openPlanned(db: Db, job: string, now: () => number): Promise<OpenedJob> {
  const waiting = underWay.get(job);
  if (waiting) return waiting.then((opened) => (isFresh(db, opened) ? opened : openPlanned(db, job, now)));
  const made = openAndPlan(db, job, now)
    .catch((error: unknown) => withoutPlan(db, job, error))
    .finally(() => underWay.delete(job));
  underWay.set(job, made);
  return made;
}

/** A job whose plan cannot be made is shown without one, and says why. @throws the error where it is the job's own */
function withoutPlan(db: Db, job: string, error: unknown): OpenedJob {
  if (error instanceof Refused) throw error;
  const file = openJob(db, job);
  console.error(error);
  const what = `No plan can be made: ${error instanceof Error ? error.message : String(error)}.`;
  const advice = 'Forget what was chosen, then choose the system again. What was recorded stays.';
  return { file: { ...file, faults: [...file.faults, { what, advice }] }, plan: null };
}

const isFresh = (db: Db, { file, plan }: OpenedJob): boolean => {
  const read = openJob(db, file.job.id);
  return read.job.choice === file.job.choice && (!plan || plan.facts === lastFact(db, file.job.id));
};

async function openAndPlan(db: Db, job: string, now: () => number): Promise<OpenedJob> {
  const file = openJob(db, job);
  if (!file.choice || file.pieces.length === 0) return { file, plan: null };
  const begun = now();
  const { fits, near } = standingPlan(db, file, begun);
  if (fits) return { file, plan: fits };
  const facts = lastFact(db, job);
  const { plan } = await import('../../threads/planner-thread');
  for (const [i, days] of HORIZONS.entries()) {
    const packed = packExactly(db, file, begun, days);
    const made = packed && (await plan({ packed, effort: EFFORT, near: startsFrom(near, packed.job.t0) }));
    // What happened meanwhile is planned for too.
    const { choice } = openJob(db, job).job;
    if (lastFact(db, job) !== facts || choice !== file.job.choice) return openAndPlan(db, job, now);
    if (!packed || !made) return { file, plan: null };
    if ('infeasible' in made.result && i + 1 < HORIZONS.length) continue;
    mustBeRight(file, made);
    return { file, plan: keepNew(db, file, { ...made, t0: packed.job.t0 }, begun, near) };
  }
  return { file, plan: null };
}
