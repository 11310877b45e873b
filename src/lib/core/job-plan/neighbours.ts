/** What other jobs and people's absences take away from a job: people's time, the place, slots of the rack. */
import { isPlan } from '../planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { TOOL_FACTS } from '../coating/tool';
import type { Choice } from '../planning/job/choice';
import type { Span, UsedElsewhere } from '../planning/job/job-to-plan';
import { COATING } from '../planning/job/stations';
import { readId, readOperationId } from '../planning/model/operation-id';
import type { NoPlan, Plan, Problem } from '../planning/model/problem';
import type { Neighbour, Surroundings } from './inputs';

/** A plan on the clock. */
export interface TimedPlan {
  /** ms since 1970; minutes of the plan count from it */
  t0: number;
  problem: Problem;
  result: Plan | NoPlan;
}

/** Slots of the rack that a plan's own pieces take, and when; none where there is no plan. */
export function ownRack({ t0, problem, result }: TimedPlan): (Span & { slots: number })[] {
  if (!isPlan(result)) return [];
  const at = (minute: number): number => t0 + minute * MINUTE;
  const assigned = new Map(result.assignments.map((a) => [a.operation, a]));
  return problem.holds.flatMap((hold) => {
    const begin = assigned.get(hold.from);
    if (hold.rack !== 'rack' || !begin || readId(hold.from).is === 'other rack') return [];
    const end = hold.to === null ? begin.end + (hold.tail ?? 0) : assigned.get(hold.to)?.start;
    return end === undefined ? [] : [{ from: at(begin.start), to: at(end), slots: hold.slots }];
  });
}

/** What the plan of a job takes from others; nothing where there is no plan. */
export function neighbourOf(job: string, choice: Choice, plan: TimedPlan): Neighbour {
  const own = { job, place: choice.place, rackSlots: choice.rackSlots };
  if (!isPlan(plan.result)) return { ...own, work: [], coating: [], rack: [] };
  const at = (minute: number): number => plan.t0 + minute * MINUTE;
  const station = new Map(plan.problem.operations.map((o) => [o.id, o.station]));
  return {
    ...own,
    work: plan.result.assignments.flatMap((a) =>
      readOperationId(a.operation) ? [{ worker: a.worker, from: at(a.start), to: at(a.end) }] : [],
    ),
    coating: plan.result.assignments.flatMap((a) =>
      station.get(a.operation) === COATING ? [{ from: at(a.start), to: at(a.end) }] : [],
    ),
    rack: ownRack(plan),
  };
}

/** Whether a job coats in the place of another one. */
const inOnePlace = (choice: Choice, other: Neighbour): boolean =>
  choice.shared && choice.place === other.place && choice.place !== 'house';

/** Slots of the rack a job lays its pieces on: a shared one is as large as any job that shares it says. */
export const rackSlotsOf = (choice: Choice, { neighbours }: Surroundings): number =>
  Math.max(choice.rackSlots, ...neighbours.flatMap((n) => (inOnePlace(choice, n) ? [n.rackSlots] : [])));

/**
 * @param now ms since 1970; what is over by then takes nothing away
 * @param only jobs that count; all where nothing is said
 */
export function usedElsewhere(
  choice: Choice,
  { absences, neighbours }: Surroundings,
  now: number,
  only?: ReadonlySet<string>,
): UsedElsewhere {
  const away = new Map<string, Span[]>();
  const work = new Map<string, Span[]>();
  const place: Span[] = [];
  const rack: (Span & { slots: number })[] = [];
  const cleaning = TOOL_FACTS[choice.tool].changeoverMinutes * 60_000;
  const add = (to: Map<string, Span[]>, worker: string, { from, to: until }: Span): void => {
    if (until <= now) return;
    const had = to.get(worker);
    if (had) had.push({ from, to: until });
    else to.set(worker, [{ from, to: until }]);
  };
  for (const absence of absences)
    for (const id of absence.worker === null ? choice.workers : [absence.worker]) add(away, id, absence);
  if (!choice.shared) return { away, work, place, rack };
  const counted = neighbours.filter((n) => !only || only.has(n.job));
  for (const other of counted) {
    for (const w of other.work) add(work, w.worker, w);
    if (!inOnePlace(choice, other)) continue;
    // Another job's paint is cleaned out of the gun before this one's goes in.
    place.push(...other.coating.flatMap(({ from, to }) => (to > now ? [{ from, to: to + cleaning }] : [])));
    rack.push(...other.rack.filter((s) => s.to > now));
  }
  return { away, work, place, rack };
}
