/** Problems without a plan. */
import type { Cause } from './cause';
import type { NoPlan, Plan } from './problem';
import { sayCause, sayNoPlan } from './say-cause';

/** Thrown where a problem is shown to have no plan before one is looked for. */
export class Infeasible extends Error {
  constructor(readonly why: Cause) {
    super(sayCause(why));
  }
}

/** @param causes what stopped the search, or the one proof */
export const noPlan = (proven: boolean, ...causes: Cause[]): NoPlan => ({
  infeasible: true,
  proven,
  causes,
});

/** @returns what the work makes; or what `otherwise` makes of the proof that there is no plan */
export function ifFeasible<T, U>(work: () => T, otherwise: (why: Cause) => U): T | U {
  try {
    return work();
  } catch (error) {
    if (error instanceof Infeasible) return otherwise(error.why);
    throw error;
  }
}

export const isPlan = (result: Plan | NoPlan): result is Plan => !('infeasible' in result);

/** @throws Error with the reason where there is no plan */
export function mustBePlan(result: Plan | NoPlan): Plan {
  if (isPlan(result)) return result;
  throw new Error(sayNoPlan(result));
}
