/**
 * The nonparametric estimate of a distribution from interval-censored times. Source: Turnbull (1976), J. R. Stat. Soc. B 38:290;
 * found by steps of EM and of the iterative convex minorant in turn (Wellner & Zhan 1997, J. Am. Stat. Assoc. 92:945).
 */
import { checkObservation, compress, type Observation, type Weighed } from './observation';

export interface Mass {
  /** the failure lies after `from` and not after `to`; `to` is null where nobody saw it end */
  from: number;
  to: number | null;
  mass: number;
}

export interface Turnbull {
  /** innermost intervals in order, those without mass too; the masses add to 1 */
  masses: Mass[];
  logLik: number;
  iterations: number;
}

/** How near to the best likelihood: the largest gradient over 1 that any mass has left. */
const NEAR = 1e-9;
const MOST_STEPS = 5000;

/** Innermost intervals: a left end straight before a right end. A known moment is an interval of its own. */
function innermost(list: readonly Weighed[]): { from: number; to: number | null }[] {
  // At one time a known moment begins, then intervals end, then others begin after it.
  const ends: { at: number; rank: 0 | 1 | 2 }[] = [];
  for (const { left, right } of list) {
    ends.push({ at: left, rank: left === right ? 0 : 2 }, { at: right ?? Infinity, rank: 1 });
  }
  ends.sort((a, b) => a.at - b.at || a.rank - b.rank);
  const out: { from: number; to: number | null }[] = [];
  for (let i = 1; i < ends.length; i++) {
    const [a, b] = [ends[i - 1], ends[i]];
    if (a && b && a.rank !== 1 && b.rank === 1) out.push({ from: a.at, to: b.at === Infinity ? null : b.at });
  }
  return out;
}

/** The innermost intervals that an observation may have failed in: the first and the last. */
export interface Span {
  first: number;
  last: number;
}

/** Finds the span of observations among innermost intervals. */
export function spanFinder(
  inner: readonly { to: number | null }[],
): (o: Pick<Observation, 'left' | 'right'>) => Span {
  const tos = Float64Array.from(inner, (i) => i.to ?? Infinity);
  /** the first that ends after a time, or at it */
  const first = (time: number, orAt: boolean): number => {
    let [low, high] = [0, tos.length];
    while (low < high) {
      const mid = (low + high) >> 1;
      const to = tos[mid] ?? Infinity;
      if (orAt ? to >= time : to > time) high = mid;
      else low = mid + 1;
    }
    return low;
  };
  return ({ left, right }) => {
    if (left === right) return { first: first(left, true), last: first(left, true) };
    return { first: first(left, false), last: right === null ? tos.length - 1 : first(right, false) - 1 };
  };
}

/**
 * @param list at least one observation; any unit of time
 * @throws RangeError without observations, or for times that cannot be
 */
export function turnbull(list: readonly Pick<Observation, 'left' | 'right' | 'weight'>[]): Turnbull {
  if (list.length === 0) throw new RangeError('There is nothing to estimate from');
  list.forEach(checkObservation);
  return turnbullOf(compress(list));
}

/** The same from observations that are compressed already. */
function turnbullOf(list: readonly Weighed[]): Turnbull {
  const inner = innermost(list);
  const m = inner.length;
  const spanOf = spanFinder(inner);
  const spans = list.map((o) => ({ ...spanOf(o), weight: o.weight }));
  const total = spans.reduce((sum, s) => sum + s.weight, 0);
  let F = new Float64Array(m);
  for (let j = 0; j < m; j++) F[j] = (j + 1) / m;
  const chance = (f: Float64Array, s: Span): number =>
    (f[s.last] ?? 0) - (s.first > 0 ? (f[s.first - 1] ?? 0) : 0);
  const logLikOf = (f: Float64Array): number => {
    let sum = 0;
    for (const s of spans) {
      const p = chance(f, s);
      if (p <= 0) return -Infinity;
      sum += s.weight * Math.log(p);
    }
    return sum;
  };
  let logLik = logLikOf(F);
  let iterations = 0;
  for (; iterations < MOST_STEPS && m > 1; iterations++) {
    // EM: each observation gives its weight to the intervals it may lie in, by their masses.
    const gain = new Float64Array(m + 1);
    for (const s of spans) {
      const share = s.weight / chance(F, s);
      gain[s.first] = (gain[s.first] ?? 0) + share;
      gain[s.last + 1] = (gain[s.last + 1] ?? 0) - share;
    }
    let most = 0;
    let running = 0;
    let sum = 0;
    const next = new Float64Array(m);
    for (let j = 0; j < m; j++) {
      running += gain[j] ?? 0;
      most = Math.max(most, running / total);
      sum += (((F[j] ?? 0) - (j > 0 ? (F[j - 1] ?? 0) : 0)) * running) / total;
      next[j] = sum;
    }
    if (most - 1 < NEAR) break;
    next[m - 1] = 1;
    F = next;
    logLik = logLikOf(F);
    // The convex minorant: Newton's step by the diagonal, kept rising.
    const gradient = new Float64Array(m - 1);
    const curve = new Float64Array(m - 1);
    for (const s of spans) {
      const p = chance(F, s);
      const [g, h] = [s.weight / p, s.weight / (p * p)];
      if (s.last < m - 1) {
        gradient[s.last] = (gradient[s.last] ?? 0) + g;
        curve[s.last] = (curve[s.last] ?? 0) + h;
      }
      if (s.first > 0) {
        gradient[s.first - 1] = (gradient[s.first - 1] ?? 0) - g;
        curve[s.first - 1] = (curve[s.first - 1] ?? 0) + h;
      }
    }
    const target = rising(
      F.subarray(0, m - 1).map((f, j) => f + (gradient[j] ?? 0) / Math.max(1e-300, curve[j] ?? 0)),
      curve,
    );
    for (let step = 1; step > 1e-4; step /= 2) {
      const tried = new Float64Array(m);
      for (let j = 0; j < m - 1; j++) {
        const to = Math.min(1, Math.max(0, target[j] ?? 0));
        tried[j] = (F[j] ?? 0) + step * (to - (F[j] ?? 0));
      }
      tried[m - 1] = 1;
      const found = logLikOf(tried);
      if (found > logLik) {
        F = tried;
        logLik = found;
        break;
      }
    }
  }
  const masses = inner.map(({ from, to }, j) => ({
    from,
    to,
    mass: Math.max(0, (F[j] ?? 0) - (j > 0 ? (F[j - 1] ?? 0) : 0)),
  }));
  return { masses, logLik, iterations };
}

/** The nearest rising sequence by weighed squares: pool adjacent violators. */
function rising(values: Float64Array, weights: Float64Array): Float64Array {
  const sums: number[] = [];
  const heavy: number[] = [];
  const counts: number[] = [];
  for (let i = 0; i < values.length; i++) {
    let weight = Math.max(1e-300, weights[i] ?? 0);
    let sum = (values[i] ?? 0) * weight;
    let count = 1;
    while (sums.length && (sums.at(-1) ?? 0) / (heavy.at(-1) ?? 1) >= sum / weight) {
      sum += sums.pop() ?? 0;
      weight += heavy.pop() ?? 0;
      count += counts.pop() ?? 0;
    }
    sums.push(sum);
    heavy.push(weight);
    counts.push(count);
  }
  const out = new Float64Array(values.length);
  let at = 0;
  sums.forEach((sum, i) => {
    out.fill(sum / (heavy[i] ?? 1), at, (at += counts[i] ?? 0));
  });
  return out;
}
