/** Hours by their readings, worked by hand. */
import { HOUR } from '$core/units/durations';
import { describe, expect, it } from 'vitest';
import { estimateAir } from './estimate';

/** A forecast of the same air for every hour from 0. */
const hours = (n: number, celsius = 10, humidity = 0.6) =>
  Array.from({ length: n }, (_, i) => ({ at: i * HOUR, celsius, humidity }));
const read = (hour: number, celsius: number, humidity = 0.6) => ({ at: hour * HOUR, celsius, humidity });

it('the last reading of an hour stands for it, whatever order they come in', () => {
  const [first] = estimateAir(hours(1), [read(0.5, 18, 0.5), read(0.9, 19, 0.4), read(0, 17)]);
  expect(first).toEqual({ at: 0, celsius: 19, humidity: 0.4, source: 'read' });
});

describe('between two readings', () => {
  it('that are three hours apart the air goes evenly from one to the other', () => {
    const air = estimateAir(hours(4), [read(0, 12, 0.3), read(3, 18, 0.6)]);
    expect(air.map((a) => a.source)).toEqual(['read', 'between readings', 'between readings', 'read']);
    expect(air.map((a) => a.celsius)).toEqual([12, 14, 16, 18]);
    expect(air[1]?.humidity).toBeCloseTo(0.4, 12);
  });
  it('further apart it is the forecast, which forgets the first by 1 − 1/e in six hours', () => {
    const air = estimateAir(hours(8), [read(0, 20), read(7, 12)]);
    expect(air.slice(1, 7).map((a) => a.source)).toEqual(Array.from({ length: 6 }, () => 'forecast'));
    expect(air[6]?.celsius).toBeCloseTo(10 + 10 / Math.E, 12);
  });
});

it('before any reading the forecast is taken as it is', () => {
  expect(estimateAir(hours(2), [read(1, 18)])[0]).toEqual({
    ...{ at: 0, celsius: 10, humidity: 0.6, source: 'forecast' },
  });
  expect(estimateAir([], [read(1, 18)])).toEqual([]);
});

it('a reading is held against the forecast of its own hour, and against the first for one before it', () => {
  const rising = hours(5).map((h, i) => ({ ...h, celsius: 10 + i }));
  // At two o’clock 12 ° were foreseen and 15 were read: three too many, of which e^(−2/6) is left at four.
  expect(estimateAir(rising, [read(2, 15)])[4]?.celsius).toBeCloseTo(14 + 3 * Math.exp(-2 / 6), 12);
  expect(estimateAir(rising, [read(-2, 13)])[0]?.celsius).toBeCloseTo(10 + 3 * Math.exp(-2 / 6), 12);
});

it('what is carried on stays within what air can be', () => {
  const damp = estimateAir(hours(2, 10, 0.9), [read(-0.1, 10, 1)]);
  expect(damp[0]?.humidity).toBeCloseTo(0.99, 12);
  const dry = estimateAir(hours(2, 10, 0.1), [{ ...read(-0.1, 10), humidity: 0.01 }]);
  expect(dry[0]?.humidity).toBeCloseTo(0.05, 12);
});
