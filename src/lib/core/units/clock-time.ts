/** Moments in words, in the job's own time zone. */
import { frozen } from '../frozen';
import { localOf, momentOf, offsetAt } from './zone-offset';

const DAYS = frozen(['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']);
const MONTHS = frozen(['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']);

const two = (n: number): string => String(n).padStart(2, '0');

/** @param ms since 1970 @returns e.g. `15:12` */
export function sayClock(ms: number, zone: string): string {
  const t = localOf(ms, zone);
  return `${two(t.hour)}:${two(t.minute)}`;
}

/** @param ms since 1970 @returns e.g. `Tue 10 Mar` */
export function sayDay(ms: number, zone: string): string {
  const t = localOf(ms, zone);
  return `${DAYS[t.weekday]} ${t.day} ${MONTHS[t.month - 1]}`;
}

/** @param ms since 1970 @returns e.g. `10 March 2026` in the short form `10 Mar 2026` */
export function sayDate(ms: number, zone: string): string {
  const t = localOf(ms, zone);
  return `${t.day} ${MONTHS[t.month - 1]} ${t.year}`;
}

/** @param ms since 1970 @returns e.g. `Tue 10 Mar, 15:12` */
export const sayTime = (ms: number, zone: string): string => `${sayDay(ms, zone)}, ${sayClock(ms, zone)}`;

/** The end of the half day in which something ends: noon or midnight, ms since 1970. */
export function halfDayAt(ms: number, zone: string): number {
  const day = isoDay(ms - 1, zone);
  const noon = momentOf(readDay(day) + 43_200_000, zone);
  return ms <= noon ? noon : dayAfter(day, zone);
}

/** @param ms since 1970 @returns e.g. `Tue 10 Mar, by noon` or `Tue 10 Mar, by evening` */
export function sayHalfDay(ms: number, zone: string): string {
  const end = halfDayAt(ms, zone);
  return `${sayDay(ms - 1, zone)}, by ${localOf(end, zone).hour === 12 ? 'noon' : 'evening'}`;
}

/** The clock time alone today, with the day otherwise. */
export const sayNear = (ms: number, now: number, zone: string): string =>
  sayDay(ms, zone) === sayDay(now, zone) && Math.abs(ms - now) < 86_400_000
    ? sayClock(ms, zone)
    : sayTime(ms, zone);

const DATE = /^(\d{4})-(\d{2})-(\d{2})$/;
/** The local midnight of a day, as if it were UTC, ms. @throws RangeError on a bad date */
function readDay(date: string): number {
  const [, year, month, day] = DATE.exec(date) ?? [];
  const wall = Date.UTC(Number(year), Number(month) - 1, Number(day));
  if (!day || new Date(wall).toISOString().slice(0, 10) !== date)
    throw new RangeError(`There is no day ${date}`);
  return wall;
}

/** Midnight at the start of the local day of a moment, ms since 1970. */
export const startOfDay = (ms: number, zone: string): number => dayToMs(isoDay(ms, zone), zone);

/** @param date ISO date such as `2026-03-09` @returns ms since 1970 of its local midnight @throws RangeError on a bad date */
export const dayToMs = (date: string, zone: string): number => momentOf(readDay(date), zone);

/** @param date ISO date @returns ms since 1970 of the local midnight at which that day ends */
export const dayAfter = (date: string, zone: string): number => momentOf(readDay(date) + 86_400_000, zone);

/** @returns ISO date of the local day, e.g. `2026-03-09` */
export function isoDay(ms: number, zone: string): string {
  const { year, month, day } = localOf(ms, zone);
  return `${String(year).padStart(4, '0')}-${two(month)}-${two(day)}`;
}

/** Minutes as people say them: `40 min`, `3 h 20 min`, `2 d 4 h`. */
export function sayMinutes(minutes: number): string {
  const m = Math.round(minutes);
  if (m < 60) return `${m} min`;
  if (m < 2880) return m % 60 ? `${Math.floor(m / 60)} h ${m % 60} min` : `${m / 60} h`;
  const hours = Math.round(m / 60);
  return hours % 24 ? `${Math.floor(hours / 24)} d ${hours % 24} h` : `${hours / 24} d`;
}

/** Work in hours: days of hands are not days of the clock. */
export function sayHours(minutes: number): string {
  const m = Math.round(minutes);
  const [hours, rest] = [Math.floor(m / 60), m % 60];
  if (!hours) return `${m} min`;
  return rest ? `${hours} h ${rest} min` : `${hours} h`;
}

/** Offset of a day on which clocks do not change; null where they do. */
const offsets = new Map<string, number | null>();

/** Hour of the local day, 0–23. Offsets are looked up once a day and zone, but for days on which clocks change. */
export function hourOfDay(ms: number, zone: string): number {
  const day = Math.floor(ms / 86_400_000);
  const key = `${day} ${zone}`;
  let usual = offsets.get(key);
  if (usual === undefined) {
    const first = offsetAt(day * 86_400_000, zone);
    usual = first === offsetAt((day + 1) * 86_400_000 - 1, zone) ? first : null;
    if (offsets.size > 20_000) offsets.clear();
    offsets.set(key, usual);
  }
  return Math.floor((((ms + (usual ?? offsetAt(ms, zone))) / 3_600_000) % 24) + 24) % 24;
}

/** @returns the local date and time to the minute as forms take it, e.g. `2026-03-11T10:20` */
export const localMinute = (ms: number, zone: string): string => `${isoDay(ms, zone)}T${sayClock(ms, zone)}`;

/** @param text local date and time as forms give it @returns ms since 1970; null where it is none */
export function localToMs(text: string, zone: string): number | null {
  const [, date = '', hour, minute] = /^(.{10})T([01]\d|2[0-3]):([0-5]\d)(?::[0-5]\d)?$/.exec(text) ?? [];
  try {
    return hour ? momentOf(readDay(date) + (Number(hour) * 60 + Number(minute)) * 60_000, zone) : null;
  } catch {
    return null;
  }
}
