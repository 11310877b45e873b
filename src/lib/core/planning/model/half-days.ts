/** Half days: the grain at which a hand-back matters to people. Mornings end at noon. */
import { DAY_MINUTES } from '$core/units/durations';

const HALF = DAY_MINUTES / 2;

/** The number of the half day in which something ends. @param midnight the first one, in minutes */
export const halfDayOf = (midnight: number, end: number): number => Math.ceil((end - midnight) / HALF) - 1;
/** The last minute of a half day. */
export const halfDayEnd = (midnight: number, half: number): number => midnight + (half + 1) * HALF;
