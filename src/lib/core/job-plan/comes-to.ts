/** What a job would come to in a choice: the dates, the household’s days and nights, and the hands. */
import { EFFORTS } from './efforts';
import type { PlanInputs } from './inputs';
import { routeNow, siteNow, waitsFor } from './job-at';
import { makePlan } from './make-plan';
import type { Base, Product } from '../coating/system';
import { plannedSteps } from '../planning/job/operation-id';
import { SITE } from '../takeoff/site-route';
import { isoDay } from '../units/clock-time';

const MINUTE = 60_000;
const DAY = 86_400_000;

export interface ComesTo {
  /** when everything hangs, and when the first piece may, ms since 1970 */
  back: number;
  hang: number;
  /** when the last film is cured; null where no product names it */
  cured: number | null;
  /** days of the calendar from the first work on pieces to the hand-back, both counted */
  daysWithoutFronts: number;
  /** nights in which solvent dries where the family lives: in the house, or in a tent beside it */
  solventNights: number;
  /** minutes of hands */
  minutes: number;
}

const SOLVENTS: ReadonlySet<Base> = new Set(['alcohol', 'solvent', 'lacquer', 'two-pack']);
/** The smell of a film goes when it may be coated again; of shellac within the evening. */
const smells = (product: Product): number => product.stages.recoat?.value ?? 0;

/** A coat of a plan. */
interface Laid {
  product: Product;
  wet: number;
  end: number;
  /** laid where the family lives */
  home: boolean;
}

/**
 * @param at ms since 1970
 * @returns null where nothing is left to do, or no plan is found
 * @throws Error when a figure is missing
 */
export function comesTo(inputs: PlanInputs, at: number): ComesTo | null {
  const made = makePlan(inputs, at, undefined, EFFORTS.compare);
  if (!made || 'infeasible' in made.result) return null;
  const { zone } = inputs.job;
  const steps = plannedSteps(made.result.assignments, made.t0);
  const route = new Map(routeNow(inputs).map((s) => [s.key, s]));
  const site = new Map(siteNow(inputs).map((s) => [s.key, s]));
  const waits = waitsFor(inputs);
  const laid = steps.flatMap(({ lot, step, end }): Laid[] => {
    const { product, wet } = (lot === SITE ? site.get(step) : route.get(step)) ?? { product: null, wet: 1 };
    return product ? [{ product, wet, end, home: lot === SITE || inputs.choice.place !== 'shop' }] : [];
  });
  const hangs = steps.filter((s) => route.get(s.step)?.kind === 'hang').map((s) => s.start);
  const back = made.t0 + made.result.makespan * MINUTE;
  const first = Math.min(...steps.filter((s) => s.lot !== SITE).map((s) => s.start));
  const cures = laid.flatMap((l) =>
    l.product.stages.cured ? [waits.readyAt(l.product, 'cured', l.end, l.wet)] : [],
  );
  const nights = new Set(
    laid
      .filter((l) => l.home && SOLVENTS.has(l.product.base))
      .flatMap((l) => nightsIn(l.end, l.end + smells(l.product) * MINUTE, zone)),
  );
  return {
    back,
    hang: hangs.length ? Math.min(...hangs) : back,
    cured: cures.length ? Math.max(...cures) : null,
    daysWithoutFronts: daysFrom(first, back, zone),
    solventNights: nights.size,
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

/** Nights that a span reaches into, each by the day it begins: a film laid by day is smelt in the evening. */
function nightsIn(from: number, to: number, zone: string): string[] {
  const out: string[] = [];
  for (let at = from; ; at += DAY) {
    out.push(isoDay(at, zone));
    if (isoDay(at, zone) >= isoDay(to, zone)) return out.slice(0, Math.max(1, out.length - 1));
  }
}
