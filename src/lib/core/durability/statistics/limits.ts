/** Limits of an estimated share, kept between 0 and 1. */
import { normalQuantile, studentLimit } from './distributions';

export interface Limits {
  low: number;
  high: number;
}

/**
 * Limits of a survival share by log(−log S), with which they stay between 0 and 1. Source: Kalbfleisch & Prentice (1980).
 * @param se standard error of the share
 * @param z how many standard errors: 1.96 for 95 %
 * @returns null where the share is 0 or 1, for which it gives none
 */
export function logLogLimits(share: number, se: number, z: number): Limits | null {
  if (!(share > 0 && share < 1) || !(se > 0)) return null;
  const log = Math.log(share);
  const step = (z * se) / (share * Math.abs(log));
  return { low: share ** Math.exp(step), high: share ** Math.exp(-step) };
}

/**
 * How many standard errors make limits: a normal's, or a Student's where the variance is from few kitchens.
 * @param clusters kitchens that the variance is from; null where pieces are independent
 */
export const limitFactor = (confidence: number, clusters: number | null): number =>
  clusters === null
    ? normalQuantile((1 + confidence) / 2)
    : studentLimit(confidence, Math.max(1, clusters - 1));

/**
 * Limits of a rate. Source: Wilson (1927), J. Am. Stat. Assoc. 22:209, the score interval.
 * @param failed of `of`, whole numbers
 * @throws RangeError for counts that are none
 */
export function wilson(failed: number, of: number, confidence = 0.95): Limits {
  if (!(Number.isInteger(failed) && Number.isInteger(of) && failed >= 0 && failed <= of && of > 0))
    throw new RangeError(`${failed} of ${of} is no rate`);
  const z = normalQuantile((1 + confidence) / 2);
  const p = failed / of;
  const middle = (p + (z * z) / (2 * of)) / (1 + (z * z) / of);
  const half = (z / (1 + (z * z) / of)) * Math.sqrt((p * (1 - p)) / of + (z * z) / (4 * of * of));
  return { low: failed === 0 ? 0 : middle - half, high: failed === of ? 1 : middle + half };
}
