/** Keeps the old times of operations that moved: as many are pinned to where they were as a right plan allows. */
import { EFFORTS } from './efforts';
import type { PlanInputs } from './inputs';
import { canPlan, makePlan } from './make-plan';
import type { MadePlan, Times } from './made-plan';

export interface KeptTimes {
  /** pins that a right plan keeps, ms since 1970 */
  pins: Map<string, number>;
  /** operations that could not be kept */
  lost: string[];
  /** the plan with all of them; null where none was kept */
  made: MadePlan | null;
}

/**
 * @param moves operations and the times they had, ms since 1970, the most wanted first
 * @param at ms since 1970; a time before it cannot be kept
 * @param near the plan that the times are from
 */
export function keepTimes(
  inputs: PlanInputs,
  moves: readonly { operation: string; from: number }[],
  at: number,
  near: Times | undefined,
): KeptTimes {
  let pins = new Map(inputs.pins);
  const lost: string[] = [];
  const kept = new Map<string, number>();
  for (const { operation, from } of moves) {
    const more = new Map([...pins, [operation, from]]);
    if (from < at || !canPlan({ ...inputs, pins: more }, at, near, EFFORTS.pin)) {
      lost.push(operation);
      continue;
    }
    pins = more;
    kept.set(operation, from);
  }
  const made = kept.size ? makePlan({ ...inputs, pins }, at, near, EFFORTS.followed) : null;
  return { pins: kept, lost, made };
}
