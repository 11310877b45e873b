/** The dates that a plan can be promised for, by its risk among all jobs that share. */
import { isPlan } from '../planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { assessRisk, chanceBy } from '../planning/risk/risk';
import type { RiskModel } from '../planning/risk/risk-model';
import { EFFORTS } from './efforts';
import { riskJobs, type JobWithItsPlan } from './risk-jobs';

/** Futures that a date is taken from. */
const RUNS = 1000;

export interface BackByQuestion {
  job: JobWithItsPlan;
  /** jobs that share people or a place with it */
  others: readonly JobWithItsPlan[];
  /** ms since 1970 */
  at: number;
  model: RiskModel;
  /** futures that are looked at; as many as an offer takes where nothing is said */
  runs?: number;
}

/** What a plan shares people and places with, and how the futures of such jobs vary. */
export type Among = Pick<BackByQuestion, 'others' | 'model'>;

/** Futures of a plan that is one of many to be compared. */
const FEW = 80;

/** By when eight of ten such jobs are handed back, ms since 1970; null where nobody asks, or there is no plan to weigh. */
export const sureBy = (job: JobWithItsPlan, at: number, among: Among | null): number | null =>
  among && isPlan(job.plan.result) ? (backBy({ job, at, ...among, runs: FEW })?.eight ?? null) : null;

/** ms since 1970: half, eight of ten and nineteen of twenty are handed back by then. */
export interface BackBy {
  half: number;
  eight: number;
  nearlyAll: number;
  /** the chance of the date that is planned, 0–1 */
  chance: number;
}

/** @returns null where nothing is left to do, or the plan does not hold what is */
export function backBy({ job, others, at, model, runs = RUNS }: BackByQuestion): BackBy | null {
  const together = riskJobs(job, others, at, model);
  if (!together) return null;
  const risk = assessRisk({ jobs: together.jobs, runs, seed: EFFORTS.whatIf.seed, model });
  const { t0, result } = job.plan;
  const planned = !isPlan(result) ? -Infinity : (t0 + result.makespan * MINUTE - together.t0) / MINUTE;
  const then = (minute: number): number => together.t0 + minute * MINUTE;
  return {
    half: then(risk.p50),
    eight: then(risk.p80),
    nearlyAll: then(risk.p95),
    chance: chanceBy(risk, planned),
  };
}
