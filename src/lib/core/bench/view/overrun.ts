/** Work that has been under way for longer than anybody would work on it: its Done was forgotten, or it takes longer than planned. */
import { MINUTE } from '$core/units/durations';
import { isoDay } from '../../units/clock-time';

/** Our choice. */
const TIMES = 3;
const LEAST = 60;

/**
 * @param since when it was begun, ms since 1970
 * @param minutes that it takes by the figures
 * @returns when it should have ended, ms since 1970; null where it has not run for too long
 */
export function overrun(since: number, minutes: number, now: number, zone: string): number | null {
  const planned = since + minutes * MINUTE;
  if (now <= planned) return null;
  const isNextDay = isoDay(planned, zone) !== isoDay(now, zone);
  return isNextDay || now - since > Math.max(TIMES * minutes, minutes + LEAST) * MINUTE ? planned : null;
}
