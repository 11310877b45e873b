/** Local times held against temporal-polyfill, an implementation of ECMAScript’s Temporal, over zones with odd offsets and changes of the clock. */
import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { expect, it } from 'vitest';
import { dayAfter, dayToMs, isoDay, localMinute, localToMs, startOfDay } from './clock-time';
import { localOf, offsetAt } from './zone-offset';
import { always } from '../../../../tests/budget';

const ZONES = [
  'America/Halifax',
  'America/St_Johns',
  'Europe/Berlin',
  'Europe/Dublin',
  'Asia/Kathmandu',
  'Asia/Tokyo',
  'Australia/Lord_Howe',
  'Pacific/Apia',
  'Pacific/Chatham',
  'America/Sao_Paulo',
  'Etc/UTC',
];
const zone = fc.constantFrom(...ZONES);
const moment = fc.integer({ min: Date.UTC(1975, 0, 1), max: Date.UTC(2037, 0, 1) });

it('a moment has the local time that Temporal gives it', () => {
  always(
    fc.property(zone, moment, (z, ms) => {
      const t = Temporal.Instant.fromEpochMilliseconds(ms).toZonedDateTimeISO(z);
      expect(offsetAt(ms, z)).toBe(t.offsetNanoseconds / 1e6);
      expect(localOf(ms, z)).toEqual({
        year: t.year,
        month: t.month,
        day: t.day,
        hour: t.hour,
        minute: t.minute,
        weekday: t.dayOfWeek - 1,
      });
      expect(isoDay(ms, z)).toBe(t.toPlainDate().toString());
      expect(localMinute(ms, z)).toBe(t.toPlainDateTime().toString({ smallestUnit: 'minute' }));
      expect(startOfDay(ms, z)).toBe(t.startOfDay().epochMilliseconds);
    }),
    150,
  );
});

it('a local time has the moment that Temporal gives it, in the hours that are skipped or there twice, too', () => {
  always(
    fc.property(zone, moment, fc.integer({ min: -150, max: 150 }), (z, ms, minutes) => {
      // Close to a change of the clock, where there is one in the half year after.
      const change = Temporal.Instant.fromEpochMilliseconds(ms)
        .toZonedDateTimeISO(z)
        .getTimeZoneTransition('next');
      const around = (change?.epochMilliseconds ?? ms) + minutes * 60_000;
      const text = new Date(around + offsetAt(around, z)).toISOString().slice(0, 16);
      const wanted = Temporal.PlainDateTime.from(text).toZonedDateTime(z).epochMilliseconds;
      expect(localToMs(text, z)).toBe(wanted);
      const date = text.slice(0, 10);
      const day = Temporal.PlainDate.from(date);
      // A day that a zone skipped whole (Apia, 30 December 2011) begins where the next one does.
      expect(dayToMs(date, z)).toBe(day.toZonedDateTime({ timeZone: z }).epochMilliseconds);
      expect(dayAfter(date, z)).toBe(day.add({ days: 1 }).toZonedDateTime({ timeZone: z }).epochMilliseconds);
    }),
    150,
  );
});

it('clocks that change at a minute past midnight are known to the minute', () => {
  // St John’s, 25 October 1987: at 00:01 it was 23:01 again.
  const before = Date.parse('1987-10-25T02:30:30Z');
  expect(offsetAt(before, 'America/St_Johns') / 60_000).toBe(-150);
  expect(offsetAt(before + 60_000, 'America/St_Johns') / 60_000).toBe(-210);
  expect(localToMs('1987-10-24T23:30', 'America/St_Johns')).toBe(Date.parse('1987-10-25T02:00:00Z'));
});

it('nonsense is no time', () => {
  for (const text of ['', 'soon', '2026-02-30T10:00', '2026-03-11T24:10', '2026-03-11'])
    expect(localToMs(text, 'Etc/UTC')).toBeNull();
  expect(() => dayToMs('2026-02-30', 'Etc/UTC')).toThrow(RangeError);
});
