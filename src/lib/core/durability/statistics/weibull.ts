/**
 * The Weibull distribution by maximum likelihood from exact, interval, left- and right-censored times; its limits take kitchens as
 * the units (sandwich). Source: Klein & Moeschberger (1997), chapter 12; White (1982).
 */
import { checkObservation, compress, isExact, weightOf, type Observation } from './observation';
import { limitFactor, type Limits } from './limits';

export interface Weibull {
  shape: number;
  scale: number;
  logLik: number;
  /** covariance of (log shape, log scale) */
  covariance: readonly [number, number, number];
  /** limits of shape and of scale */
  shapeLimits: Limits;
  scaleLimits: Limits;
  /** standard errors that the limits are wide by */
  z: number;
}

/** Share that lasts beyond a time. */
export const weibullSurvival = ({ shape, scale }: Pick<Weibull, 'shape' | 'scale'>, time: number): number =>
  Math.exp(-((time / scale) ** shape));

/** Limits of the share that lasts beyond a time above 0, by log(−log S). */
export function weibullLimits({ shape, scale, covariance, z }: Weibull, time: number): Limits {
  const log = shape * Math.log(time / scale);
  const [a, b, c] = covariance;
  const se = Math.sqrt(Math.max(0, log * log * a - 2 * log * shape * b + shape * shape * c));
  return { low: Math.exp(-Math.exp(log + z * se)), high: Math.exp(-Math.exp(log - z * se)) };
}

type Pair = [number, number];

/** Log-likelihood of an observation and its slope in (log shape, log scale). */
function term(
  { left, right }: Pick<Observation, 'left' | 'right'>,
  a: number,
  b: number,
): [number, number, number] {
  const shape = Math.exp(a);
  const at = (t: number): [u: number, log: number] => {
    if (t === 0) return [0, 0];
    const log = shape * (Math.log(t) - b);
    return [Math.exp(log), log];
  };
  const [u, log] = at(left);
  if (right === null) return [-u, -u * log, shape * u];
  if (left === right) return [a - Math.log(left) + log - u, 1 + log * (1 - u), -shape * (1 - u)];
  const [v, logV] = at(right);
  // S(left) − S(right) = e^{−u} (1 − e^{−(v − u)})
  const gap = -Math.expm1(u - v);
  const share = gap > 0 ? gap : 1e-300;
  const ratio = Math.exp(u - v);
  return [-u + Math.log(share), (-u * log + ratio * v * logV) / share, (shape * (u - ratio * v)) / share];
}

/**
 * @param clustered whether pieces of one kitchen are taken as dependent
 * @returns null where fewer than two failures are known, or the likelihood has no top
 */
export function weibull(list: readonly Observation[], clustered = true, confidence = 0.95): Weibull | null {
  list.forEach(checkObservation);
  // What is right-censored at 0 says nothing.
  const told = list.filter((o) => o.right !== null || o.left > 0);
  const failures = told.filter((o) => o.right !== null);
  if (failures.reduce((n, o) => n + weightOf(o), 0) < 2) return null;
  const groups = compress(told);
  const sum = (a: number, b: number): [number, Pair] => {
    let logLik = 0;
    const slope: Pair = [0, 0];
    for (const o of groups) {
      const [l, da, db] = term(o, a, b);
      logLik += o.weight * l;
      slope[0] += o.weight * da;
      slope[1] += o.weight * db;
    }
    return [logLik, slope];
  };
  const start = startOf(told);
  if (start === null) return null;
  let [a, b] = start;
  let [logLik, slope] = sum(a, b);
  /** minus the second derivatives, by differences of the slope */
  const bend = (): [number, number, number] => {
    const h = 1e-5;
    const [ap, am] = [sum(a + h, b)[1], sum(a - h, b)[1]];
    const [bp, bm] = [sum(a, b + h)[1], sum(a, b - h)[1]];
    return [
      -(ap[0] - am[0]) / (2 * h),
      -(ap[1] - am[1] + bp[0] - bm[0]) / (4 * h),
      -(bp[1] - bm[1]) / (2 * h),
    ];
  };
  for (let n = 0; n < 200 && Math.hypot(...slope) > 1e-8 * told.length; n++) {
    let [p, q, r] = bend();
    // Where it does not bend downwards, a shorter step uphill.
    if (!(p > 0 && r > 0 && p * r > q * q)) {
      const most = Math.max(Math.abs(p), Math.abs(r), 1);
      [p, q, r] = [most, 0, most];
    }
    const det = p * r - q * q;
    const step: Pair = [(r * slope[0] - q * slope[1]) / det, (p * slope[1] - q * slope[0]) / det];
    let moved = false;
    for (let share = Math.min(1, 2 / Math.hypot(...step)); share > 1e-9; share /= 2) {
      const [found, next] = sum(a + share * step[0], b + share * step[1]);
      if (found > logLik) {
        a += share * step[0];
        b += share * step[1];
        [logLik, slope] = [found, next];
        moved = true;
        break;
      }
    }
    if (!moved) break;
  }
  const [p, q, r] = bend();
  const det = p * r - q * q;
  if (!(p > 0 && r > 0 && det > 0) || Math.abs(a) > 5) return null;
  const [i, j, k] = [r / det, -q / det, p / det];
  const units = new Map<string, Pair>();
  told.forEach((o, n) => {
    const [, da, db] = term(o, a, b);
    const unit = clustered ? o.cluster : String(n);
    const own = units.get(unit) ?? [0, 0];
    units.set(unit, [own[0] + weightOf(o) * da, own[1] + weightOf(o) * db]);
  });
  const count = units.size;
  let covariance: [number, number, number] = [i, j, k];
  if (clustered) {
    const small = count > 1 ? count / (count - 1) : 1;
    covariance = [0, 0, 0];
    for (const [x, y] of units.values()) {
      const [u, v] = [i * x + j * y, j * x + k * y];
      covariance[0] += small * u * u;
      covariance[1] += small * u * v;
      covariance[2] += small * v * v;
    }
  }
  const z = limitFactor(confidence, clustered ? count : null);
  const around = (middle: number, se: number): Limits => ({
    low: Math.exp(middle - z * se),
    high: Math.exp(middle + z * se),
  });
  return {
    shape: Math.exp(a),
    scale: Math.exp(b),
    logLik,
    covariance,
    shapeLimits: around(a, Math.sqrt(covariance[0])),
    scaleLimits: around(b, Math.sqrt(covariance[2])),
    z,
  };
}

/** An exponential to begin with: failures over the time that was watched. */
function startOf(list: readonly Observation[]): Pair | null {
  const watched = list.reduce(
    (sum, o) => sum + weightOf(o) * (o.right === null || isExact(o) ? o.left : (o.left + o.right) / 2),
    0,
  );
  const failed = list.reduce((n, o) => n + (o.right === null ? 0 : weightOf(o)), 0);
  return watched > 0 ? [0, Math.log(watched / failed)] : null;
}
