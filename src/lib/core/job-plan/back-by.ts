/** The dates that a plan can be promised for, by its risk among all jobs that share. */
import { assessRisk } from '../planning/risk/risk';
import type { RiskModel } from '../planning/risk/risk-model';
import { EFFORTS } from './efforts';
import { riskJobs, type JobWithItsPlan } from './risk-jobs';

const MINUTE = 60_000;
/** Futures that a date is taken from. */
const RUNS = 1000;

export interface BackByQuestion {
  job: JobWithItsPlan;
  /** jobs that share people or a place with it */
  others: readonly JobWithItsPlan[];
  /** ms since 1970 */
  at: number;
  model: RiskModel;
}

/** ms since 1970: half, and nineteen of twenty, are handed back by then. */
export interface BackBy {
  half: number;
  nearlyAll: number;
}

/** @returns null where nothing is left to do, or the plan does not hold what is */
export function backBy({ job, others, at, model }: BackByQuestion): BackBy | null {
  const together = riskJobs(job, others, at, model);
  if (!together) return null;
  const { p50, p95 } = assessRisk({ jobs: together.jobs, runs: RUNS, seed: EFFORTS.whatIf.seed, model });
  return { half: together.t0 + p50 * MINUTE, nearlyAll: together.t0 + p95 * MINUTE };
}
