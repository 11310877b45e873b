/** Limits of what counts as a time. */
import { MINUTE } from '$core/units/durations';
import { z } from 'zod';

/** ms since 1970 that are taken for a time at all: 1970 to 2100. */
const FIRST = 0;
const LAST = Date.UTC(2100, 0, 1);
/** Whether a number is a time that is accepted: whole ms since 1970, up to 2100. */
export const isInstant = (ms: number): boolean => Number.isInteger(ms) && ms >= FIRST && ms <= LAST;

/** A time, ms since 1970. */
export const instantSchema = z
  .number()
  .int('A time is in whole milliseconds since 1970')
  .min(FIRST, 'A time is not before 1970')
  .max(LAST, 'A time is not after 2100');

/** How far a device's clock may be ahead of the server's, and behind the making of the job, ms. */
export const CLOCK_AHEAD = 2 * MINUTE;
export const CLOCK_BEHIND = 1440 * MINUTE;
