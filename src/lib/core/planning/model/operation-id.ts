/** Ids of operations: a lot and a step for what is planned, more parts for what stands for a fact. Made and read here alone. */
import { MINUTE } from '$core/units/durations';
import { isPlan } from './infeasible';
import type { NoPlan, Plan } from './problem';

const SEPARATOR = ':';
const OTHER = 'other';

/** The id of a step on a lot. @example operationId("A", "front.enamel.1") // "A:front.enamel.1" */
export const operationId = (lot: string, step: string): string => `${lot}${SEPARATOR}${step}`;

/** Ids of what stands for a fact. */
export const factId = {
  /** work on an operation that was begun. @param i tells several of them apart */
  running: (operation: string, i: number) => `${operation}${SEPARATOR}running${i}`,
  /** the film that an operation waits for */
  film: (operation: string) => `${operation}${SEPARATOR}film`,
  /** pieces of a lot that lie on a rack, or in stacks, now */
  lying: (lot: string, on: 'rack' | 'stack') => [lot, on, 'now'].join(SEPARATOR),
  firstDay: (lot: string) => [lot, 'first', 'day'].join(SEPARATOR),
  otherRack: (i: number) => [OTHER, 'rack', i].join(SEPARATOR),
  otherWork: (worker: string, i: number) => [OTHER, 'work', worker, i].join(SEPARATOR),
};

type Operated =
  | { is: 'step' | 'running' | 'film'; lot: string; step: string }
  | { is: 'lying' | 'first day'; lot: string }
  | { is: 'other work' | 'other rack' };

/** What an operation is or stands for. */
export function readId(id: string): Operated {
  const [lot = '', step = '', fact, ...more] = id.split(SEPARATOR);
  if (lot === OTHER && fact !== undefined) return { is: step === 'work' ? 'other work' : 'other rack' };
  if (fact === undefined) return { is: 'step', lot, step };
  if (more.length === 0 && fact === 'now') return { is: 'lying', lot };
  if (more.length === 0 && step === 'first') return { is: 'first day', lot };
  return { is: fact === 'film' ? 'film' : 'running', lot, step };
}

/** Lot and step of a planned operation; null for what stands for a fact. */
export function readOperationId(id: string): { lot: string; step: string } | null {
  const read = readId(id);
  return read.is === 'step' ? { lot: read.lot, step: read.step } : null;
}

interface PlannedStep {
  lot: string;
  step: string;
  worker: string;
  /** ms since 1970 */
  start: number;
  end: number;
}

/**
 * A plan as steps on the clock, what stands for facts left out; none where there is no plan.
 * @param plan its `t0` is the moment its minutes count from, ms since 1970
 */
export function plannedSteps(plan: { result: Plan | NoPlan; t0: number } | null | undefined): PlannedStep[] {
  if (!plan || !isPlan(plan.result)) return [];
  const clock = (minute: number): number => plan.t0 + minute * MINUTE;
  return plan.result.assignments.flatMap(({ operation, worker, start, end }) => {
    const id = readOperationId(operation);
    return id ? [{ ...id, worker, start: clock(start), end: clock(end) }] : [];
  });
}
