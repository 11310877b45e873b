/** Distributions that limits and tests are read from. */
import { frozen } from '../../frozen';

/** Lanczos coefficients, g = 7, n = 9 (Godfrey; from memory). */
const LANCZOS = frozen([
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
  12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
]);

/** Natural logarithm of the gamma function, x > 0. Source: Lanczos (1964). */
export function logGamma(x: number): number {
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x);
  const z = x - 1;
  const sum = LANCZOS.reduce((s, c, i) => (i === 0 ? c : s + c / (z + i)), 0);
  const t = z + 7.5;
  return 0.5 * Math.log(2 * Math.PI) + (z + 0.5) * Math.log(t) - t + Math.log(sum);
}

/** Regularised upper incomplete gamma function Q(a, x). Source: series and continued fraction, Abramowitz & Stegun 6.5. */
function gammaUpper(a: number, x: number): number {
  if (x <= 0) return 1;
  const front = Math.exp(-x + a * Math.log(x) - logGamma(a));
  if (x < a + 1) {
    let term = 1 / a;
    let sum = term;
    for (let n = 1; n < 1000 && Math.abs(term) > Math.abs(sum) * 1e-16; n++) sum += term *= x / (a + n);
    return 1 - front * sum;
  }
  // Lentz's continued fraction.
  let b = x + 1 - a;
  let c = 1e300;
  let d = 1 / b;
  let h = d;
  for (let n = 1; n < 1000; n++) {
    const an = -n * (n - a);
    b += 2;
    d = 1 / (an * d + b);
    c = b + an / c;
    const step = d * c;
    h *= step;
    if (Math.abs(step - 1) < 1e-15) break;
  }
  return front * h;
}

/** Chance of a chi-square above x. @param df degrees of freedom, above 0 */
export const chiSquareAbove = (x: number, df: number): number => (x <= 0 ? 1 : gammaUpper(df / 2, x / 2));

/** Chance of a standard normal below z. */
export const normalBelow = (z: number): number => {
  const half = gammaUpper(0.5, (z * z) / 2) / 2;
  return z < 0 ? half : 1 - half;
};

/** Where a standard normal is below with chance p. Source: bisection over its distribution. */
export function normalQuantile(p: number): number {
  if (!(p > 0 && p < 1)) throw new RangeError(`A chance lies between 0 and 1, got ${p}`);
  return bisect((z) => normalBelow(z) - p, -40, 40);
}

/** Regularised incomplete beta function. Source: continued fraction, Abramowitz & Stegun 26.5.8. */
export function betaBelow(x: number, a: number, b: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  if (x > (a + 1) / (a + b + 2)) return 1 - betaBelow(1 - x, b, a);
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log(1 - x));
  const tiny = 1e-300;
  let c = 1;
  let d = 1 / Math.max(tiny, 1 - ((a + b) * x) / (a + 1));
  let h = d;
  for (let m = 1; m < 1000; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    d = 1 / (1 + even * d || tiny);
    c = 1 + even / c || tiny;
    h *= d * c;
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 / (1 + odd * d || tiny);
    c = 1 + odd / c || tiny;
    const step = d * c;
    h *= step;
    if (Math.abs(step - 1) < 1e-15) break;
  }
  return (front * h) / a;
}

/** Chance of a Student's t at least so far from 0. @param df degrees of freedom, above 0 */
const studentBeyond = (t: number, df: number): number => betaBelow(df / (df + t * t), df / 2, 0.5);

/** Where the middle `share` of a Student's t ends, such as 2.228 for 0.95 and 10. */
export const studentLimit = (share: number, df: number): number =>
  df > 1e6 ? normalQuantile((1 + share) / 2) : bisect((t) => 1 - studentBeyond(t, df) - share, 0, 1e4);

/** Chance of an F above x. */
export const fisherAbove = (x: number, df1: number, df2: number): number =>
  x <= 0 ? 1 : betaBelow(df2 / (df2 + df1 * x), df2 / 2, df1 / 2);

/** The root of a rising function. */
function bisect(f: (x: number) => number, from: number, to: number): number {
  let [low, high] = [from, to];
  for (let n = 0; n < 200 && high - low > 1e-14 * Math.max(1, Math.abs(low)); n++) {
    const mid = (low + high) / 2;
    if (f(mid) < 0) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}
