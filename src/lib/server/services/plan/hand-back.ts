/** When a plan hands the kitchen back, and why there is no plan. */
import { isPlan } from '$core/planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { pieceState } from '$core/bench/state/state';
import { sayWhyNoPlan } from '$core/job-plan/say-no-plan';
import type { NoPlan } from '$core/planning/model/problem';
import { operationId, plannedSteps } from '$core/planning/model/operation-id';
import { isTouchUp, SITE } from '$core/takeoff/site-route';
import type { StoredPlan } from '../../store/plans';
import type { OpenJob } from '../job/open-job';

/** When everything hangs by the plan, and the earliest any plan could, ms since 1970; null too where touch-ups alone are planned. */
export function handBack(plan: StoredPlan | null): { at: number; bound: number } | null {
  if (!plan || !isPlan(plan.result)) return null;
  const steps = plannedSteps(plan);
  if (steps.length > 0 && steps.every((s) => isTouchUp(s.step))) return null;
  return { at: plan.t0 + plan.result.makespan * MINUTE, bound: plan.t0 + plan.result.lowerBound * MINUTE };
}

/**
 * Why there is no plan, with lots, steps and times as people know them.
 * @param t0 the moment its minutes count from, ms since 1970
 */
export const whyNoPlan = (file: OpenJob, none: NoPlan, t0: number): string =>
  sayWhyNoPlan(none, operationNames(file), t0, file.job.zone);

/** Operations of a job and their words. */
export const operationNames = (file: OpenJob): [operation: string, words: string][] => [
  ...file.lots.flatMap((lot) =>
    file.route.map((step): [string, string] => [
      operationId(lot.id, step.key),
      `“${step.act}” of lot ${lot.name}`,
    ]),
  ),
  ...file.site.map((step): [string, string] => [operationId(SITE, step.key), `“${step.act}” in the kitchen`]),
];

/** Whether every piece hangs again. */
export const isHome = ({ pieces, state }: OpenJob): boolean =>
  pieces.length > 0 && pieces.every((p) => pieceState(state, p.id).hungIn !== null);
