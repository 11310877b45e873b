/** Air that was read lately: an older reading says nothing about the air now. */
import type { Air, JobState } from '../state/state';

const AGE = 4 * 3_600_000;

/** The readings that still say something at a moment, by place. */
export const freshAir = (state: JobState, at: number): Air[] =>
  [...state.air.values()].filter((a) => at - a.at <= AGE);
