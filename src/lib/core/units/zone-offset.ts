/** Local time in a time zone, from what the platform knows of zones: small enough for a phone that has no signal yet. */
import { DAY, MINUTE } from '$core/units/durations';

/** As far as calendars reach, less the day that a zone may shift it (ECMA-262, time range), ms. */
const FARTHEST = 8.64e15 - 86_400_000;
/** What is known is kept by quarters of an hour. */
const QUARTER = 900_000;

const formats = new Map<string, Intl.DateTimeFormat>();
function formatOf(zone: string): Intl.DateTimeFormat {
  let format = formats.get(zone);
  if (!format) {
    format = new Intl.DateTimeFormat('en-US', {
      timeZone: zone,
      calendar: 'gregory',
      hourCycle: 'h23',
      era: 'short',
      year: 'numeric',
      month: 'numeric',
      day: 'numeric',
      hour: 'numeric',
      minute: 'numeric',
      second: 'numeric',
    });
    formats.set(zone, format);
  }
  return format;
}

function read(ms: number, zone: string): number {
  const parts: Record<string, string> = {};
  for (const { type, value } of formatOf(zone).formatToParts(ms)) parts[type] = value;
  const n = (name: string): number => Number(parts[name]);
  const year = parts.era === 'BC' ? 1 - n('year') : n('year');
  const date = new Date(0);
  date.setUTCFullYear(year, n('month') - 1, n('day'));
  date.setUTCHours(n('hour'), n('minute'), n('second'));
  return date.getTime() - Math.floor(ms / 1000) * 1000;
}

const known = new Map<string, Map<number, number>>();
const MOST = 20_000;

/** Local time less UTC, ms. @throws RangeError where there is no such zone */
export function offsetAt(ms: number, zone: string): number {
  const quarter = Math.floor(ms / QUARTER);
  let own = known.get(zone);
  if (!own) known.set(zone, (own = new Map()));
  let offset = own.get(quarter);
  if (offset === undefined) {
    offset = read(quarter * QUARTER, zone);
    // Clocks may change within one: Newfoundland's did at a minute past midnight, 1987 to 2011 (IANA time zone database).
    if (read((quarter + 1) * QUARTER - 1, zone) !== offset)
      return read(Math.floor(ms / MINUTE) * MINUTE, zone);
    if (own.size > MOST) own.clear();
    own.set(quarter, offset);
  }
  return offset;
}

export interface Local {
  year: number;
  /** 1–12 */
  month: number;
  day: number;
  hour: number;
  minute: number;
  /** 0 Monday … 6 Sunday */
  weekday: number;
}

/** @param ms since 1970 */
export function localOf(ms: number, zone: string): Local {
  const within = Math.max(-FARTHEST, Math.min(FARTHEST, Math.round(ms)));
  const date = new Date(within + offsetAt(within, zone));
  return {
    year: date.getUTCFullYear(),
    month: date.getUTCMonth() + 1,
    day: date.getUTCDate(),
    hour: date.getUTCHours(),
    minute: date.getUTCMinutes(),
    weekday: (date.getUTCDay() + 6) % 7,
  };
}

/**
 * The moment of a local time. Of two that there are when clocks go back, the earlier; one that is skipped when they go forward
 * is as much later (as RFC 5545, 3.3.5, and Temporal’s “compatible”).
 * @param wall the local time as if it were UTC, ms
 */
export function momentOf(wall: number, zone: string): number {
  const before = offsetAt(wall - DAY, zone);
  const after = offsetAt(wall + DAY, zone);
  for (const offset of [before, after]) if (offsetAt(wall - offset, zone) === offset) return wall - offset;
  return wall - before;
}
