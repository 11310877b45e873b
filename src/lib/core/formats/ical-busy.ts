/**
 * Busy spans of an iCalendar file (RFC 5545): holidays, sickness, other sites. Recurring events are unrolled, exceptions
 * and changed single occurrences respected, time zones followed: the file's own where it brings them, else by name.
 */
import ICAL from 'ical.js';
import { Temporal } from 'temporal-polyfill';

export interface BusySpan {
  /** ms since 1970 */
  from: number;
  to: number;
  why: string;
  /** uid of the event */
  uid: string;
}

/** Occurrences of one event that are unrolled at most: a fault in a rule must not run on for ever. */
const MOST = 2_000;

/** The moment of a time in the file. @param zone for floating times and whole days */
function momentOf(time: ICAL.Time, tzid: string | null, zone: string): number {
  const plain = new Temporal.PlainDateTime(
    time.year,
    time.month,
    time.day,
    time.hour,
    time.minute,
    time.second,
  );
  if (time.isDate) return plain.toPlainDate().toZonedDateTime({ timeZone: zone }).epochMilliseconds;
  if (time.zone === ICAL.Timezone.utcTimezone) return plain.toZonedDateTime('UTC').epochMilliseconds;
  if (tzid) {
    try {
      return plain.toZonedDateTime(tzid).epochMilliseconds;
    } catch {
      // A name of its own: the file brings the zone.
      if (time.zone !== ICAL.Timezone.localTimezone) return time.toJSDate().getTime();
    }
  }
  return plain.toZonedDateTime(zone).epochMilliseconds;
}

/**
 * Reads a calendar file.
 * @param text the file
 * @param zone time zone of whole days and of times without one
 * @param from only what ends after, ms since 1970
 * @param until only what begins before
 * @returns the spans, the earliest first; free time and cancelled events left out
 * @throws Error that says what is wrong with the file
 */
export function readBusy(text: string, zone: string, from: number, until: number): BusySpan[] {
  let calendar: ICAL.Component;
  try {
    calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
  } catch (error) {
    throw new Error(
      `This is not an iCalendar file (.ics): ${error instanceof Error ? (error.message.split('\n')[0] ?? '') : 'it cannot be read'}`,
      { cause: error },
    );
  }
  if (calendar.name !== 'vcalendar')
    throw new Error('This is not an iCalendar file: it does not begin with BEGIN:VCALENDAR');
  const zones = calendar.getAllSubcomponents('vtimezone').map((z) => new ICAL.Timezone(z));
  for (const z of zones) ICAL.TimezoneService.register(z);
  try {
    const events = calendar.getAllSubcomponents('vevent');
    const changed = events.filter((e) => e.hasProperty('recurrence-id'));
    const spans = events
      .filter((e) => !e.hasProperty('recurrence-id'))
      .flatMap((e) => spansOf(e, changed, zone, from, until));
    return spans.sort((a, b) => a.from - b.from || a.to - b.to);
  } finally {
    for (const z of zones) ICAL.TimezoneService.remove(z.tzid);
  }
}

const counts = (event: ICAL.Component): boolean =>
  event.getFirstPropertyValue('transp') !== 'TRANSPARENT' &&
  event.getFirstPropertyValue('status') !== 'CANCELLED';

function spansOf(
  component: ICAL.Component,
  changed: readonly ICAL.Component[],
  zone: string,
  from: number,
  until: number,
): BusySpan[] {
  const uid = String(component.getFirstPropertyValue('uid') ?? '');
  const exceptions = changed.filter((c) => c.getFirstPropertyValue('uid') === uid);
  const event = new ICAL.Event(component, { exceptions, strictExceptions: true });
  if (!component.hasProperty('dtstart')) throw new Error(`The event “${event.summary || uid}” has no start`);
  const tzidOf = (c: ICAL.Component): string | null => {
    const value: unknown = c.getFirstProperty('dtstart')?.getParameter('tzid');
    return typeof value === 'string' ? value : null;
  };
  const span = (item: ICAL.Event, start: ICAL.Time, end: ICAL.Time): BusySpan[] => {
    if (!counts(item.component)) return [];
    const tzid = tzidOf(item.component);
    const [a, b] = [momentOf(start, tzid, zone), momentOf(end, tzid, zone)];
    if (b <= a || b <= from || a >= until) return [];
    return [{ from: a, to: b, why: item.summary || 'busy', uid }];
  };
  if (!event.isRecurring()) return span(event, event.startDate, event.endDate);
  const out: BusySpan[] = [];
  const each = event.iterator();
  for (
    let n = 0, next = each.next() as ICAL.Time | undefined;
    next && n < MOST;
    n++, next = each.next() as ICAL.Time | undefined
  ) {
    const { item, startDate, endDate } = event.getOccurrenceDetails(next);
    if (momentOf(startDate, tzidOf(item.component), zone) >= until) break;
    out.push(...span(item, startDate, endDate));
  }
  return out;
}
