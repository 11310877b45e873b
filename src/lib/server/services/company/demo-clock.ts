/** The demo's clock, which can be set so that the demo always looks the same. */
import { Temporal } from 'temporal-polyfill';
import { isInstant } from '$core/units/instant';
import type { Db } from '../../db/open';
import { Refused } from '../../base/refused';
import { companyZone, isDemo, setClock } from './clock';

/** A moment by the clock of the company; null for a text that is none. @param text such as 2026-03-11T10:20 */
function momentOf(text: string): number | null {
  try {
    return Temporal.PlainDateTime.from(text).toZonedDateTime(companyZone()).epochMilliseconds;
  } catch {
    // Temporal says so by throwing.
    return null;
  }
}

/**
 * @param to a moment in ms since 1970, or a text such as 2026-03-11T10:20
 * @throws Refused 422 outside the demo, or for a moment that the clock cannot show
 */
export function setDemoClock(db: Db, to: number | string, running: boolean): void {
  if (!isDemo()) throw new Refused(422, 'Only the demo’s clock can be set.');
  const at = typeof to === 'number' ? Math.round(to) : momentOf(to);
  if (at === null || !isInstant(at))
    throw new Refused(
      422,
      `“${typeof to === 'string' && to ? to : 'That'}” is no date and time between 1970 and 2100. Write it as 2026-03-11T10:20.`,
      'shows',
    );
  setClock(db, at, running);
}
