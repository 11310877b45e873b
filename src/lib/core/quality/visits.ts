/** When a finish is looked at after hand-over, and how many pieces of it. */
import { DAY } from '$core/units/durations';
import { frozen } from '../frozen';

/**
 * Days after hand-over on which a visit is due: a week, a month, half a year, a year, then yearly up to five. Common practice to the
 * first year, no source; our choice after it.
 */
export const VISIT_DAYS = frozen([7, 30, 182, 365, 731, 1096, 1461, 1826] as const);
/** One more where the record says risk. Our choice. */
const EXTRA_DAYS = frozen([90] as const);
/** Years are looked at only where it still tells something: pieces that were sound at the last look. */
const YEARLY_FROM = 731;
/** A visit is named so many days before, and counts from then. Our choice. */
const NOTICE = 3;
/** A visit may be made so much before or after its day: a share of the days, at least some. Our choice. */
const [WINDOW, LEAST_WINDOW] = [0.1, 2];

export interface Visit {
  /** days after hand-over */
  day: number;
  /** ms since 1970: its day, and when it may be made */
  due: number;
  from: number;
  to: number;
}

const visitOn = (handedOver: number, day: number): Visit => {
  const room = Math.max(LEAST_WINDOW, day * WINDOW) * DAY;
  const due = handedOver + day * DAY;
  return { day, due, from: due - room, to: due + room };
};

/** All visits of a kitchen. @param risky whether its record says risk */
export const visitsOf = (handedOver: number, risky: boolean): Visit[] =>
  [...VISIT_DAYS, ...(risky ? EXTRA_DAYS : [])].sort((a, b) => a - b).map((day) => visitOn(handedOver, day));

/** The first visit after hand-over, ms since 1970. */
export const firstVisit = (handedOver: number): number => handedOver + VISIT_DAYS[0] * DAY;

/**
 * The visit that is due by now, or in a few days, and was not made.
 * @param handedOver ms since 1970
 * @param lastCheck when the finish was last checked; null where it never was
 * @param risky whether its record says risk
 * @returns when it is due; null where none is
 */
export function visitDue(
  handedOver: number,
  lastCheck: number | null,
  now: number,
  risky: boolean,
): number | null {
  const visit = dueVisit(handedOver, lastCheck, now, risky);
  return visit ? visit.due : null;
}

/** The same with its window. */
export function dueVisit(
  handedOver: number,
  lastCheck: number | null,
  now: number,
  risky: boolean,
): Visit | null {
  const due = visitsOf(handedOver, risky)
    .filter((v) => v.due - NOTICE * DAY <= now)
    .at(-1);
  if (!due) return null;
  return lastCheck !== null && lastCheck >= Math.min(due.from, due.due - NOTICE * DAY) ? null : due;
}

/** The visit that comes next, due or not; null where none is left that tells something. @param sound pieces sound at their last look */
export function nextVisit(
  handedOver: number,
  lastCheck: number | null,
  now: number,
  risky: boolean,
  sound: number,
): Visit | null {
  const due = dueVisit(handedOver, lastCheck, now, risky);
  const next =
    due ?? visitsOf(handedOver, risky).find((v) => v.due > now && (lastCheck === null || v.from > lastCheck));
  return next && (next.day < YEARLY_FROM || sound > 0) ? next : null;
}
