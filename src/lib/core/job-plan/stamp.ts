/**
 * What a stored plan was made from, so that it is known whether it still holds: facts, choice, survey, lots and pins by what
 * they are; other jobs and absences by what they still take away; the air and what was learnt by when films are ready.
 */
import { isAirHours } from '../planning/job/hours';
import { isPlan } from '../planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { at } from '$core/units/at';
import { z } from 'zod';
import { lotProgress } from '../bench/view/progress';
import { siteProgress } from '../bench/guard/kitchen-work';
import type { Requirement } from '../coating/route';
import type { Waits } from '../coating/waits';
import type { Span } from '../planning/job/job-to-plan';
import { USUAL_SHORTEST_COMING, type Choice } from '../planning/job/choice';
import { mayCoatFrom } from '../planning/job/coating-air';
import { operationId } from '../planning/model/operation-id';
import { SITE } from '../takeoff/site-route';
import { digest } from '../units/digest';
import type { PlanInputs } from './inputs';
import { coatingAirFor, routeNow, siteNow, siteWaitsFor, waitsFor } from './job-at';
import { rackSlotsOf, usedElsewhere, type TimedPlan } from './neighbours';
import { surveyKey } from './ways';

/** A film that is ready so much sooner or later changes nothing that people would plan by, ms. Our choice. */
const SMALL = 5 * MINUTE;

const spans = z.array(z.tuple([z.number(), z.number()]));

export const planStampSchema = z.object({
  /** number of the last fact */
  facts: z.number(),
  choice: z.string(),
  survey: z.string(),
  lots: z.string(),
  pins: z.string(),
  rackSlots: z.number(),
  /** by person, ms since 1970 */
  away: z.record(z.string(), spans),
  work: z.record(z.string(), spans),
  place: spans,
  rack: z.array(z.tuple([z.number(), z.number(), z.number()])),
  /** when films allow each planned operation, ms since 1970 */
  ready: z.record(z.string(), z.number()),
  /** flaws whose lot was weighed */
  weighed: z.array(z.string()),
});
export type PlanStamp = z.infer<typeof planStampSchema>;

/** From when the air allows every planned coat, asked from its planned start on; by operation. */
function coatTimes(inputs: PlanInputs, { result, t0 }: TimedPlan): Record<string, number> {
  const air = coatingAirFor(inputs);
  if (!air || !isPlan(result)) return {};
  const starts = new Map(result.assignments.map((a) => [a.operation, t0 + a.start * MINUTE]));
  const coats = [
    ...inputs.lots.flatMap(({ id }) =>
      routeNow(inputs).map((s) => ({ id: operationId(id, s.key), ...s, air: air.pieces })),
    ),
    ...siteNow(inputs).map((s) => ({ id: operationId(SITE, s.key), ...s, air: air.site })),
  ];
  return Object.fromEntries(
    coats.flatMap(({ id, product, air: climate }) => {
      const start = starts.get(id);
      return product && start !== undefined
        ? [[`air ${id}`, mayCoatFrom(climate, product.limits, start) ?? start + SMALL * 2]]
        : [];
    }),
  );
}

/** When the films and waits before every planned operation allow it, as it is planned; by operation. */
function readyTimes(inputs: PlanInputs, plan: TimedPlan): Record<string, number> {
  if (!isPlan(plan.result)) return {};
  const waits = waitsFor(inputs);
  if (waits.by === 'sheet') return {};
  const route = routeNow(inputs);
  const ends = new Map(plan.result.assignments.map((a) => [a.operation, plan.t0 + a.end * MINUTE]));
  const ready: Record<string, number> = {};
  const add = (
    lot: string,
    step: string,
    from: number,
    after: readonly Requirement[],
    own: Waits = waits,
  ): void => {
    const id = operationId(lot, step);
    if (!ends.has(id)) return;
    const times = after.flatMap((need) => {
      const laid = ends.get(operationId(lot, need.step));
      return laid !== undefined && need.film && need.stage
        ? [own.readyAt(need.film, need.stage, laid, need.wet)]
        : [];
    });
    const at = Math.max(from, ...times);
    if (at > 0) ready[id] = Math.round(at);
  };
  for (const lot of lotProgress(inputs.state, route, inputs.lots, waits))
    for (const { key, from } of lot.steps)
      add(lot.id, key, from, route.find((s) => s.key === key)?.after ?? []);
  for (const { step, from } of siteProgress(inputs.state, siteNow(inputs), siteWaitsFor(inputs)))
    add(SITE, step.key, from, step.after, siteWaitsFor(inputs));
  return { ...ready, ...coatTimes(inputs, plan) };
}

/** A choice as it is compared: what is as usual is left out where choices of before had no word for it. */
function chosenOf({ laterFor, shortestComing, ...choice }: Choice): object {
  return {
    ...choice,
    ...(laterFor ? { laterFor } : {}),
    ...(shortestComing === USUAL_SHORTEST_COMING ? {} : { shortestComing }),
  };
}

const pairs = (list: readonly Span[]): [number, number][] => list.map(({ from, to }) => [from, to]);
const byPerson = (map: ReadonlyMap<string, readonly Span[]>): Record<string, [number, number][]> =>
  Object.fromEntries([...map].sort(([a], [b]) => (a < b ? -1 : 1)).map(([id, list]) => [id, pairs(list)]));

/**
 * @param facts number of the last fact of the job
 * @param now what is over by then takes nothing away, ms since 1970
 * @param plan the plan that was made from the inputs
 * @param weighed flaws whose lot was weighed
 */
export function stampOf(
  inputs: PlanInputs,
  facts: number,
  now: number,
  plan: TimedPlan | null,
  weighed: readonly string[],
): PlanStamp {
  const { choice, job, pieces, zones, lots, pins, around } = inputs;
  const { away, work, place, rack } = usedElsewhere(choice, around, now);
  const kitchen = [...pieces.map(surveyKey), job.materials ?? {}];
  return {
    facts,
    choice: digest(JSON.stringify(chosenOf(choice))),
    survey: digest(JSON.stringify([job.unit, job.surveyed, job.zone, zones.map((z) => z.id), kitchen])),
    lots: digest(JSON.stringify(lots.map((l) => [l.id, l.pieces]))),
    pins: digest(JSON.stringify([...pins].sort())),
    rackSlots: rackSlotsOf(choice, around),
    away: byPerson(away),
    work: byPerson(work),
    place: pairs(place),
    rack: rack.map(({ from, to, slots }) => [from, to, slots]),
    ready: plan ? readyTimes(inputs, plan) : {},
    weighed: [...weighed],
  };
}

/** Spans that are still ahead, what is under way counted from now on; in order. */
const ahead = (list: readonly (readonly number[])[], now: number): string =>
  JSON.stringify(
    list
      .flatMap(([from = 0, to = 0, ...rest]) => (to > now ? [[Math.max(from, now), to, ...rest]] : []))
      .sort((a, b) => at(a, 0) - at(b, 0) || at(a, 1) - at(b, 1)),
  );

const aheadOf = (of: Record<string, readonly (readonly number[])[]>, now: number): string =>
  JSON.stringify(
    Object.entries(of)
      .map(([id, list]) => [id, ahead(list, now)] as const)
      .filter(([, list]) => list !== '[]')
      .sort(),
  );

/**
 * Why a plan does not hold any more.
 * @param was what it was made from
 * @param is what it would be made from now, with the same plan
 * @param now ms since 1970
 * @returns in words that go on after "because"; null where it holds
 */
export function whatChanged(was: PlanStamp, is: PlanStamp, now: number): string | null {
  if (was.facts !== is.facts) return 'something was recorded';
  if (was.choice !== is.choice) return 'something else was chosen';
  if (was.survey !== is.survey) return 'the survey changed';
  if (was.lots !== is.lots) return 'pieces went to other lots';
  if (was.pins !== is.pins) return 'something was pinned or let go';
  if (aheadOf(was.away, now) !== aheadOf(is.away, now)) return 'the days that people are away changed';
  const shared =
    was.rackSlots !== is.rackSlots ||
    aheadOf(was.work, now) !== aheadOf(is.work, now) ||
    ahead(was.place, now) !== ahead(is.place, now) ||
    ahead(was.rack, now) !== ahead(is.rack, now);
  if (shared) return 'another job’s plan moved';
  const films = new Set([...Object.keys(was.ready), ...Object.keys(is.ready)]);
  for (const id of films)
    if (Math.abs((was.ready[id] ?? 0) - (is.ready[id] ?? 0)) > SMALL)
      return isAirHours(id)
        ? 'the air forbids a coat when it was planned, or allows it again'
        : 'films dry otherwise than was planned';
  return null;
}
