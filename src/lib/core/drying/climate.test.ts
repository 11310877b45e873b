/** Climates cut, joined and asked: by hand, and by the rule that what has passed by `when` is what was asked for. */
import { HOUR, MINUTE } from '$core/units/durations';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { always } from '../../../../tests/budget';
import { fromThenOn, movedAt, ratesOf, type Climate } from './climate';
import { constantClimate } from '../../../../tests/constant-climate';
import { cutClimate } from './packed-air';

const air = (celsius: number) => ({ celsius, humidity: 0.5, wind: 0.1 });
/** An hour of each temperature, from a start. */
const hours = (start: number, ...celsius: number[]): Climate => ({ start, step: 60, air: celsius.map(air) });
const temperatures = (climate: Climate): number[] => climate.air.map((a) => a.celsius);

it('one air for days has an hour for each', () => {
  const climate = constantClimate(air(20), 5, 2);
  expect([climate.start, climate.step, climate.air.length]).toEqual([5, 60, 48]);
});

describe('from a moment on', () => {
  it('the hour of the moment is another one already; a moment on the hour leaves the one before', () => {
    const climate = hours(0, 1, 2, 3, 4);
    expect(temperatures(fromThenOn(climate, 1.5 * HOUR, air(9)))).toEqual([1, 9, 9, 9]);
    expect(temperatures(fromThenOn(climate, 2 * HOUR, air(9)))).toEqual([1, 2, 9, 9]);
    expect(temperatures(fromThenOn(climate, -HOUR, air(9)))).toEqual([9, 9, 9, 9]);
  });
  it('what is moved has the air of where it is, and that of before where nothing else is known', () => {
    const [first, second] = [hours(0, 1, 2, 3, 4), hours(2 * HOUR, 13, 14, 15, 16)];
    expect(temperatures(movedAt(first, HOUR, second))).toEqual([1, 2, 13, 14, 15, 16]);
    expect(temperatures(movedAt(first, 3 * HOUR, second))).toEqual([1, 2, 3, 14, 15, 16]);
    // The hour in which it is moved is still of the first place.
    expect(temperatures(movedAt(first, 2.5 * HOUR, second))).toEqual([1, 2, 3, 14, 15, 16]);
    // Nothing is known of the second place for the sixth hour: the rest is left out.
    expect(temperatures(movedAt(hours(0, 1, 2), HOUR, hours(4 * HOUR, 15)))).toEqual([1, 2]);
  });
});

describe('the part that is needed', () => {
  const climate = hours(0, 1, 2, 3, 4, 5);
  it.each([
    [HOUR, 3 * HOUR, [2, 3]],
    [1.5 * HOUR, 2.5 * HOUR, [2, 3]],
    [-HOUR, 0.5 * HOUR, [1]],
    [4 * HOUR, 9 * HOUR, [5]],
    [6 * HOUR, 9 * HOUR, []],
    [3 * HOUR, 2 * HOUR, []],
  ])('from %d to %d ms is every hour that is touched', (from, to, left) => {
    const cut = cutClimate(climate, from, to);
    expect(temperatures(cut)).toEqual(left);
    if (left.length) expect(cut.start).toBe(((left[0] ?? 0) - 1) * HOUR);
  });
  it('has no more figures than a millionth of a degree', () => {
    expect(cutClimate(hours(0, 18.123_456_789), 0, HOUR).air[0]?.celsius).toBe(18.123_457);
  });
});

describe('asked when so much has passed', () => {
  it('in reference air minutes are minutes, within steps and across them', () => {
    const rates = ratesOf(constantClimate(air(20), 0, 1));
    const rate = rates.passed('reaction', 0, 0, HOUR) / 60;
    expect(rate).toBeGreaterThan(0);
    for (const minutes of [1, 59, 60, 61, 600])
      expect((rates.when('reaction', 0, 30 * MINUTE, minutes * rate) ?? NaN) / MINUTE).toBeCloseTo(
        30 + minutes,
        6,
      );
    expect(rates.when('reaction', 0, 5, 0)).toBe(5);
    expect(rates.when('reaction', 0, 0, 25 * 60 * rate)).toBeNull();
    expect(rates.end).toBe(24 * HOUR);
  });
  it('nothing passes in hours that are too cold: it waits for the first warm one', () => {
    const rates = ratesOf(hours(0, 20, 5, 5, 20));
    expect(rates.passed('reaction', 10, HOUR, 3 * HOUR)).toBe(0);
    const half = rates.passed('reaction', 10, 0, 0.5 * HOUR);
    expect((rates.when('reaction', 10, 0.5 * HOUR, 2 * half) ?? NaN) / HOUR).toBeCloseTo(3.5, 9);
  });
  it('is the moment by which it has, in any air', () => {
    always(
      fc.property(
        fc.array(fc.integer({ min: -5, max: 35 }), { minLength: 2, maxLength: 40 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0.001, max: 1, noNaN: true }),
        (celsius, begin, share) => {
          const rates = ratesOf(hours(0, ...celsius));
          const from = begin * rates.end;
          const all = rates.passed('reaction', 8, from, rates.end);
          fc.pre(all > 1e-6);
          const at = rates.when('reaction', 8, from, share * all);
          expect(at).not.toBeNull();
          expect(rates.passed('reaction', 8, from, at ?? NaN)).toBeCloseTo(share * all, 6);
        },
      ),
      100,
    );
  });
});
