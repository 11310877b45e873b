/** Minutes of work between two moments: nobody works through a night because a tap was forgotten. */
import { MINUTE } from '$core/units/durations';
import { openMinutes, type WorkWeek } from '../../planning/model/work-week';
import { isoDay } from '../../units/clock-time';

/** More than any work takes: what is longer is no work. */
const MOST_DAYS = 60;

/** Minutes between two moments, ms since 1970. */
export type Worked = (from: number, to: number) => number;

export const byTheClock: Worked = (from, to) => Math.max(0, to - from) / MINUTE;

/** Within a day by the clock, whatever the hour; over more days the crew’s hours alone. */
const inHours =
  (week: WorkWeek, zone: string): Worked =>
  (from, to) => {
    const minutes = byTheClock(from, to);
    if (minutes === 0 || isoDay(from, zone) === isoDay(to - 1, zone)) return minutes;
    const start = Math.floor(from / MINUTE) * MINUTE;
    const horizon = Math.min(MOST_DAYS * 1440, Math.ceil((to - start) / MINUTE));
    return openMinutes(week, zone, start, horizon).reduce((sum, [a, b]) => sum + b - a, 0);
  };

/** As a job counts them. */
export const workedIn = (choice: { crewWeek: WorkWeek } | null, zone: string): Worked =>
  choice ? inHours(choice.crewWeek, zone) : byTheClock;
