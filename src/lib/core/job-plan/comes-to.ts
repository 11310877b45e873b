/** What a job would come to in a choice: the dates, the household’s days and nights, and the hands. */
import { isPlan } from '../planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { sureBy, type Among } from './back-by';
import { EFFORTS } from './efforts';
import type { PlanInputs } from './inputs';
import { routeNow, waitsFor } from './job-at';
import { makePlan } from './make-plan';
import { coatsOf, householdIn } from './household';
import { solventNights } from './solvent-nights';
import { plannedSteps } from '../planning/model/operation-id';

export interface ComesTo {
  /** when everything hangs, and when the first piece may, ms since 1970 */
  back: number;
  hang: number;
  /** by when eight of ten such jobs are handed back, ms since 1970; null where that was not asked */
  sure: number | null;
  /** when the last film is cured; null where no product names it */
  cured: number | null;
  /** days of the calendar from the first door that comes down to the last that is home, both counted */
  daysWithoutFronts: number;
  /** nights in which solvent dries where the family lives: in the house, or in a tent beside it */
  solventNights: number;
  /** minutes of hands */
  minutes: number;
}

/**
 * @param at ms since 1970
 * @param among what it shares with, where it is asked how sure the date is
 * @returns null where nothing is left to do, or no plan is found
 * @throws Error when a figure is missing
 */
export function comesTo(inputs: PlanInputs, at: number, among: Among | null = null): ComesTo | null {
  const made = makePlan(inputs, at, undefined, EFFORTS.compare);
  if (!made || !isPlan(made.result)) return null;
  const steps = plannedSteps(made);
  const hang = routeNow(inputs).find((s) => s.kind === 'hang')?.key;
  const waits = waitsFor(inputs);
  const laid = coatsOf(inputs, steps);
  const hangs = steps.filter((s) => s.step === hang).map((s) => s.start);
  const back = made.t0 + made.result.makespan * MINUTE;
  const cures = laid.flatMap((l) =>
    l.product.stages.cured ? [waits.readyAt(l.product, 'cured', l.end, l.wet)] : [],
  );
  return {
    back,
    sure: sureBy({ inputs, plan: made }, at, among),
    hang: hangs.length ? Math.min(...hangs) : back,
    cured: cures.length ? Math.max(...cures) : null,
    daysWithoutFronts: householdIn(made, inputs)?.days ?? 0,
    solventNights: solventNights(laid, inputs.job.zone),
    minutes: made.problem.operations.reduce((sum, o) => sum + (o.lockedStart === null ? o.minutes : 0), 0),
  };
}
