/** What a job would come to in a choice: the dates, the household’s days and nights, and the hands. */
import { isPlan } from '../planning/model/infeasible';
import { DAY, MINUTE } from '$core/units/durations';
import { sureBy, type Among } from './back-by';
import { EFFORTS } from './efforts';
import type { PlanInputs } from './inputs';
import { routeNow, siteNow, waitsFor } from './job-at';
import { makePlan } from './make-plan';
import { solventNights, type Laid } from './solvent-nights';
import { plannedSteps } from '../planning/model/operation-id';
import { SITE } from '../takeoff/site-route';
import { isoDay } from '../units/clock-time';

export interface ComesTo {
  /** when everything hangs, and when the first piece may, ms since 1970 */
  back: number;
  hang: number;
  /** by when eight of ten such jobs are handed back, ms since 1970; null where that was not asked */
  sure: number | null;
  /** when the last film is cured; null where no product names it */
  cured: number | null;
  /** days of the calendar from the first work on pieces to the hand-back, both counted */
  daysWithoutFronts: number;
  /** nights in which solvent dries where the family lives: in the house, or in a tent beside it */
  solventNights: number;
  /** minutes of hands */
  minutes: number;
}

/** A coat of a plan, and how thick its film is. */
interface LaidFilm extends Laid {
  wet: number;
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
  const { zone } = inputs.job;
  const steps = plannedSteps(made.result.assignments, made.t0);
  const route = new Map(routeNow(inputs).map((s) => [s.key, s]));
  const site = new Map(siteNow(inputs).map((s) => [s.key, s]));
  const waits = waitsFor(inputs);
  const laid = steps.flatMap(({ lot, step, end }): LaidFilm[] => {
    const { product, wet } = (lot === SITE ? site.get(step) : route.get(step)) ?? { product: null, wet: 1 };
    return product ? [{ product, wet, end, home: lot === SITE || inputs.choice.place !== 'shop' }] : [];
  });
  const hangs = steps.filter((s) => route.get(s.step)?.kind === 'hang').map((s) => s.start);
  const back = made.t0 + made.result.makespan * MINUTE;
  const first = Math.min(...steps.filter((s) => s.lot !== SITE).map((s) => s.start));
  const cures = laid.flatMap((l) =>
    l.product.stages.cured ? [waits.readyAt(l.product, 'cured', l.end, l.wet)] : [],
  );
  return {
    back,
    sure: sureBy({ inputs, plan: made }, at, among),
    hang: hangs.length ? Math.min(...hangs) : back,
    cured: cures.length ? Math.max(...cures) : null,
    daysWithoutFronts: daysFrom(first, back, zone),
    solventNights: solventNights(laid, zone),
    minutes: made.problem.operations.reduce((sum, o) => sum + (o.lockedStart === null ? o.minutes : 0), 0),
  };
}

/** Days of the calendar between two moments, both counted. */
const daysFrom = (from: number, to: number, zone: string): number =>
  new Set(
    Array.from({ length: Math.ceil((to - from) / DAY) + 1 }, (_, i) =>
      isoDay(Math.min(to, from + i * DAY), zone),
    ),
  ).size;
