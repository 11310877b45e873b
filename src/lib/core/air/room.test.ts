import { HOUR } from '$core/units/durations';
import { describe, expect, it } from 'vitest';
import { estimateAir } from './estimate';
import { humidityOf, moistureRatio } from './humid-air';
import { inTent, indoors, type Tent } from './room';

const off = {
  fan: { on: false, changes: 20, wind: 1 },
  heater: { on: false, nights: false, watt: 1500, upTo: 28 },
};
const TENT: Tent = {
  ...off,
  length: 4.5,
  width: 3,
  height: 2.4,
  leak: 0.5,
  dehumidifier: { on: false, litresADay: 12, downTo: 0.4 },
};
const around = { celsius: 15, humidity: 0.7 };

describe('a tent', () => {
  it('has the air around it while nothing runs', () => {
    const { celsius, humidity, wind } = inTent(around, TENT);
    expect([celsius, humidity, wind]).toEqual([15, expect.closeTo(0.7, 9), 0.1]);
  });

  it('a heater warms by its watts over what the film and the leak let out, and dries only relatively', () => {
    const air = inTent(around, { ...TENT, heater: { on: true, nights: true, watt: 1000, upTo: 40 } });
    // By hand: skin 4.5·3 + 2·2.4·7.5 = 49.5 m², 5.7 · 49.5 = 282.15 W/K; leak 0.5 · 32.4 m³ · 1.2 · 1006 / 3600 = 5.43 W/K.
    expect(air.celsius).toBeCloseTo(15 + 1000 / (282.15 + 5.4324), 3);
    expect(moistureRatio(air.celsius, air.humidity)).toBeCloseTo(moistureRatio(15, 0.7), 9);
    expect(air.humidity).toBeLessThan(0.6);
    expect(
      inTent(around, { ...TENT, heater: { on: true, nights: false, watt: 9000, upTo: 22 } }).celsius,
    ).toBe(22);
  });

  it('a dehumidifier takes its litres or what reaches its setting, whichever is less', () => {
    const all = { on: true, litresADay: 2, downTo: 0.1 };
    const taken = inTent(around, { ...TENT, dehumidifier: all });
    // 2 L/day of 0.0054 kg/s · … : the balance of vapour, by hand.
    const flow = (0.5 * 32.4 * 1.2) / 3600;
    const left = moistureRatio(15, 0.7) - 2 / 86_400 / flow;
    expect(taken.humidity).toBeCloseTo(humidityOf(taken.celsius, left), 6);
    const strong = inTent(around, { ...TENT, dehumidifier: { on: true, litresADay: 40, downTo: 0.45 } });
    expect(strong.humidity).toBeGreaterThan(0.38);
    expect(strong.humidity).toBeLessThanOrEqual(0.45);
  });

  it('a fan brings wind and more of the air around', () => {
    const warm = { ...TENT, heater: { on: true, nights: true, watt: 1000, upTo: 40 } };
    const blown = inTent(around, { ...warm, fan: { on: true, changes: 20, wind: 1.2 } });
    expect(blown.wind).toBe(1.2);
    expect(blown.celsius).toBeLessThan(inTent(around, warm).celsius);
  });
});

describe('a building', () => {
  const cold = Array.from({ length: 96 }, (_, h) => ({ celsius: h < 48 ? 10 : 0, humidity: 0.8 }));

  it('follows the weather slowly: after one time constant, 63 % of the way', () => {
    const air = indoors(cold, { heatedTo: null, nightTo: null, lag: 12, vapour: 0 });
    expect(air[47]?.celsius).toBeCloseTo(10, 6);
    expect(air[59]?.celsius).toBeCloseTo(10 * Math.exp(-1), 6);
  });

  it('is kept warm by its thermostat, and then dry', () => {
    const air = indoors(cold, { heatedTo: 20, nightTo: 20, lag: 12, vapour: 0 });
    expect(air[90]?.celsius).toBe(20);
    expect(air[90]?.humidity).toBeCloseTo(humidityOf(20, moistureRatio(0, 0.8)), 9);
  });
});

it('cools from the day’s warmth to the night’s thermostat, and a heater that is not left on stops', () => {
  const frost = Array.from({ length: 48 }, () => ({ celsius: 0, humidity: 0.8 }));
  const night = (hour: number) => hour >= 24;
  const air = indoors(frost, { heatedTo: 16, nightTo: 10, lag: 12, vapour: 0 }, night);
  expect(air[23]?.celsius).toBe(16);
  expect(air[25]?.celsius).toBeCloseTo(16 * Math.exp(-2 / 12), 6);
  expect(air[40]?.celsius).toBe(10);
  const heater = { on: true, nights: false, watt: 2000, upTo: 22 };
  expect(inTent(around, { ...TENT, heater }, true).celsius).toBe(around.celsius);
  expect(inTent(around, { ...TENT, heater }).celsius).toBeGreaterThan(around.celsius + 5);
});

describe('readings and forecast together', () => {
  const hours = Array.from({ length: 24 }, (_, h) => ({ at: h * HOUR, celsius: 10, humidity: 0.6 }));

  it('takes readings where there are any, bridges short gaps, and says what is forecast', () => {
    const air = estimateAir(hours, [
      { at: 4 * HOUR, celsius: 14, humidity: 0.5 },
      { at: 6 * HOUR, celsius: 16, humidity: 0.4 },
    ]);
    expect(air[3]).toMatchObject({ celsius: 10, source: 'forecast' });
    expect(air[4]).toMatchObject({ celsius: 14, source: 'read' });
    expect(air[5]).toMatchObject({ celsius: 15, source: 'between readings' });
    expect(air[6]).toMatchObject({ celsius: 16, source: 'read' });
    // Six kelvin more than forecast at the last reading: a time constant later, 1/e of it.
    expect(air[12]).toMatchObject({ source: 'forecast', celsius: expect.closeTo(10 + 6 * Math.exp(-1), 6) });
    expect(air[23]?.celsius).toBeLessThan(10.4);
  });

  it('does not bridge a gap of a night', () => {
    const air = estimateAir(hours, [
      { at: 2 * HOUR, celsius: 14, humidity: 0.5 },
      { at: 14 * HOUR, celsius: 14, humidity: 0.5 },
    ]);
    expect(air[8]?.source).toBe('forecast');
    expect(estimateAir([], [])).toEqual([]);
  });
});
