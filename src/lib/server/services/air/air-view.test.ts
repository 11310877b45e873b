import { DAY, HOUR, MINUTE } from '$core/units/durations';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { v7 as newId } from 'uuid';
import { newDatabase } from '../../../../../tests/new-database';
import { PLACES, USUAL_PLACES, type Place } from '$core/air/places';
import { choiceSchema } from '$core/planning/job/choice';
import { usualChoice } from '../../../../../tests/builders';
import { weather } from '../../devices/devices';
import { jobAir, jobWaits } from './job-air';
import { filmStage } from '$core/coating/film-stage';
import { URETHANE_ENAMEL } from '$core/coating/systems/products';
import { readyAt } from '$core/drying/ready';
import type { Db } from '../../db/open';
import { simulatedWeather, weatherAt } from '../../standins/weather';
import { batteryLeft, BATTERY_LIFE, senses } from '../../standins/thermo-hygrometer';
import { listReadings, listSensors, writeSensor } from '../../store/readings';
import { writeSetting } from '../../store/settings';
import { placeAir, tentWhatIfs } from './air-view';
import { dryingView } from './drying-view';
import { forget, learntAt, recordTouchTest } from './learnt';
import { airOf, forecastAir } from './place-air';
import { readSensors } from './sensors';
import { importReadings, typeReading } from './readings-in';
import { recordFacts } from '../bench/record-facts';
import { Refused } from '../../base/refused';

const NOW = Date.UTC(2026, 2, 11, 13, 20);
let db: Db;
let job: string;
let worker: string;
beforeEach(() => {
  ({ db, job, worker } = newDatabase({ houseYear: 1994, zone: 'America/Halifax' }, NOW));
});
const said = (act: () => unknown): string => {
  try {
    act();
  } catch (error) {
    if (error instanceof Refused) return error.message;
    throw error;
  }
  return '';
};

describe('the weather that stands in', () => {
  it('is the same every time, seasonal, with a colder night', () => {
    expect(simulatedWeather.forecast(NOW, 48)).toEqual(simulatedWeather.forecast(NOW, 48));
    const mean = (from: number) =>
      simulatedWeather.forecast(from, 30 * 24).reduce((sum, w) => sum + w.celsius, 0) / (30 * 24);
    expect(mean(Date.UTC(2026, 6, 1))).toBeGreaterThan(mean(Date.UTC(2026, 0, 10)) + 12);
    const at = (hour: number) =>
      Array.from({ length: 30 }, (_, d) => weatherAt(Date.UTC(2026, 5, 1 + d, hour)).celsius).reduce(
        (a, b) => a + b,
      );
    // 19:00 UTC is about 15:00 by the sun there, 09:00 UTC about five in the morning.
    expect(at(19)).toBeGreaterThan(at(9));
    for (const w of simulatedWeather.forecast(Date.UTC(2026, 0, 1), 24 * 365)) {
      expect(w.humidity).toBeGreaterThan(0.15);
      expect(w.humidity).toBeLessThanOrEqual(0.99);
    }
  });
});

describe('the sensor that stands in', () => {
  const truth = { celsius: 18, humidity: 0.5 };
  const sensor = { place: 'tent' as const, batteryAt: NOW - 100 * DAY, calibratedAt: NOW - 100 * DAY };
  const all = (from: number, days: number) =>
    Array.from({ length: days * 96 }, (_, i) =>
      senses({ ...sensor, batteryAt: from }, from + i * 15 * MINUTE, truth),
    );

  it('drifts, drops out now and then, and falls silent when its battery is flat', () => {
    const sent = all(NOW, 30);
    const heard = sent.filter((s) => s !== null);
    const share = 1 - heard.length / sent.length;
    expect(share).toBeGreaterThan(0.01);
    expect(share).toBeLessThan(0.15);
    const mean = (list: typeof heard) => list.reduce((sum, s) => sum + s.celsius, 0) / list.length;
    // 0.012 K a day for a hundred days and more.
    expect(mean(heard)).toBeGreaterThan(18.9);
    expect(batteryLeft(NOW, NOW + BATTERY_LIFE)).toBe(0);
    expect(senses({ ...sensor, batteryAt: NOW }, NOW + BATTERY_LIFE + HOUR, truth)).toBeNull();
  });

  it('sends what it read since it was last heard, each reading once', () => {
    writeSensor(db, {
      place: 'shop',
      on: true,
      batteryAt: NOW - DAY,
      sentUntil: NOW - DAY,
      calibratedAt: NOW - DAY,
    });
    readSensors(db, NOW);
    const first = listReadings(db, 'shop', 0, NOW);
    expect(first.length).toBeGreaterThan(70);
    readSensors(db, NOW);
    readSensors(db, NOW + 30 * MINUTE);
    const then = listReadings(db, 'shop', 0, NOW + HOUR);
    expect(then.length - first.length).toBeLessThanOrEqual(2);
    expect(new Set(then.map((r) => r.at)).size).toBe(then.length);
    expect(listSensors(db)[0]?.sentUntil).toBeGreaterThan(NOW);
  });
});

describe('the air of a place', () => {
  const air = (place: Place) => {
    const known = placeAir(db, place, URETHANE_ENAMEL, NOW);
    if (!known) throw new Error('its air is known');
    return known;
  };
  it('is the forecast until something is read, and the reading moves the hours after it', () => {
    const before = air('house');
    expect(before.now).toMatchObject({ celsius: 20, source: 'forecast' });
    typeReading(db, { place: 'house', celsius: 14.5, humidity: 0.7 }, NOW - 10 * MINUTE);
    const after = air('house');
    expect(after.hours[1]?.celsius).toBeLessThan((before.hours[1]?.celsius ?? 0) - 3);
    expect(after.hours[40]?.celsius).toBeCloseTo(before.hours[40]?.celsius ?? 0, 1);
    expect(before.verdict.says).toBe('go');
  });

  it('says stop in a damp place, with the reason', () => {
    for (let h = 0; h < 2; h++)
      typeReading(db, { place: 'shop', celsius: 12, humidity: 0.95 }, NOW - h * HOUR);
    const damp = air('shop');
    expect(damp.verdict.says).not.toBe('go');
    expect(damp.hours[0]?.reasons.join()).toMatch(/dew point/);
  });

  it('a reading on a job counts for its place, and goes when it is taken back', () => {
    const id = newId();
    const fact = (body: unknown, at: number, key = newId()) => ({
      id: key,
      job,
      at,
      worker,
      device: 't',
      body,
    });
    const at = Date.now() - HOUR;
    recordFacts(db, job, [
      fact({ kind: 'air.read', place: 'Tent', celsius: 17, humidity: 0.6 }, at, id),
      fact({ kind: 'air.read', place: 'garden', celsius: 3, humidity: 0.9 }, at),
    ]);
    expect(listReadings(db, 'tent', 0, Date.now())).toMatchObject([{ celsius: 17, source: 'typed' }]);
    recordFacts(db, job, [fact({ kind: 'void', fact: id, reason: 'wrong place' }, at + MINUTE)]);
    expect(listReadings(db, 'tent', 0, Date.now())).toEqual([]);
  });

  it('heater, fan and dehumidifier each change the tent as they should', () => {
    const by = new Map(tentWhatIfs(db, URETHANE_ENAMEL, 'recoat', NOW).map((w) => [w.name, w]));
    const of = (name: string) => by.get(name) ?? { celsius: NaN, humidity: NaN, ready: NaN };
    expect(of('heater').celsius).toBeGreaterThan(of('nothing on').celsius);
    expect(of('heater').ready).toBeLessThan(of('nothing on').ready ?? 0);
    expect(of('fan').ready).toBeLessThan(of('nothing on').ready ?? 0);
    expect(of('dehumidifier').humidity).toBeLessThanOrEqual(of('nothing on').humidity);
    const night = {
      ...USUAL_PLACES,
      tent: { ...USUAL_PLACES.tent, heater: { ...USUAL_PLACES.tent.heater, nights: true } },
    };
    const coldest = (places: typeof USUAL_PLACES) =>
      Math.min(...forecastAir(places, 'tent', Math.floor(NOW / HOUR) * HOUR, 48).map((a) => a.celsius));
    expect(coldest(night)).toBeGreaterThan(coldest(USUAL_PLACES) + 3);
  });

  it('changes with the places, for every place', () => {
    const warm = (place: (typeof PLACES)[number]) => airOf(db, place, NOW).air.at(-1)?.celsius ?? NaN;
    const before = warm('house');
    writeSetting(db, 'places', {
      ...USUAL_PLACES,
      house: { ...USUAL_PLACES.house, heatedTo: 23, nightTo: 23 },
    });
    expect(warm('house')).toBeGreaterThan(before + 1);
    for (const place of PLACES) expect(airOf(db, place, NOW).air.length).toBeGreaterThan(100 * 24);
  });
});

describe('a data logger’s file', () => {
  const csv = 'Time,Temp (°C),RH %\n2026-03-10 08:00,15.2,61\n2026-03-10 09:00,16,58.5\n';
  it('comes in once, however often it is sent', () => {
    expect(importReadings(db, 'shop', csv, NOW)).toEqual({ added: 2, known: 0 });
    expect(importReadings(db, 'shop', csv, NOW)).toEqual({ added: 0, known: 2 });
  });
  it('reads Fahrenheit, semicolons and decimal commas', () => {
    const rows = 'Date Time;Temperature F;Humidity\n2026-03-10T08:00:00Z;59;"60,5"\n';
    importReadings(db, 'tent', rows, NOW);
    expect(listReadings(db, 'tent', 0, NOW)[0]).toMatchObject({
      at: Date.UTC(2026, 2, 10, 8),
      celsius: 15,
      humidity: 0.605,
    });
  });
  it('is refused whole, row by row', () => {
    const bad = `${csv}soon,15,50\n2026-03-10 10:00,150,50\n2027-01-01 10:00,15,50\n2026-03-10 11:00,15,0\n`;
    const message = said(() => importReadings(db, 'shop', bad, NOW));
    expect(message).toMatch(/Row 4: “soon” is no date and time/);
    expect(message).toMatch(/Row 5: The air is between/);
    expect(message).toMatch(/Row 6: .*lies in the future/);
    expect(message).toMatch(/Row 7: Humidity must be above 0/);
    expect(listReadings(db, 'shop', 0, NOW)).toEqual([]);
    expect(said(() => importReadings(db, 'shop', 'a,b\n1,2\n', NOW))).toMatch(/No column for the time/);
  });
});

describe('touch tests', () => {
  const stage = filmStage(URETHANE_ENAMEL, 'recoat');
  const laidAt = NOW - 2 * DAY;
  const predicted = () => {
    const ready = stage && readyAt(stage, laidAt, airOf(db, 'tent', NOW).rates);
    if (!ready) throw new Error('never ready');
    return ready - laidAt;
  };
  const test = (over: Record<string, unknown>) => ({
    product: 'urethane-enamel',
    place: 'tent',
    stage: 'recoat',
    laidAt,
    notAt: null,
    readyAt: null,
    ...over,
  });

  it('found ready when predicted, teach nothing new; found ready later, that it is slow', () => {
    const at = Math.round(laidAt + predicted());
    const same = recordTouchTest(db, test({ notAt: at - MINUTE, readyAt: at + MINUTE }), worker, NOW);
    expect(same.multiplier).toBeCloseTo(1, 2);
    const slow = recordTouchTest(db, test({ notAt: Math.round(laidAt + 1.4 * predicted()) }), worker, NOW);
    expect(slow.multiplier).toBeGreaterThan(1.02);
    expect(slow.tests).toBe(2);
    // The waits follow, at that place alone.
    const view = (place: 'tent' | 'shop') =>
      dryingView(db, URETHANE_ENAMEL, place, laidAt, 1, 'recoat', 'America/Halifax', NOW);
    expect(view('tent').multiplier).toBeCloseTo(slow.multiplier, 9);
    expect(view('shop').multiplier).toBe(1);
    expect(view('tent').learnt).toMatch(/slower than the sheet, from 2 tests/);
    expect(forget(db, 'urethane-enamel', 'tent', NOW)).toBe(2);
    expect(learntAt(db, 'tent').size).toBe(0);
  });

  it('that cannot be are refused', () => {
    const at = (over: Record<string, unknown>) => said(() => recordTouchTest(db, test(over), worker, NOW));
    expect(at({})).toMatch(/Say when it was found/);
    expect(at({ readyAt: laidAt - HOUR })).toMatch(/after the coat was laid/);
    expect(at({ notAt: laidAt + 2 * HOUR, readyAt: laidAt + HOUR })).toMatch(/cannot be ready before/);
    expect(at({ readyAt: NOW + HOUR })).toMatch(/lies in the future/);
    expect(at({ product: 'magic', readyAt: NOW })).toMatch(/no such product/);
    expect(at({ stage: 'wet', readyAt: NOW })).toMatch(/what was tested/);
  });
});

it('the drying page’s figures hang together', () => {
  const view = dryingView(db, URETHANE_ENAMEL, 'tent', NOW, 1, 'recoat', 'America/Halifax', NOW);
  const recoat = view.stages.find((s) => s.stage === 'recoat');
  expect(view.hours).toHaveLength(24);
  // The hour of the day in which it was laid and the one after it enclose its wait, or nearly.
  const around = view.hours.filter((h) => Math.abs(h.laid - NOW) < HOUR).map((h) => h.minutes ?? 0);
  expect(recoat?.minutes).toBeGreaterThan(Math.min(...around) - 60);
  expect(recoat?.minutes).toBeLessThan(Math.max(...around) + 60);
  for (const { points } of view.curves) {
    const shares = points.map((p) => p[1]);
    expect([...shares].sort((a, b) => a - b)).toEqual(shares);
  }
  const at25 = view.sensitivity.find((s) => s.humidity === 0.5)?.points.find((p) => p[0] === 25);
  expect(at25?.[1]).toBeCloseTo(240, 6);
});

describe('where nobody forecasts', () => {
  const { there, forecast } = weather;
  beforeEach(() => Object.assign(weather, { there: false, forecast: () => [] }));
  afterEach(() => Object.assign(weather, { there, forecast }));

  it('nothing is said of a place before its air is read, and then of this hour alone', () => {
    expect(placeAir(db, 'tent', URETHANE_ENAMEL, NOW)).toBeNull();
    typeReading(db, { place: 'tent', celsius: 18, humidity: 0.5 }, NOW - 3 * HOUR);
    const known = placeAir(db, 'tent', URETHANE_ENAMEL, NOW);
    expect(known).toMatchObject({ foreseen: false, now: { celsius: 18, source: 'as last read' } });
    expect(known?.hours).toHaveLength(1);
    expect(tentWhatIfs(db, URETHANE_ENAMEL, 'recoat', NOW)).toEqual([]);
    // A reading of weeks ago tells nothing of today.
    expect(placeAir(db, 'tent', URETHANE_ENAMEL, NOW + 20 * 24 * HOUR)).toBeNull();
  });

  it('films wait by the sheet, or by the last reading: at 12 °C longer, and not at all below the limit', () => {
    const choice = choiceSchema.parse(usualChoice(['ines'], { air: 'place', place: 'tent' }));
    const recoat = (at = NOW) =>
      (jobWaits(db, choice, at, at).waits.readyAt(URETHANE_ENAMEL, 'recoat', at) - at) / MINUTE;
    expect(jobAir(db, choice, NOW, NOW)).toBeNull();
    expect(recoat()).toBe(240);
    typeReading(db, { place: 'tent', celsius: 12, humidity: 0.5 }, NOW);
    expect(jobAir(db, choice, NOW, NOW)?.climate.air[0]?.celsius).toBe(12);
    expect(recoat()).toBeGreaterThan(480);
    typeReading(db, { place: 'tent', celsius: 4, humidity: 0.5 }, NOW + HOUR);
    expect(recoat(NOW + HOUR)).toBeGreaterThan(1e6);
  });
});
