import { HOUR } from '$core/units/durations';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { coatNow, judgeHours, type HourVerdict } from './coat-now';
import { ratesOf } from './climate';
import { constantClimate } from '../../../../tests/constant-climate';
import { always } from '../../../../tests/budget';

const hours = (pattern: string): HourVerdict[] =>
  [...pattern].map((sign, i) => ({
    at: i * HOUR,
    coat: sign === '+',
    marginK: sign === '+' ? 6 : 2,
    reasons: sign === '+' ? [] : [`hour ${i} is damp`],
  }));

describe('go, wait or stop', () => {
  it('goes while it stays dry long enough to touch', () => {
    expect(coatNow(hours('++++'), 2)).toEqual({ says: 'go', from: 0, until: null, reasons: [] });
    // Damp from hour 3: with two hours to touch the last start is hour 2 less one.
    expect(coatNow(hours('+++-'), 2)).toEqual({
      says: 'go',
      from: 0,
      until: 2 * HOUR,
      reasons: ['hour 3 is damp'],
    });
  });

  it('waits for the first stretch that is long enough, with the reason of the first damp hour', () => {
    expect(coatNow(hours('--+-++'), 2)).toMatchObject({
      says: 'wait',
      from: 4 * HOUR,
      reasons: ['hour 0 is damp'],
    });
    expect(coatNow(hours('+-++'), 2)).toMatchObject({ says: 'wait', from: 2 * HOUR });
  });

  it('stops where no stretch is long enough', () => {
    expect(coatNow(hours('+-+-'), 2)).toMatchObject({
      says: 'stop',
      from: null,
      reasons: ['hour 1 is damp'],
    });
    expect(coatNow([], 1)).toEqual({ says: 'stop', from: null, until: null, reasons: [] });
  });

  it('what it says holds for any hours', () => {
    always(
      fc.property(
        fc.string({ unit: fc.constantFrom('+', '-'), minLength: 1, maxLength: 49 }),
        fc.integer({ min: 1, max: 5 }),
        (pattern, open) => {
          const { says, from } = coatNow(hours(pattern), open);
          const stretch = '+'.repeat(open);
          const first = pattern.indexOf(stretch);
          expect(says).toBe(first < 0 ? 'stop' : first === 0 ? 'go' : 'wait');
          if (from !== null) expect(pattern.slice(from / HOUR, from / HOUR + open)).toBe(stretch);
        },
      ),
    );
  });
});

it('judges every hour by the product’s limits, in the user’s measures', () => {
  const air = (celsius: number, humidity: number) => ({ at: 0, air: { celsius, humidity, wind: 0.1 } });
  const limits = { minC: 10, maxC: 30, maxHumidity: 0.8, dewMarginK: 5 };
  const [fine, cold, damp] = judgeHours([air(20, 0.5), air(8, 0.5), air(20, 0.78)], limits);
  expect(fine?.coat).toBe(true);
  expect(cold?.reasons.join()).toMatch(/8\.0 °C is below the product’s 10\.0 °C/);
  // 78 % at 20 °C leaves about 4 K: within the usual margin, not within this product's.
  expect(damp?.reasons.join()).toMatch(/5\.0 K needed/);
  expect(judgeHours([air(8, 0.5)], limits, 'us')[0]?.reasons.join()).toMatch(
    /46 °F is below the product’s 50 °F/,
  );
});

describe('sums of rates', () => {
  const rates = ratesOf(constantClimate({ celsius: 25, humidity: 0.5, wind: 0.1 }, 10 * HOUR, 2));

  it('pass minute for minute in the reference air, and nothing before it begins', () => {
    expect(rates.passed('water', 0, 11 * HOUR, 13 * HOUR)).toBeCloseTo(120, 9);
    expect(rates.passed('water', 0, 0, 11 * HOUR)).toBeCloseTo(60, 9);
    expect(rates.passed('water', 30, 11 * HOUR, 13 * HOUR)).toBe(0);
    expect(rates.end).toBe(58 * HOUR);
  });

  it('when and passed undo each other', () => {
    always(
      fc.property(
        fc.array(fc.double({ min: 5, max: 35, noNaN: true }), { minLength: 10, maxLength: 60 }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        fc.double({ min: 0.1, max: 200, noNaN: true }),
        (celsius, start, minutes) => {
          const own = ratesOf({
            start: 0,
            step: 60,
            air: celsius.map((c) => ({ celsius: c, humidity: 0.5, wind: 0.1 })),
          });
          const at = own.when('reaction', 0, start * HOUR, minutes);
          if (at === null) expect(own.passed('reaction', 0, start * HOUR, own.end)).toBeLessThan(minutes);
          else expect(own.passed('reaction', 0, start * HOUR, at)).toBeCloseTo(minutes, 6);
        },
      ),
    );
    expect(rates.when('water', 0, 12 * HOUR, 0)).toBe(12 * HOUR);
  });
});
