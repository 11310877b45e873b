/** A plan that was made, its times, and whether it is right. */
import { isPlan } from '../planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { audit } from '../planning/audit/audit';
import type { PlannedJob } from '../planning/job/planned-job';
import type { TimedPlan } from './neighbours';

export interface MadePlan extends PlannedJob {
  /** the moment its minutes count from, ms since 1970 */
  t0: number;
}

/** When operations begin, ms since 1970, and who does them where that is known: a plan to stay near to. */
export type Times = ReadonlyMap<string, { at: number; worker?: string }>;

/** The times of a plan; undefined where there is none to stay near to. */
export function timesOf(plan: TimedPlan | null | undefined): Times | undefined {
  if (!plan || !isPlan(plan.result)) return undefined;
  return new Map(
    plan.result.assignments.map(({ operation, start, worker }) => [
      operation,
      { at: plan.t0 + start * MINUTE, worker },
    ]),
  );
}

/** @throws Error when the planner made a wrong plan */
export function mustBeRight(name: string, { problem, result }: PlannedJob): void {
  if (!isPlan(result)) return;
  const faults = audit(problem, result);
  if (faults.length) throw new Error(`The planner made a wrong plan for ${name}: ${faults.join('; ')}`);
}
