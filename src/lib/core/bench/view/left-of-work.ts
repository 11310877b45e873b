/** What is left of work that was begun: a pause is no work, and what pauses is planned for when it can go on. */
import { MINUTE } from '$core/units/durations';
import { isPaused, workedBefore, type Work } from '../state/state';

/** Share of its minutes that work which pauses takes at least, however long was worked on it. Our choice. */
const LEAST = 0.1;

/** How much of it is left, 0 to 1. @param minutes of all of it */
export const leftShare = (work: Work, minutes: number): number =>
  Math.max(LEAST, 1 - workedBefore(work) / MINUTE / minutes);

/** When work that goes on would have begun without its pauses, ms since 1970. */
export const begunWithoutPauses = (work: Work): number =>
  Math.min(...work.hands.flatMap((h) => (h.to === null ? [h.from] : []))) - workedBefore(work);

export const goesOn = (work: Work): boolean => work.end === null && !isPaused(work);
export const pauses = (work: Work): boolean => work.end === null && isPaused(work);
