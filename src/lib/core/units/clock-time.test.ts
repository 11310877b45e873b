import { halfDayAt, sayHalfDay, sayHours } from './clock-time';
import { expect, it } from 'vitest';
import {
  hourOfDay,
  dayToMs,
  isoDay,
  sayClock,
  sayDay,
  sayMinutes,
  sayNear,
  sayTime,
  startOfDay,
} from './clock-time';

const zone = 'America/Halifax';
const noon = Date.parse('2026-03-11T12:05:00-03:00');

it('says moments in the job’s own zone', () => {
  expect(sayTime(noon, zone)).toBe('Wed 11 Mar, 12:05');
  expect(sayDay(noon, 'Asia/Tokyo')).toBe('Thu 12 Mar');
  expect(sayNear(noon, noon + 3_600_000, zone)).toBe('12:05');
  expect(sayNear(noon, noon + 86_400_000, zone)).toBe('Wed 11 Mar, 12:05');
  expect(isoDay(noon, zone)).toBe('2026-03-11');
});

it('knows that the day the clocks go forward has 23 hours', () => {
  // Nova Scotia, 8 March 2026: 02:00 becomes 03:00 (second Sunday of March).
  const sunday = dayToMs('2026-03-08', zone);
  expect((dayToMs('2026-03-09', zone) - sunday) / 3_600_000).toBe(23);
  expect(startOfDay(sunday + 5 * 3_600_000, zone)).toBe(sunday);
  expect(sayClock(sunday + 2 * 3_600_000, zone)).toBe('03:00');
});

it.each([
  [40, '40 min'],
  [200, '3 h 20 min'],
  [240, '4 h'],
  [3120, '2 d 4 h'],
  [2880, '2 d'],
])('says %d minutes as %s', (minutes, words) => expect(sayMinutes(minutes)).toBe(words));

it('knows the hour of the local day', () => {
  // 11 March 2026, 13:20 UTC: Halifax is on summer time since the 8th.
  expect(hourOfDay(Date.UTC(2026, 2, 11, 13, 20), 'America/Halifax')).toBe(10);
  expect(hourOfDay(Date.UTC(2026, 0, 11, 2, 20), 'America/Halifax')).toBe(22);
  expect(hourOfDay(Date.UTC(2026, 0, 11, 23, 50), 'Asia/Tokyo')).toBe(8);
});

it('knows the hour on days when clocks change, on either side of it', () => {
  const zone = 'America/Halifax';
  // Spring: at 02:00 on 8 March 2026 it is 03:00, 06:00 UTC. Autumn: at 02:00 on 1 November it is 01:00, 05:00 UTC.
  const hour = (iso: string): number => hourOfDay(Date.parse(iso), zone);
  expect([hour('2026-03-08T05:59Z'), hour('2026-03-08T06:00Z'), hour('2026-03-08T23:30Z')]).toEqual([
    1, 3, 20,
  ]);
  expect([hour('2026-11-01T04:59Z'), hour('2026-11-01T05:00Z'), hour('2026-11-01T20:00Z')]).toEqual([
    1, 1, 16,
  ]);
});

it('says work in hours, however many', () => {
  expect([0, 59, 60, 125, 3363].map(sayHours)).toEqual(['0 min', '59 min', '1 h', '2 h 5 min', '56 h 3 min']);
});

it('knows half days, on days when clocks change, too', () => {
  const zone = 'America/Halifax';
  const half = (iso: string): [string, string] => {
    const ms = Date.parse(iso);
    return [sayHalfDay(ms, zone), new Date(halfDayAt(ms, zone)).toISOString()];
  };
  expect(half('2026-03-10T15:00Z')).toEqual(['Tue 10 Mar, by noon', '2026-03-10T15:00:00.000Z']);
  expect(half('2026-03-10T15:01Z')).toEqual(['Tue 10 Mar, by evening', '2026-03-11T03:00:00.000Z']);
  // Midnight is the end of its day. On 8 March the clocks go forward before noon.
  expect(half('2026-03-11T03:00Z')).toEqual(['Tue 10 Mar, by evening', '2026-03-11T03:00:00.000Z']);
  expect(half('2026-03-08T05:00Z')).toEqual(['Sun 8 Mar, by noon', '2026-03-08T15:00:00.000Z']);
});
