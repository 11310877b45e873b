/** Looking at many things at once. */

/**
 * Chances corrected for how many were looked at, so that of those called out at a level only that share is expected false. Source:
 * Benjamini & Hochberg (1995), J. R. Stat. Soc. B 57:289.
 * @returns the corrected chance of each, in the order given
 */
export function benjaminiHochberg(chances: readonly number[]): number[] {
  const order = chances.map((p, i) => ({ p, i })).sort((a, b) => b.p - a.p);
  const out = new Array<number>(chances.length).fill(1);
  let least = 1;
  order.forEach(({ p, i }, k) => {
    least = Math.min(least, (p * chances.length) / (chances.length - k));
    out[i] = least;
  });
  return out;
}

/** Chances of comparisons two by two, corrected so that no false one is called out. Source: Holm (1979), Scand. J. Stat. 6:65. */
export function holm(chances: readonly number[]): number[] {
  const order = chances.map((p, i) => ({ p, i })).sort((a, b) => a.p - b.p);
  const out = new Array<number>(chances.length).fill(1);
  let most = 0;
  order.forEach(({ p, i }, k) => {
    most = Math.max(most, Math.min(1, p * (chances.length - k)));
    out[i] = most;
  });
  return out;
}
