import type { NoPlan, Plan, Problem } from '../model/problem';

/** A job's plan with the problem that it solves. */
export interface PlannedJob {
  /** with every wait as long as it is in this plan */
  problem: Problem;
  result: Plan | NoPlan;
}
