/**
 * Limits of Turnbull's estimate: the masses it found are taken as parameters, their information is what the likelihood bends by,
 * and the variance between kitchens stands in the middle (sandwich). Sources: White (1982), Econometrica 50:1; for clusters
 * Liang & Zeger (1986), Biometrika 73:13. Docs: docs/methods/lasting.md
 */
import { limitFactor, logLogLimits, type Limits } from './limits';
import { inverse, times } from './matrix';
import { weightOf, type Observation } from './observation';
import { spanFinder, turnbull, type Mass, type Turnbull } from './turnbull';

export interface SurvivalAt {
  time: number;
  survival: number;
  stdErr: number;
  /** null where nothing, or all, failed by then */
  limits: Limits | null;
}

/** Up to so many different times are taken as they are. */
const FEW_TIMES = 40;
/** Looks that lie within this share of each other count as made at one time, where there are many. Our choice. */
const TOGETHER = 1.22;
/** A few looks just beyond many are put with them: fewer than this share of them. */
const STRAY = 0.2;

/**
 * Looks that lie near each other put at their common mean, so that each time is met by many pieces: a visit a year after is made
 * some weeks before or after the day. Moments that are known move with them.
 */
export function gathered(list: readonly Observation[]): Observation[] {
  const counts = new Map<number, number>();
  for (const { left, right } of list)
    for (const t of left === right ? [left] : [left, right]) if (t) counts.set(t, (counts.get(t) ?? 0) + 1);
  if (counts.size <= FEW_TIMES) return [...list];
  const at = new Map<number, number>();
  const groups: [time: number, count: number][][] = [];
  for (const entry of [...counts].sort((a, b) => a[0] - b[0])) {
    const group = groups.at(-1);
    if (group && entry[0] <= (group[0]?.[0] ?? 0) * TOGETHER) group.push(entry);
    else groups.push([entry]);
  }
  const size = (group: readonly (readonly [number, number])[]): number =>
    group.reduce((sum, [, n]) => sum + n, 0);
  for (let i = groups.length - 1; i > 0; i--) {
    const [before, group] = [groups[i - 1] ?? [], groups[i] ?? []];
    const near = (group.at(-1)?.[0] ?? Infinity) <= (before[0]?.[0] ?? 0) * TOGETHER * TOGETHER;
    if (near && size(group) < STRAY * size(before)) groups.splice(i - 1, 2, [...before, ...group]);
  }
  for (const group of groups) {
    const mean = group.reduce((sum, [t, n]) => sum + t * n, 0) / size(group);
    for (const [t] of group) at.set(t, mean);
  }
  return list.map(({ left: from, right: to, cluster, weight = 1 }) => {
    const left = at.get(from) ?? 0;
    if (to === null) return { left, right: null, cluster, weight };
    const right = at.get(to) ?? to;
    if (from === to) return { left: right, right, cluster, weight };
    // Two looks so near each other are one: it failed between the one before and them.
    return { left: left < right ? left : before(at, left), right, cluster, weight };
  });
}

/** The greatest of the common times that is below one. */
function before(at: ReadonlyMap<number, number>, time: number): number {
  let found = 0;
  for (const t of at.values()) if (t < time && t > found) found = t;
  return found;
}

/**
 * The share that lasts at some times, with limits. Between two looks failures count as spread evenly.
 * @param list observations of several kitchens
 * @param at times at which it is wanted
 * @param clustered whether pieces of one kitchen are taken as dependent; else every piece is a unit
 * @returns Turnbull's estimate from the looks as gathered, and the share at each time
 */
export function turnbullLimits(
  list: readonly Observation[],
  at: readonly number[],
  clustered = true,
  confidence = 0.95,
): { estimate: Turnbull; points: SurvivalAt[] } {
  const used = gathered(list);
  const estimate = turnbull(used);
  const variance = varianceOf(used, estimate, clustered);
  const z = limitFactor(confidence, clustered ? new Set(used.map((o) => o.cluster)).size : null);
  const points = at.map((time) => {
    const failed = estimate.masses.map((m) => shareBy(m, time));
    const survival = 1 - estimate.masses.reduce((sum, { mass }, j) => sum + mass * (failed[j] ?? 0), 0);
    const stdErr = Math.sqrt(variance(failed));
    return { time, survival, stdErr, limits: logLogLimits(survival, stdErr, z) };
  });
  return { estimate, points };
}

/** How much of a mass has failed by a time. */
const shareBy = ({ from, to }: Mass, time: number): number =>
  to === null || time <= from
    ? to === from && time === to
      ? 1
      : 0
    : time >= to
      ? 1
      : (time - from) / (to - from);

/** Innermost intervals that carry mass. */
const carrying = ({ masses }: Turnbull): number[] =>
  masses.flatMap(({ mass }, j) => (mass > 1e-7 ? [j] : []));

/** The variance of the share that lasts, by how much of each mass has failed. */
function varianceOf(
  list: readonly Observation[],
  estimate: Turnbull,
  clustered: boolean,
): (failed: readonly number[]) => number {
  const { masses } = estimate;
  const kept = carrying(estimate);
  const m = kept.length;
  if (m < 2) return () => 0;
  const place = new Map(kept.map((j, i) => [j, i]));
  const spanOf = spanFinder(masses);
  const info = kept.map(() => new Array<number>(m).fill(0));
  /** derivative of the log-likelihood by each mass, summed over a unit */
  const scores = new Map<string | number, number[]>();
  list.forEach((o, i) => {
    const { first, last } = spanOf(o);
    const weight = weightOf(o);
    const own: number[] = [];
    let chance = 0;
    for (let j = first; j <= last; j++) {
      const at = place.get(j);
      if (at === undefined) continue;
      own.push(at);
      chance += masses[j]?.mass ?? 0;
    }
    const unit = clustered ? o.cluster : i;
    let score = scores.get(unit);
    if (!score) scores.set(unit, (score = new Array<number>(m).fill(0)));
    for (const a of own) {
      score[a] = (score[a] ?? 0) + weight / chance;
      const row = info[a];
      if (row) for (const b of own) row[b] = (row[b] ?? 0) + weight / (chance * chance);
    }
  });
  const scale = Math.max(...info.map((row, i) => row[i] ?? 0));
  const bread = inverse(info.map((row, i) => row.map((x, j) => x + (i === j ? scale * 1e-10 : 0))));
  if (!bread) return () => NaN;
  // The masses add to 1: only what moves along that counts.
  const ones = times(bread, new Array<number>(m).fill(1));
  const sum = ones.reduce((a, b) => a + b, 0);
  const units = [...scores.values()];
  const small = clustered && units.length > 1 ? units.length / (units.length - 1) : 1;
  return (failed) => {
    const v = times(
      bread,
      kept.map((j) => failed[j] ?? 0),
    );
    const along = v.reduce((a, b) => a + b, 0) / sum;
    const direction = v.map((x, i) => x - along * (ones[i] ?? 0));
    let total = 0;
    for (const score of units) {
      let dot = 0;
      for (let i = 0; i < m; i++) dot += (direction[i] ?? 0) * (score[i] ?? 0);
      total += dot * dot;
    }
    return total * small;
  };
}
