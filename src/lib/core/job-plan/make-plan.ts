/** Makes the plan of a job, checked. */
import { isPlan } from '../planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import type { Effort, Near } from '../planning/search/effort';
import { planJob } from '../planning/job/plan-job';
import { outcomeOf, type Outcome } from './better';
import { COMPARED, EFFORTS, HORIZONS } from './efforts';
import type { PlanInputs } from './inputs';
import { jobAt } from './job-at';
import { mustBeRight, type MadePlan, type Times } from './made-plan';

export const nearFrom = (times: Times | undefined, t0: number): Near | undefined =>
  times &&
  new Map(
    [...times].map(([id, { at, worker }]) => {
      const start = Math.round((at - t0) / MINUTE);
      return [id, worker === undefined ? { start } : { start, worker }];
    }),
  );

/**
 * Plans a job, over a longer horizon where the first is too short, and audits the plan.
 * @param at ms since 1970
 * @param near a plan to stay near to
 * @param only other jobs it keeps clear of; all where nothing is said
 * @returns null when nothing is left to do
 * @throws Error when a figure is missing, or when the planner made a wrong plan
 */
export function makePlan(
  inputs: PlanInputs,
  at: number,
  near?: Times,
  effort: Effort = EFFORTS.stored,
  only?: ReadonlySet<string>,
): MadePlan | null {
  let made: MadePlan | null = null;
  for (const days of HORIZONS) {
    const job = jobAt(inputs, at, days, only);
    const planned = planJob(job, effort, nearFrom(near, job.t0));
    if (!planned) return null;
    made = { ...planned, t0: job.t0 };
    if (isPlan(planned.result)) break;
  }
  if (made) mustBeRight(inputs.job.name, made);
  return made;
}

/** Whether a right plan is found. @throws Error when a figure is missing */
export function canPlan(inputs: PlanInputs, at: number, near: Times | undefined, effort: Effort): boolean {
  return HORIZONS.some((days) => {
    const job = jobAt(inputs, at, days);
    const made = planJob({ ...job, later: 0, fronts: false }, effort, nearFrom(near, job.t0));
    return made !== null && isPlan(made.result);
  });
}

/** A plan to compare, handed back as early as it can be; null where nothing is left to do. @throws Error when a figure is missing */
export function planToCompare(
  inputs: PlanInputs,
  at: number,
  effort: Effort,
  days = COMPARED,
): MadePlan | null {
  const job = jobAt(inputs, at, days);
  const made = planJob({ ...job, later: 0, fronts: false }, effort);
  return made && { ...made, t0: job.t0 };
}

/** What such a plan would come to; null where none is found. @throws Error when a figure is missing */
export const weighPlan = (inputs: PlanInputs, at: number, effort: Effort, days = COMPARED): Outcome | null =>
  outcomeOf(planToCompare(inputs, at, effort, days));

/** The same, brought together as its goals ask; what stands too long is left aside. @throws Error when a figure is missing */
export function wholeToCompare(
  inputs: PlanInputs,
  at: number,
  effort: Effort,
  days = COMPARED,
): MadePlan | null {
  const job = jobAt(inputs, at, days);
  const made = planJob({ ...job, compared: true }, effort);
  return made && { ...made, t0: job.t0 };
}

/** What such a plan would come to; null where none is found. @throws Error when a figure is missing */
export const weighWhole = (inputs: PlanInputs, at: number, effort: Effort, days = COMPARED): Outcome | null =>
  outcomeOf(wholeToCompare(inputs, at, effort, days));
