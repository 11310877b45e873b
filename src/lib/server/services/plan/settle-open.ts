/** Settles what a choice leaves to the planner, in a planning thread, and knows how far that is. */
import type { PlanInputs } from '$core/job-plan/inputs';
import type { Choice } from '$core/planning/job/choice';
import { ask } from '../../threads/ask';

/** share of the ways that are looked at, by job, while its choice is settled */
const shares = new Map<string, number>();

/** @returns the share of the ways that are looked at, 0–1; null where nothing is being settled */
export const settledShare = (job: string): number | null => shares.get(job) ?? null;

/**
 * @param at ms since 1970
 * @throws Error when a figure that the choice itself needs is missing
 */
export async function settleOpen(job: string, inputs: PlanInputs, at: number): Promise<Choice> {
  shares.set(job, 0);
  try {
    return await ask('settle-choice', { inputs, at }, (share) => shares.set(job, share));
  } finally {
    shares.delete(job);
  }
}
