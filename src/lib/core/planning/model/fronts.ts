/** How long a household is without its doors: days on which a piece is gone, from the day it comes down to the day it is home. */
import { DAY_MINUTES } from '$core/units/durations';
import { cell } from '$core/units/at';
import type { Front, Model } from './model';

/** Starts and ends by operation, minutes. */
interface Times {
  start: Int32Array;
  end: Int32Array;
}

/** Days of one house in a set of all of them. */
const FAR = 100_000;

/** The number of the day that a minute is in. @param midnight the first one, in minutes */
export const dayOf = (midnight: number, minute: number): number =>
  Math.floor((minute - midnight) / DAY_MINUTES);
/** The first minute of a day. */
export const dayStart = (midnight: number, day: number): number => midnight + day * DAY_MINUTES;

/** Days on which the pieces of a front are gone, the first and the last among them. */
export const daysGone = (m: Model, front: Front, { start, end }: Times): number =>
  dayOf(m.midnight, cell(end, front.home) - 1) -
  dayOf(m.midnight, front.down < 0 ? 0 : cell(start, front.down)) +
  1;

/** Days without fronts, each piece counted by itself. */
export const pieceDays = (m: Model, s: Times): number =>
  m.fronts.reduce((sum, f) => sum + f.pieces * daysGone(m, f, s), 0);

/** Days on which a household is without fronts, all or some: houses counted each by themselves. */
export function daysWithout(m: Model, s: Times): number {
  const days = new Set<number>();
  for (const front of m.fronts) {
    const last = dayOf(m.midnight, cell(s.end, front.home) - 1);
    for (let day = last - daysGone(m, front, s) + 1; day <= last; day++) days.add(front.house * FAR + day);
  }
  return days.size;
}
