/** The product-limit estimate from exact times. Sources: Kaplan & Meier (1958); Greenwood (1926); for kitchens Ying & Wei (1994). */
import { isExact, weightOf, type Observation } from './observation';
import { limitFactor, logLogLimits, type Limits } from './limits';

interface KaplanMeierStep {
  time: number;
  atRisk: number;
  failures: number;
  survival: number;
  /** of the survival, Greenwood's, or the robust one where kitchens are clusters */
  stdErr: number;
  /** null where the survival is 0 or 1 */
  limits: Limits | null;
}

/**
 * @param list exact or right-censored; any unit of time
 * @param clustered whether pieces of one kitchen are taken as dependent
 * @throws RangeError for an interval, which wants Turnbull's estimate
 */
export function kaplanMeier(
  list: readonly Observation[],
  clustered = false,
  confidence = 0.95,
): KaplanMeierStep[] {
  if (list.some((o) => o.right !== null && !isExact(o)))
    throw new RangeError('Kaplan–Meier wants exact times; take Turnbull’s estimate for intervals');
  const sorted = [...list].sort((a, b) => a.left - b.left);
  const times = [...new Set(sorted.filter((o) => o.right !== null).map((o) => o.left))];
  const clusters = new Map<string, Observation[]>();
  for (const o of list) {
    const own = clusters.get(o.cluster);
    if (own) own.push(o);
    else clusters.set(o.cluster, [o]);
  }
  const z = limitFactor(confidence, clustered ? clusters.size : null);
  const risk = new Map<number, number>();
  let survival = 1;
  let greenwood = 0;
  let before = 0;
  let atRisk = list.reduce((sum, o) => sum + weightOf(o), 0);
  let cumulated = 0;
  /** Σ dN / Y² up to each time */
  const falls: { time: number; sum: number }[] = [];
  return times.map((time) => {
    for (let o = sorted[before]; o && o.left < time; o = sorted[++before]) atRisk -= weightOf(o);
    let failures = 0;
    for (let i = before; sorted[i]?.left === time; i++) {
      const o = sorted[i];
      if (o && o.right !== null) failures += weightOf(o);
    }
    risk.set(time, atRisk);
    survival *= 1 - failures / atRisk;
    greenwood += failures / (atRisk * (atRisk - failures));
    cumulated += failures / (atRisk * atRisk);
    falls.push({ time, sum: cumulated });
    const stdErr =
      survival === 0
        ? Infinity
        : survival * Math.sqrt(clustered ? robust([...clusters.values()], time, risk, falls) : greenwood);
    return { time, atRisk, failures, survival, stdErr, limits: logLogLimits(survival, stdErr, z) };
  });
}

/** Variance of the cumulated hazard with kitchens as the units: squares of their summed influence. */
function robust(
  clusters: readonly (readonly Observation[])[],
  time: number,
  risk: ReadonlyMap<number, number>,
  falls: readonly { time: number; sum: number }[],
): number {
  const sumTo = (t: number): number => {
    let [low, high] = [0, falls.length];
    while (low < high) {
      const mid = (low + high) >> 1;
      if ((falls[mid]?.time ?? Infinity) <= t) low = mid + 1;
      else high = mid;
    }
    return falls[low - 1]?.sum ?? 0;
  };
  let total = 0;
  for (const own of clusters) {
    let sum = 0;
    for (const o of own) {
      if (o.right !== null && o.left <= time) sum += weightOf(o) / (risk.get(o.left) ?? 1);
      sum -= weightOf(o) * sumTo(Math.min(o.left, time));
    }
    total += sum * sum;
  }
  const k = clusters.length;
  return k > 1 ? (total * k) / (k - 1) : total;
}
