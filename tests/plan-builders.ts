/** What tests of the planner begin with: a small problem by hand, its model and its plan. */
import { ifFeasible, mustBePlan } from '$core/planning/model/infeasible';
import { compile } from '$core/planning/compile/compile';
import { type AirWaits, type Model } from '$core/planning/model/model';
import type { Interval, Plan, Problem } from '$core/planning/model/problem';
import { solve } from '$core/planning/search/solve';

/** The model of a problem; null where it is plainly impossible. */
export const feasible = (problem: Problem, air?: AirWaits): Model | null =>
  ifFeasible(
    () => compile(problem, air),
    () => null,
  );
export const planned = (problem: Problem, options = {}): Plan =>
  mustBePlan(solve(problem, { seed: 1, steps: 60 }, options));
export const startOf = (plan: Plan, id: string): number =>
  plan.assignments.find((a) => a.operation === id)?.start ?? NaN;

/** Five days, 8:00 to 12:00 and 13:00 to 16:30. */
export const DAY: Interval[] = [0, 1, 2, 3, 4].flatMap((d): Interval[] => [
  [d * 1440 + 480, d * 1440 + 720],
  [d * 1440 + 780, d * 1440 + 990],
]);
/** An operation of four pieces. */
export const op = (id: string, minutes: number, more: Partial<Problem['operations'][number]> = {}) => ({
  id,
  lot: id[0] ?? '',
  pieces: 4,
  minutes,
  skill: 'coat',
  pausable: false,
  station: null,
  material: null,
  lockedStart: null,
  ...more,
});
/** Two operations by one painter; the second ends it. */
export const problemOf = (more: Partial<Problem>): Problem => ({
  format: 'anthem.planning-problem',
  version: 1,
  name: 'by hand',
  horizon: 5 * 1440,
  calendars: [{ id: 'crew', open: DAY }],
  workers: [{ id: 'w', calendar: 'crew', skills: ['coat'] }],
  stations: [],
  racks: [],
  operations: [op('a', 60), op('b', 60)],
  links: [],
  holds: [],
  finish: [{ operation: 'b', tail: 0 }],
  ...more,
});
