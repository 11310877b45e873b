/** Readings that someone types, and a logger's file: kept as they are given, or refused whole with every fault named. */
import { HOUR } from '$core/units/durations';
import { beforeEach, describe, expect, it } from 'vitest';
import { newDatabase } from '../../../../../tests/new-database';
import { refusal } from '../../../../../tests/refusal';
import { dayToMs } from '$core/units/clock-time';
import type { Db } from '../../db/open';
import { companyZone } from '../company/clock';
import { lastForecast } from '../../store/forecasts';
import { listReadings } from '../../store/readings';
import { importReadings, typeReading } from './readings-in';

const NOW = Date.UTC(2026, 2, 11, 13, 20);
let db: Db;
beforeEach(() => {
  ({ db } = newDatabase({ zone: 'America/Halifax' }, NOW));
});
const kept = () => listReadings(db, 'tent', NOW - 48 * HOUR, NOW);

describe('a typed reading', () => {
  const reading = { place: 'tent', celsius: 18.4, humidity: 0.61 };
  it('is kept with its moment and where it comes from', () => {
    typeReading(db, reading, NOW);
    expect(kept()).toMatchObject([{ ...reading, at: NOW, source: 'typed' }]);
  });
  it('keeps what is foreseen for its place with it, to be held against later readings', () => {
    typeReading(db, reading, NOW);
    expect(lastForecast(db, 'tent')).toBeGreaterThan(NOW + 24 * HOUR);
    expect(lastForecast(db, 'shop')).toBeNull();
  });
  it.each([
    [{ celsius: -31 }, /between -30 and 60/],
    [{ celsius: 61 }, /between -30 and 60/],
    [{ humidity: 0 }, /above 0 %/],
    [{ humidity: 1.01 }, /at most 100 %/],
    [{ place: 'moon' }, /Choose the place/],
    [{ celsius: 'warm' }, /as a number/],
  ])('is refused where it cannot be: %j', (change, why) => {
    expect(refusal(() => typeReading(db, { ...reading, ...change }, NOW)).message).toMatch(why);
    expect(kept()).toEqual([]);
  });
  it.each([{ celsius: -30 }, { celsius: 60 }, { humidity: 1 }])('at the very limit is kept: %j', (change) => {
    typeReading(db, { ...reading, ...change }, NOW);
    expect(kept()).toMatchObject([change]);
  });
});

describe('the file of a logger', () => {
  const file = 'Time,Temp °C,RH %\n2026-03-11 09:00,18.5,55\n2026-03-11T12:30:00Z,19,54\n';
  it('comes in by its headings, each moment by the clock of the company unless it says its own', () => {
    expect(importReadings(db, 'tent', file, NOW)).toEqual({ added: 2, known: 0 });
    expect(lastForecast(db, 'tent')).toBeGreaterThan(NOW + 24 * HOUR);
    expect(kept().map(({ at, celsius, humidity, source }) => [at, celsius, humidity, source])).toEqual([
      [dayToMs('2026-03-11', companyZone()) + 9 * HOUR, 18.5, 0.55, 'logger'],
      [Date.UTC(2026, 2, 11, 12, 30), 19, 0.54, 'logger'],
    ]);
  });
  it('in Fahrenheit is kept in Celsius', () => {
    importReadings(db, 'tent', 'date;Temp (°F);hum\n2026-03-11 09:00;50;40\n', NOW);
    expect(kept()[0]?.celsius).toBeCloseTo(10, 9);
  });
  it('that comes again is known, and nothing is doubled', () => {
    const one = 'time,temp,rh\n2026-03-11 08:00,18,50\n';
    expect(importReadings(db, 'tent', one, NOW)).toEqual({ added: 1, known: 0 });
    expect(importReadings(db, 'tent', one, NOW)).toEqual({ added: 0, known: 1 });
    expect(kept()).toHaveLength(1);
  });
  it('with faults is refused whole, each with its row, the first eight and how many more', () => {
    const rows = Array.from({ length: 10 }, () => 'yesterday,18,50');
    const wrong = ['time,temp,rh', '2026-03-11 08:00,18,50', '2026-03-12 08:00,18,50', ...rows].join('\n');
    const { message } = refusal(() => importReadings(db, 'tent', wrong, NOW));
    expect(message).toContain('Row 3: “2026-03-12 08:00” lies in the future.');
    expect(message).toContain('Row 4: “yesterday” is no date and time');
    expect(message).toContain('And 3 more rows.');
    expect(message.split('\n')).toHaveLength(9);
    expect(kept()).toEqual([]);
  });
  it.each([
    ['when,temp,rh', /No column for the time/],
    ['time,warm,rh', /No column for the temperature/],
    ['time,temp,wet', /No column for the humidity/],
  ])('without a column says which, and what its heading is', (text, why) => {
    const { message } = refusal(() => importReadings(db, 'tent', `${text}\n1,2,3\n`, NOW));
    expect(message).toMatch(why);
    expect(message).toContain(text.replaceAll(',', ', '));
  });
});
