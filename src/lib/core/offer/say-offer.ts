/** An offer's dates in words. */
import { count } from './count';
import { isoDay, sayDate } from '../units/clock-time';
import type { Offer } from './offer';

/** When work begins, and between which days the kitchen is back. */
export function sayWhenBack({ dates, job: { zone } }: Pick<Offer, 'dates' | 'job'>): string {
  const { start, half, nearlyAll, daysAway } = dates;
  const day = (ms: number): string => sayDate(ms, zone);
  const back =
    isoDay(half, zone) === isoDay(nearlyAll, zone)
      ? `Your kitchen is back on ${day(half)}.`
      : `Your kitchen is back between ${day(half)} and ${day(nearlyAll)}: weather and drying decide. There is an even chance of the first day, and nineteen in twenty of the last.`;
  const away = daysAway > 0 ? ` Doors and drawers are away for about ${count(daysAway, 'day')}.` : '';
  return `Work begins on ${day(start)}.${away} ${back} These days hold if the work is agreed in time; a later start moves them.`;
}

/** How an option moves the hand-back. */
export function sayDaysMoved(days: number | null): string {
  if (days === null) return 'days not known';
  const n = count(Math.abs(days), 'day');
  return days === 0 ? 'same day back' : days > 0 ? `back ${n} later` : `back ${n} sooner`;
}
