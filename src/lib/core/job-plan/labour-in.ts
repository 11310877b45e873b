/** What a stored plan costs in people. */
import { compile } from '../planning/compile/compile';
import { ifFeasible, isPlan } from '../planning/model/infeasible';
import { readOperationId } from '../planning/model/operation-id';
import { labourOf } from '../planning/model/person-days';
import { scheduleOf } from '../planning/model/schedule';
import type { TimedPlan } from './neighbours';

export interface PlanLabour {
  /** minutes of hands, and minutes that are paid */
  worked: number;
  paid: number;
  /** persons and days, and ways between places */
  comings: number;
  drives: number;
  /** those of the crew who have nothing to do in it, by id */
  idle: string[];
}

/**
 * @param crew everyone who is planned with
 * @returns null where there is no plan
 */
export function labourIn({ problem, result }: TimedPlan, crew: readonly string[]): PlanLabour | null {
  if (!isPlan(result)) return null;
  // Plans of before were stored without it.
  const labour =
    result.labour ??
    ifFeasible(
      () => {
        const m = compile(problem);
        return labourOf(m, scheduleOf(m, result));
      },
      () => null,
    );
  if (!labour) return null;
  const busy = new Set(result.assignments.flatMap((a) => (readOperationId(a.operation) ? [a.worker] : [])));
  const { worked, paid, comings, drives } = labour;
  return { worked, paid, comings, drives, idle: crew.filter((w) => !busy.has(w)) };
}
