import { describe, expect, it } from 'vitest';
import { dewPoint, judgeAir, saturationPressure } from './humid-air';

const limits = { minC: 10, maxC: 32 };

describe('dew point', () => {
  it('is the air’s own temperature at saturation, and falls with the humidity', () => {
    for (const t of [-5, 0, 12, 30]) expect(dewPoint(t, 1)).toBeCloseTo(t, 9);
    expect(dewPoint(20, 0.5)).toBeLessThan(dewPoint(20, 0.6));
    // Its definition: the vapour there is saturates air at the dew point.
    expect(saturationPressure(dewPoint(18.4, 0.61))).toBeCloseTo(0.61 * saturationPressure(18.4), 6);
  });

  it('refuses a humidity that is no share', () => {
    expect(() => dewPoint(20, 0)).toThrow(/above 0/);
    expect(() => dewPoint(20, 61)).toThrow(RangeError);
  });
});

describe('judging the air', () => {
  it('lets a dry mild room be coated', () => {
    expect(judgeAir({ celsius: 20, humidity: 0.5 }, limits)).toMatchObject({ coat: true, reasons: [] });
  });

  it('stops on a surface less than 3 K above the dew point (ISO 8502-4 practice)', () => {
    const dew = dewPoint(20, 0.7);
    expect(judgeAir({ celsius: 20, humidity: 0.7, surface: dew + 2.9 }, limits).reasons[0]).toMatch(
      /2\.9 K above the dew point/,
    );
    expect(judgeAir({ celsius: 20, humidity: 0.7, surface: dew + 3.1 }, limits).coat).toBe(true);
  });

  it('stops outside the product’s temperatures and above 85 % where it names no limit', () => {
    expect(judgeAir({ celsius: 8, humidity: 0.5 }, limits).reasons.join()).toMatch(/below the product’s 10/);
    expect(judgeAir({ celsius: 35, humidity: 0.3 }, limits).coat).toBe(false);
    expect(judgeAir({ celsius: 20, humidity: 0.86, surface: 25 }, limits).reasons).toEqual([
      '86 % humidity is above 85 %',
    ]);
  });
});

describe('the surface', () => {
  const limits = { minC: 10, maxC: 32, maxHumidity: 0.85 };
  it('is held to the limits of the product as the air is', () => {
    const cold = judgeAir({ celsius: 20, humidity: 0.3, surface: 6 }, limits);
    expect(cold.reasons.join()).toMatch(/surface at 6\.0 °C is below/);
    expect(judgeAir({ celsius: 20, humidity: 0.3, surface: 40 }, limits).reasons.join()).toMatch(
      /surface at 40\.0 °C is above/,
    );
    expect(judgeAir({ celsius: 20, humidity: 0.3, surface: 18 }, limits).coat).toBe(true);
  });
  it('that is no number lets nothing be coated', () => {
    for (const celsius of [NaN, Infinity, -200])
      expect(() => judgeAir({ celsius, humidity: 0.5 }, limits)).toThrow(RangeError);
    expect(() => judgeAir({ celsius: 20, humidity: 0.5, surface: NaN }, limits)).toThrow(RangeError);
    expect(() => judgeAir({ celsius: 20, humidity: NaN }, limits)).toThrow(RangeError);
  });
});
