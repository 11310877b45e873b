/** Ids of operations: a lot and a step for what is planned, more parts for what stands for a fact. */
import { MINUTE } from '$core/units/durations';
import type { Assignment } from './problem';

const SEPARATOR = ':';

/** An id of parts that no planned operation has. */
export const helperId = (...parts: readonly (string | number)[]): string => parts.join(SEPARATOR);

/** The id of a step on a lot. @example operationId("A", "front.enamel.1") // "A:front.enamel.1" */
export const operationId = (lot: string, step: string): string => `${lot}${SEPARATOR}${step}`;

/** Lot and step of a planned operation; null for the helpers that stand for facts. */
export function readOperationId(id: string): { lot: string; step: string } | null {
  const parts = id.split(SEPARATOR);
  return parts.length === 2 ? { lot: parts[0] ?? '', step: parts[1] ?? '' } : null;
}

/** The id of the hours whose air suits a product. @param number tells products of one name apart */
export const airCalendar = (number: number, product: string): string =>
  `air ${number}: ${product.slice(0, 150)}`;

interface PlannedStep {
  lot: string;
  step: string;
  worker: string;
  /** ms since 1970 */
  start: number;
  end: number;
}

/** The assignments of a plan as steps on the clock, helpers left out. */
export function plannedSteps(assignments: readonly Assignment[], t0: number): PlannedStep[] {
  return assignments.flatMap(({ operation, worker, start, end }) => {
    const id = readOperationId(operation);
    return id ? [{ ...id, worker, start: t0 + start * MINUTE, end: t0 + end * MINUTE }] : [];
  });
}
