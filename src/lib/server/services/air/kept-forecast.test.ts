import { DAY, HOUR } from '$core/units/durations';
import { rootMeanSquare } from 'simple-statistics';
import { expect, it } from 'vitest';
import { newDatabase } from '../../../../../tests/new-database';
import { USUAL_RISK } from '$core/planning/risk/risk-model';
import { listForecastErrors } from '../../store/forecasts';
import { insertReading, writeSensor } from '../../store/readings';
import { learntRisk } from '../plan/learnt-risk';
import { keepForecast } from './kept-forecast';
import { forecastAir, placesOf } from './place-air';
import { readSensors } from './sensors';

const NOW = Date.UTC(2026, 2, 11, 13, 20);

it('keeps what was foreseen a day before, once an hour, and holds readings against it', () => {
  const { db } = newDatabase({ houseYear: 1994, zone: 'America/Halifax' }, NOW);
  keepForecast(db, 'tent', NOW);
  keepForecast(db, 'tent', NOW + 20 * 60_000);
  const kept = db
    .prepare<[], { at: number; madeAt: number }>('SELECT at, made_at AS madeAt FROM forecast')
    .all();
  expect(kept.length).toBe(24);
  for (const f of kept) expect(f.at - f.madeAt).toBeGreaterThanOrEqual(DAY);
  const [hour] = forecastAir(placesOf(db), 'tent', Math.ceil(NOW / HOUR) * HOUR + DAY, 1);
  insertReading(db, {
    place: 'tent',
    at: (hour?.at ?? 0) + 10 * 60_000,
    celsius: (hour?.celsius ?? 0) + 3,
    humidity: 0.5,
    source: 'typed',
  });
  // What nothing was foreseen for says nothing.
  insertReading(db, { place: 'shop', at: NOW + DAY, celsius: 40, humidity: 0.5, source: 'typed' });
  const errors = listForecastErrors(db, NOW);
  expect(errors.map((e) => e.celsius)).toEqual([expect.closeTo(3, 9)]);
  expect(errors[0]?.humidity).toBeCloseTo(0.5 - (hour?.humidity ?? 0), 9);
});

it('is kept where sensors send, and draws the risk towards how far they were from it', () => {
  const { db } = newDatabase({ houseYear: 1994, zone: 'America/Halifax' }, NOW);
  writeSensor(db, { place: 'tent', on: true, batteryAt: NOW, sentUntil: NOW, calibratedAt: NOW });
  for (let t = NOW; t < NOW + 40 * DAY; t += 6 * HOUR) readSensors(db, t);
  const errors = listForecastErrors(db, NOW);
  expect(errors.length).toBeGreaterThan(1000);
  const { celsius, learnt } = learntRisk(db);
  // Stretches of readings hang together: some thirty of them in 38 days, beside ten of the usual.
  expect(learnt.weather).toBeGreaterThan(25);
  expect(learnt.weather).toBeLessThan(32);
  const rms = rootMeanSquare(errors.map((e) => e.celsius));
  const drawn = Math.sqrt((learnt.weather * rms ** 2 + 10 * USUAL_RISK.celsius ** 2) / (learnt.weather + 10));
  expect(celsius).toBeGreaterThan(0.95 * drawn);
  expect(celsius).toBeLessThan(1.05 * drawn);
});
