/** A chance in words. No number of runs makes a thing certain. @param n share 0–1 */
export const sayChance = (n: number): string =>
  n > 0.99 ? 'over 99 %' : n < 0.01 ? 'under 1 %' : `${Math.round(n * 100)} %`;

/** Below this a date is said to be none that anybody should promise, share 0–1. Our choice. */
export const HARDLY = 0.2;
