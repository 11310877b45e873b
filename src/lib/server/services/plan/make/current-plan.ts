/** The plan of a job as it is stored, and whether it still holds. Reading makes no plan: `make-plan.ts` does. */
import { isPlan } from '$core/planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { doneInKitchen } from '$core/bench/state/state';
import { visitLeft } from '$core/bench/guard/visits';
import { isVisit } from '$core/takeoff/visits';
import { pieceState } from '$core/bench/state/state';
import type { PlanInputs } from '$core/job-plan/inputs';
import { unweighed } from '$core/job-plan/to-mend';
import { stampOf, whatChanged } from '$core/job-plan/stamp';
import { readOperationId } from '$core/planning/model/operation-id';
import type { Db } from '$server/db/open';
import { lastFact } from '$server/store/facts';
import { newestPlan, type StoredPlan } from '$server/store/plans';
import type { OpenJob } from '$server/services/job/open-job';
import { planInputs } from './plan-inputs';

/** Work is late when it should have begun so long ago: a plan made anew each minute would help nobody. Our choice. */
const LATE = 5 * MINUTE;
/** Where no plan was found, another is looked for after so long. */
const AGAIN = 15 * MINUTE;

interface CurrentPlan {
  /** the last plan for what is chosen; null where there is none, or nothing left to plan */
  plan: StoredPlan | null;
  /** why it does not hold any more, in words that go on after "because"; null where it holds */
  stale: string | null;
}

/** Whether work that should have begun by now has not. */
function isOverdue(plan: StoredPlan, now: number): boolean {
  if (!isPlan(plan.result)) return now - plan.madeAt > AGAIN;
  return plan.result.assignments.some(
    (a) => readOperationId(a.operation) !== null && plan.t0 + a.start * MINUTE < now - LATE,
  );
}

/** Whether anything that is in a lot is not home yet, a visit is left, or a touch-up is planned. */
const isOpen = ({ lots, state, site }: Pick<OpenJob, 'lots' | 'state' | 'site'>): boolean =>
  lots.some((lot) => lot.pieces.some((p) => pieceState(state, p).hungIn === null)) ||
  site.some((s) =>
    isVisit(s)
      ? visitLeft(state, s).length > 0
      : s.touchUp !== undefined && doneInKitchen(state, s.key) === null,
  );

/** Why a plan does not hold for what a job is now. */
function whyStale(db: Db, plan: StoredPlan, inputs: PlanInputs, now: number): string | null {
  const { stamp } = plan;
  if (!stamp) return 'the last one was made by an earlier version';
  const is = stampOf(inputs, lastFact(db, inputs.job.id), now, plan, stamp.weighed);
  const changed = whatChanged(stamp, is, now);
  if (changed) return changed;
  if (isOverdue(plan, now))
    return !isPlan(plan.result) ? 'none was found before' : 'work that should have begun by now has not';
  return unweighed(inputs, stamp.weighed) ? 'a piece is to be mended' : null;
}

/**
 * @param now ms since 1970
 * @throws Error when a figure that planning needs is missing
 */
export function currentPlan(db: Db, file: OpenJob, now: number): CurrentPlan {
  if (!file.choice || file.pieces.length === 0 || !isOpen(file)) return { plan: null, stale: null };
  const stored = newestPlan(db, file.job.id);
  if (!stored) return { plan: null, stale: 'there is none yet' };
  if (stored.choice !== file.job.choice) return { plan: null, stale: 'something else was chosen' };
  const inputs = planInputs(db, file, now);
  return { plan: stored, stale: inputs && whyStale(db, stored, inputs, now) };
}
