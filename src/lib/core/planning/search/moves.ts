/** Operations that are at another time in a new plan than in the one before. */
import { isPlan } from '../model/infeasible';
import { MINUTE } from '$core/units/durations';
import { readOperationId } from '../model/operation-id';
import type { NoPlan, Plan } from '../model/problem';

export interface Move {
  operation: string;
  /** ms since 1970 */
  from: number;
  to: number;
}

interface Made {
  t0: number;
  result: Plan | NoPlan;
}

/** A shift that nobody needs to be told of, minutes. Our choice. */
const SMALL = 5;

/** @returns what moved by more than a few minutes, the earliest first; helpers that stand for facts left out */
export function movesBetween(before: Made, after: Made): Move[] {
  if (!isPlan(before.result) || !isPlan(after.result)) return [];
  const was = new Map(before.result.assignments.map((a) => [a.operation, before.t0 + a.start * MINUTE]));
  return after.result.assignments
    .flatMap(({ operation, start }): Move[] => {
      const from = was.get(operation);
      const to = after.t0 + start * MINUTE;
      if (from === undefined || readOperationId(operation) === null) return [];
      return Math.abs(to - from) > SMALL * MINUTE ? [{ operation, from, to }] : [];
    })
    .sort((a, b) => a.to - b.to);
}
