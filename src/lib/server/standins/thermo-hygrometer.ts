/** A simulated thermo-hygrometer: reads every quarter of an hour, drifts, drops out, and its battery runs flat. */
import { DAY, HOUR, MINUTE } from '$core/units/durations';
import { airAtPlace, SETTLING } from '$core/air/at-place';
import { PLACES, type Place, type Places } from '$core/air/places';
import type { AirState } from '$core/air/room';
import { seeded } from '$core/units/random';
import type { AirSensors, Sensor } from '../ports/air-sensors';
import { DEMO_ZONE } from './demo-clock';
import { simulatedWeather, surprise } from './weather';

export const EVERY = 15 * MINUTE;
/** A battery's life, ms. */
export const BATTERY_LIFE = 60 * DAY;
/** Drift since it was calibrated, K and share of humidity per day. */
const DRIFT = { celsius: 0.012, humidity: 0.0006 };
/** Share of four-hour spans in which nothing comes through. */
const DROP_OUTS = 0.06;

const salt: Record<Place, number> = { house: 1, shop: 2, tent: 3 };

/** @returns share of the battery that is left, 0–1 */
export const batteryLeft = (batteryAt: number, now: number): number =>
  Math.min(1, Math.max(0, 1 - (now - batteryAt) / BATTERY_LIFE));

/**
 * What it sends at a moment.
 * @param truth the air there
 * @returns null while it drops out or its battery is flat
 */
export function senses(sensor: Sensor, at: number, truth: AirState): AirState | null {
  if (at < sensor.batteryAt || batteryLeft(sensor.batteryAt, at) === 0) return null;
  const span = Math.floor(at / (4 * 60 * MINUTE));
  if (seeded(span * 31 + salt[sensor.place])() < DROP_OUTS) return null;
  const random = seeded(Math.floor(at / EVERY) * 17 + salt[sensor.place]);
  const days = Math.max(0, (at - sensor.calibratedAt) / DAY);
  const noise = (): number => random() + random() + random() - 1.5;
  const celsius = truth.celsius + DRIFT.celsius * days + 0.12 * noise();
  const humidity = truth.humidity + DRIFT.humidity * days + 0.008 * noise();
  return {
    celsius: Math.round(celsius * 10) / 10,
    humidity: Math.round(Math.min(0.99, Math.max(0.05, humidity)) * 1000) / 1000,
  };
}

/** The air that a sensor is in: what was foreseen, and what the forecast missed. */
function trueAir(places: Places, place: Place, from: number, to: number): (at: number) => AirState {
  const start = Math.floor(from / HOUR) * HOUR;
  const hours = Math.floor((to - start) / HOUR) + 1;
  const weather = simulatedWeather.forecast(start - SETTLING * HOUR, hours + SETTLING);
  const air = airAtPlace(places, place, weather, DEMO_ZONE);
  return (at) => {
    const foreseen = air[Math.floor((at - start) / HOUR)] ?? { celsius: NaN, humidity: NaN };
    const missed = surprise(at + PLACES.indexOf(place) * DAY * 40);
    return {
      celsius: foreseen.celsius + missed.celsius,
      humidity: Math.min(0.98, Math.max(0.08, foreseen.humidity + missed.humidity)),
    };
  };
}

export const simulatedSensors: AirSensors = {
  there: true,
  every: EVERY,
  batteryLeft: (sensor, now) => batteryLeft(sensor.batteryAt, now),
  sent: (sensor, from, to, places) => {
    const truth = trueAir(places, sensor.place, from, to);
    const out: (AirState & { at: number })[] = [];
    for (let at = from; at <= to; at += EVERY) {
      const sent = senses(sensor, at, truth(at));
      if (sent) out.push({ ...sent, at });
    }
    return out;
  },
};
