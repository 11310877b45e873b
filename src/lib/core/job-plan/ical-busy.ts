/**
 * Busy spans of an iCalendar file (RFC 5545): holidays, sickness, other sites. Recurring events are unrolled, exceptions
 * and changed single occurrences respected, time zones followed: the file's own where it brings them, else by name.
 */
import { DAY } from '$core/units/durations';
import { frozen } from '../frozen';
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

/** Of one file: its length in bytes, its occurrences in the time that is asked for, and those before that are passed over. Our choice. */
export const MOST_OF_A_FILE = frozen({ bytes: 1_000_000, busy: 30_000, passed: 50_000 });

/** What a file may still hold. */
interface Room {
  busy: number;
  passed: number;
}

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
 * @returns the spans, the earliest first, what overlaps as one; free time and cancelled events left out
 * @throws Error that says what is wrong with the file, or that it holds too much
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
    const room: Room = { ...MOST_OF_A_FILE };
    const spans = events
      .filter((e) => !e.hasProperty('recurrence-id'))
      .flatMap((e) => spansOf(e, changed, zone, from, until, room));
    return merged(spans);
  } finally {
    for (const z of zones) ICAL.TimezoneService.remove(z.tzid);
  }
}

/** @throws Error when a file holds more than it may */
function use(room: Room, what: keyof Room): void {
  if (room[what]-- > 0) return;
  throw new Error(
    what === 'busy'
      ? `The file names more than ${MOST_OF_A_FILE.busy} busy times in the coming year: export fewer calendars, or one a person.`
      : `The file repeats events more than ${MOST_OF_A_FILE.passed} times before today: export it from this year on.`,
  );
}

/** What overlaps or touches becomes one stretch, with every reason once. */
function merged(spans: BusySpan[]): BusySpan[] {
  const out: (BusySpan & { reasons: Set<string> })[] = [];
  for (const span of spans.sort((a, b) => a.from - b.from || a.to - b.to)) {
    const last = out.at(-1);
    if (!last || span.from > last.to) out.push({ ...span, reasons: new Set([span.why]) });
    else {
      last.to = Math.max(last.to, span.to);
      last.reasons.add(span.why);
    }
  }
  return out.map(({ from, to, uid, reasons: [first = '', ...more] }) => {
    const why = more.length > 1 ? `${first} and ${more.length} more` : [first, ...more].join(', ');
    return { from, to, uid, why };
  });
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
  room: Room,
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
    use(room, 'busy');
    return [{ from: a, to: b, why: item.summary || 'busy', uid }];
  };
  if (!event.isRecurring()) return span(event, event.startDate, event.endDate);
  const out: BusySpan[] = [];
  const tzid = tzidOf(component);
  const length = momentOf(event.endDate, tzid, zone) - momentOf(event.startDate, tzid, zone);
  const moved = new Set(exceptions.map((e) => String(e.getFirstPropertyValue('recurrence-id'))));
  const each = event.iterator();
  for (let next = each.next() as ICAL.Time | undefined; next; next = each.next() as ICAL.Time | undefined) {
    const isMoved = moved.has(next.toString());
    const at = momentOf(next, tzid, zone);
    if (at >= until && !isMoved) break;
    // A day of slack: the clocks may change within it.
    if (at + length + DAY <= from && !isMoved) use(room, 'passed');
    else {
      const { item, startDate, endDate } = event.getOccurrenceDetails(next);
      out.push(...span(item, startDate, endDate));
    }
  }
  return out;
}
