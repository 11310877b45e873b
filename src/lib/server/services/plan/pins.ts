/** Pinning operations to a time, and letting them go. */
import type { Db } from '../../db/open';
import { deletePin, deletePins, writePin } from '../../store/pins';
import { findPlan, markSeen, newestPlan } from '../../store/plans';
import { movesBetween } from '$core/planning/moves';
import { currentPlan, keepPlan, planNow } from './current-plan';
import { openJob, type JobFile } from '../job/open-job';
import { Refused } from '../../refused';
import { sayReason } from './hand-back';
import { sayOperation } from './say-plan';

/**
 * Pins an operation. It is kept only where a right plan with it is found.
 * @param at ms since 1970, on a whole minute
 * @throws Refused 404 for an operation that is not planned, 409 with the reason when nothing fits the pin
 */
export function pin(db: Db, file: JobFile, operation: string, at: number, worker: string, now: number): void {
  const before = newestPlan(db, file.job.id);
  const planned =
    before &&
    !('infeasible' in before.result) &&
    before.result.assignments.some((a) => a.operation === operation);
  if (!planned || operation.split(':').length !== 2)
    throw new Refused(404, 'That work is not in the plan any more. Look at the plan again.', 'operation');
  if (!Number.isInteger(at) || at % 60_000 !== 0) throw new Refused(422, 'Give the minute it begins.', 'at');
  if (at < now) throw new Refused(422, 'That moment is past. Pin it later.', 'at');
  db.transaction(() => {
    writePin(db, { job: file.job.id, operation, at, worker, pinnedAt: now });
    const made = planNow(db, file, now, before);
    if (!made || 'infeasible' in made.result) {
      const reason =
        made && 'infeasible' in made.result
          ? sayReason(file, made.result.reason, made.t0)
          : 'nothing is left to plan';
      throw new Refused(409, `${sayOperation(file, operation)} cannot be pinned there: ${reason}.`, 'at');
    }
    keepPlan(db, file, made, now);
  }).immediate();
}

/** Lets one operation go, or all of them. */
export function unpin(db: Db, job: string, operation: string | null, now: number): void {
  db.transaction(() => {
    if (operation === null) deletePins(db, job);
    else deletePin(db, job, operation);
    const file = openJob(db, job);
    const made = planNow(db, file, now, newestPlan(db, job));
    if (made) keepPlan(db, file, made, now);
  }).immediate();
}

/** The new times are right: what moved is told no more. */
export const acceptMoves = (db: Db, job: string, now: number): void => markSeen(db, job, now);

/**
 * Keeps the old times: every moved operation is pinned to where it was, as far as a right plan allows.
 * @returns in words, what could not be kept
 */
export function keepTimes(
  db: Db,
  jobId: string,
  worker: string,
  now: number,
): { kept: number; lost: string[] } {
  const file = openJob(db, jobId);
  const plan = currentPlan(db, file, now);
  const before = plan?.before ? findPlan(db, plan.before) : undefined;
  if (!plan || !before) return { kept: 0, lost: [] };
  const lost: string[] = [];
  let kept = 0;
  db.transaction(() => {
    for (const move of movesBetween(before, plan)) {
      writePin(db, { job: jobId, operation: move.operation, at: move.from, worker, pinnedAt: now });
      const made = move.from >= now ? planNow(db, file, now, before) : null;
      if (made && !('infeasible' in made.result)) kept++;
      else {
        deletePin(db, jobId, move.operation);
        lost.push(sayOperation(file, move.operation));
      }
    }
    markSeen(db, jobId, now);
    const made = kept ? planNow(db, file, now, before) : null;
    if (made) keepPlan(db, file, made, now);
  }).immediate();
  return { kept, lost };
}
