/**
 * The simulated weather service: a forecast for any hour of any year, the same every time it is asked. A cool coast of
 * the northern half: season, day, fronts that pass every few days. Invented: no station's record.
 */
import { DAY, HOUR } from '$core/units/durations';
import { humidityOf, moistureRatio } from '$core/air/humid-air';
import type { AirState } from '$core/air/room';
import type { WeatherSource } from '../ports/weather';
import { seeded } from '$core/units/random';

const SEED = 70_211;

/** A value that wanders smoothly through time: seeded nodes, eased between. */
function wandering(at: number, every: number, salt: number): number {
  const x = at / every;
  const k = Math.floor(x);
  const node = (i: number): number => 2 * seeded(SEED + salt * 7919 + i)() - 1;
  const ease = (1 - Math.cos(Math.PI * (x - k))) / 2;
  return node(k) * (1 - ease) + node(k + 1) * ease;
}

/** Hour of the day by the sun at longitude 63° W, and share of the year from its coldest day. */
const solarHour = (at: number): number => ((at / HOUR - 4.2) % 24) + 0;
const season = (at: number): number => Math.cos((2 * Math.PI * (at / DAY - 27)) / 365.2425);

/**
 * The forecast for a moment.
 * @param at ms since 1970
 */
export function weatherAt(at: number): AirState {
  const fronts = wandering(at, 2.7 * DAY, 1);
  const cloud = (1 + wandering(at, 1.3 * DAY, 2)) / 2;
  const mean = 8.5 - 11.5 * season(at) + 4.5 * fronts;
  const swing = (2.2 + 2.2 * (1 - cloud)) * (1 - 0.25 * season(at));
  const celsius = mean + swing * Math.cos((2 * Math.PI * (solarHour(at) - 15)) / 24);
  // The dew point follows the day's coldest hour; damp when a front passes.
  const dew = mean - swing - 1.5 + 2.6 * cloud + 1.2 * wandering(at, 0.8 * DAY, 3);
  const humidity = humidityOf(celsius, moistureRatio(dew, 1));
  return { celsius, humidity: Math.min(0.99, Math.max(0.2, humidity)) };
}

/** How the weather that came differs from the forecast: what instruments see and the forecast did not. K and share. */
export const surprise = (at: number): AirState => ({
  celsius: 1.3 * wandering(at, 9 * HOUR, 11),
  humidity: 0.05 * wandering(at, 11 * HOUR, 12),
});

/** Hours that were asked for before: the same every time. */
const known = new Map<number, AirState>();
const KEPT = 60_000;

function hourly(at: number): AirState {
  const had = known.get(at);
  if (had) return had;
  if (known.size >= KEPT) known.clear();
  const made = weatherAt(at);
  known.set(at, made);
  return made;
}

export const simulatedWeather: WeatherSource = {
  there: true,
  forecast: (from, hours) =>
    Array.from({ length: hours }, (_, i) => ({ at: from + i * HOUR, ...hourly(from + i * HOUR) })),
};
