/** Air at a place through the hours: what was read where it was read, the forecast carried on from there elsewhere. */
import { HOUR } from '$core/units/durations';
import type { AirState } from './room';

/** Where the air of an hour comes from. */
type AirSource = 'read' | 'between readings' | 'forecast' | 'as last read';

export interface Reading extends AirState {
  /** ms since 1970 */
  at: number;
}

export interface EstimatedAir extends AirState {
  at: number;
  source: AirSource;
}

/** The last reading of an hour stands for it; between two readings no further apart than this the air is interpolated. */
const GAP = 3 * HOUR;
/** How fast the departure of a reading from the forecast is forgotten: time constant, h. From memory. */
const FORGET = 6;

const bounded = (humidity: number): number => Math.min(0.99, Math.max(0.05, humidity));

/** A reading stands for the days after it where nobody forecasts; an older one tells nothing of today. Our choice. */
const STANDS = 14 * 24 * HOUR;

/**
 * The air of each hour where nobody forecasts: what was read, and the last reading as long as it stands.
 * @param readings in any order
 * @param from ms since 1970, on a whole hour
 * @param to where it ends
 * @param now what was last read long before tells nothing
 * @returns from the first reading on; empty where nothing was read lately
 */
export function airAsRead(
  readings: readonly Reading[],
  from: number,
  to: number,
  now: number,
): EstimatedAir[] {
  const sorted = [...readings].sort((a, b) => a.at - b.at);
  const [first, last] = [sorted[0], sorted.at(-1)];
  if (!first || !last || now - last.at > STANDS) return [];
  const out: EstimatedAir[] = [];
  let k = 0;
  const start = Math.max(from, Math.floor(first.at / HOUR) * HOUR);
  for (let at = start; at < to; at += HOUR) {
    while ((sorted[k + 1]?.at ?? Infinity) < at + HOUR) k++;
    const { celsius, humidity, at: read } = sorted[k] ?? first;
    out.push({ at, celsius, humidity, source: read >= at ? 'read' : 'as last read' });
  }
  return out;
}

/**
 * Estimates the air of each hour.
 * @param hours forecast at the start of each hour
 * @param readings in any order
 * @returns the hours with readings in place of the forecast where there are any; the departure of the nearest reading
 *   before is carried on and dies away
 */
export function estimateAir(
  hours: readonly (AirState & { at: number })[],
  readings: readonly Reading[],
): EstimatedAir[] {
  const sorted = [...readings].sort((a, b) => a.at - b.at);
  const first = hours[0];
  if (!first) return [];
  const forecastAt = (at: number): AirState => {
    const i = Math.min(hours.length - 1, Math.max(0, Math.round((at - first.at) / HOUR)));
    return hours[i] ?? first;
  };
  let k = 0;
  return hours.map(({ at, celsius, humidity }): EstimatedAir => {
    while (k < sorted.length && (sorted[k]?.at ?? Infinity) < at + HOUR) k++;
    const before = sorted[k - 1];
    const after = sorted[k];
    if (before && before.at >= at)
      return { at, celsius: before.celsius, humidity: before.humidity, source: 'read' };
    if (before && after && after.at - before.at <= GAP) {
      const share = (at - before.at) / (after.at - before.at);
      return {
        at,
        celsius: before.celsius + (after.celsius - before.celsius) * share,
        humidity: before.humidity + (after.humidity - before.humidity) * share,
        source: 'between readings',
      };
    }
    if (!before) return { at, celsius, humidity, source: 'forecast' };
    const was = forecastAt(before.at);
    const left = Math.exp(-(at - before.at) / HOUR / FORGET);
    return {
      at,
      celsius: celsius + (before.celsius - was.celsius) * left,
      humidity: bounded(humidity + (before.humidity - was.humidity) * left),
      source: 'forecast',
    };
  });
}
