/** Lengths of time in ms, as moments are counted; and of a day in minutes, as plans count. */
export const MINUTE = 60_000;
export const HOUR = 60 * MINUTE;
export const DAY = 24 * HOUR;
export const DAY_MINUTES = 1440;
