/** What a plan asks of the household: how long its doors are away, and on how many days people come. */
import { isPlan } from '../planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { plannedSteps } from '../planning/model/operation-id';
import { whereOf, type AnyStep } from '../takeoff/any-step';
import { dayAfter, isoDay } from '../units/clock-time';
import { downSince } from '../bench/view/take-down';
import type { PlanInputs } from './inputs';
import { routeNow, siteNow } from './job-at';
import { solventNights, type Laid } from './solvent-nights';
import type { TimedPlan } from './neighbours';

export interface Household {
  /** calendar days from the first door that comes down to the last that is home, both among them; 0 where all hang */
  days: number;
  /** when the first comes down and the last is home, ms since 1970 */
  from: number;
  to: number;
  /** days on which somebody comes into the house */
  visits: number;
  /** days on which a piece is away, on the mean */
  mean: number;
  /** nights in which solvent of what is still to be laid dries where the family lives */
  nights: number;
  /** days without fronts, each piece counted by itself; and what no plan that ends with this one has fewer of */
  pieceDays: { is: number; least: number };
}

/** Days from one to another, both among them. */
function daysBetween(from: string, to: string, zone: string): number {
  let days = 1;
  for (let day = from; day < to; days++) day = isoDay(dayAfter(day, zone), zone);
  return days;
}

/** @returns null where there is no plan, or nothing is away */
export function householdIn({ problem, result, t0 }: TimedPlan, inputs: PlanInputs): Household | null {
  if (!isPlan(result) || !problem.fronts?.length) return null;
  const { job, state, pieces } = inputs;
  const { zone } = job;
  const ids = pieces.map((p) => p.id);
  const by = new Map(result.assignments.map((a) => [a.operation, a]));
  const clock = (minute: number | undefined): number => t0 + (minute ?? 0) * MINUTE;
  const downs = problem.fronts.map((f) =>
    f.down === null ? (downSince(state, ids) ?? t0) : clock(by.get(f.down)?.start),
  );
  const homes = problem.fronts.map((f) => clock((by.get(f.home)?.end ?? 1) - 1));
  const [from, to] = [Math.min(...downs), Math.max(...homes)];
  const inHouse = new Set(problem.household?.flatMap((h) => (h.visit ? [h.operation] : [])));
  const visits = new Set<string>();
  for (const { operation, start, end } of result.assignments) {
    if (!inHouse.has(operation)) continue;
    // A pause over a night is none: people come on its first day and on its last.
    for (const at of [start, Math.max(start, end - 1)]) visits.add(isoDay(clock(at), zone));
  }
  return {
    ...{ days: daysBetween(isoDay(from, zone), isoDay(to, zone), zone), from, to, visits: visits.size },
    nights: solventNights(coatsOf(inputs, plannedSteps({ result, t0 })), zone),
    mean: (result.pieceDays?.is ?? 0) / problem.fronts.reduce((sum, f) => sum + f.pieces, 0),
    pieceDays: result.pieceDays ?? { is: 0, least: 0 },
  };
}

/** A coat of a plan, and how thick its film is. */
interface LaidFilm extends Laid {
  wet: number;
}

/** Coats of a plan, and whether they are laid where the family lives. */
export function coatsOf(inputs: PlanInputs, planned: ReturnType<typeof plannedSteps>): LaidFilm[] {
  const all: AnyStep[] = [...routeNow(inputs), ...siteNow(inputs)];
  const steps = new Map(all.map((s) => [s.key, s]));
  return planned.flatMap(({ step: key, end }): LaidFilm[] => {
    const step = steps.get(key);
    if (!step?.product) return [];
    const home = inputs.choice.place !== 'shop' || whereOf(step) === 'kitchen';
    return [{ product: step.product, wet: step.wet, end, home }];
  });
}
