/** When a finish is looked at after hand-over. */

const DAY = 86_400_000;

/** Days after hand-over on which a visit is due: a week, a month, half a year, a year. Common practice, no source. */
export const VISIT_DAYS = [7, 30, 182, 365] as const;
/** A visit is named so many days before, and counts from then. Our choice. */
const NOTICE = 3;

/** The first visit after hand-over, ms since 1970. */
export const firstVisit = (handedOver: number): number => handedOver + VISIT_DAYS[0] * DAY;

/**
 * The visit that is due by now, or in a few days, and was not made.
 * @param handedOver ms since 1970
 * @param lastCheck when the finish was last checked; null where it never was
 * @returns when it is due; null where none is
 */
export function visitDue(handedOver: number, lastCheck: number | null, now: number): number | null {
  const due = VISIT_DAYS.map((days) => handedOver + days * DAY)
    .filter((at) => at - NOTICE * DAY <= now)
    .at(-1);
  if (due === undefined) return null;
  return lastCheck !== null && lastCheck >= due - NOTICE * DAY ? null : due;
}
