/** A chance in words. No number of runs makes a thing certain. @param n share 0–1 */
export const sayChance = (n: number): string =>
  n > 0.99 ? 'over 99 %' : n < 0.01 ? 'under 1 %' : `${Math.round(n * 100)} %`;
