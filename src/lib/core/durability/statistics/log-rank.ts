/** Whether groups last alike. */
import { fisherAbove } from './distributions';
import { inverse, times } from './matrix';
import type { Observation } from './observation';
import { spanFinder, turnbull } from './turnbull';

export interface Difference {
  chiSquare: number;
  df: number;
  p: number;
}

interface Grouped extends Observation {
  group: string;
}

/**
 * Scores of the log-rank test for intervals under one distribution for all: positive for what failed sooner than expected. Source:
 * Finkelstein (1986), Biometrics 42:845; Fay (1999), Stat. Med. 18:273.
 */
export function logRankScores(list: readonly Pick<Observation, 'left' | 'right' | 'weight'>[]): number[] {
  const { masses } = turnbull(list);
  const spanOf = spanFinder(masses);
  let left = 1;
  // Share that lasts before each innermost interval, and after the last.
  const survival = masses.map(({ mass }) => {
    const now = left;
    left = Math.max(0, left - mass);
    return now;
  });
  survival.push(0);
  const sLog = (s: number): number => (s <= 1e-12 ? 0 : s * Math.log(s));
  return list
    .map((o) => {
      const { first, last } = spanOf(o);
      const [a, b] = [survival[first] ?? 0, survival[last + 1] ?? 0];
      // A span without mass is one that lasted beyond all that is known.
      return a - b > 1e-12 ? (sLog(a) - sLog(b)) / (a - b) : Math.log(Math.max(a, 1e-12));
    })
    .map((score) => score + 0);
}

/** Pieces of one kitchen in one group. */
export interface Cell {
  cluster: string;
  group: string;
  pieces: number;
  /** sum of their scores */
  score: number;
}

/** Pieces with their scores, by kitchen and group. */
export function cellsOf(list: readonly Grouped[], scores: readonly number[]): Cell[] {
  const out = new Map<string, Map<string, Cell>>();
  list.forEach(({ cluster, group, weight = 1 }, i) => {
    let own = out.get(cluster);
    if (!own) out.set(cluster, (own = new Map()));
    let cell = own.get(group);
    if (!cell) own.set(group, (cell = { cluster, group, pieces: 0, score: 0 }));
    cell.pieces += weight;
    cell.score += weight * (scores[i] ?? 0);
  });
  return [...out.values()].flatMap((m) => [...m.values()]);
}

/**
 * The log-rank test for intervals with kitchens as the units, whether the groups are of whole kitchens or within them. The variance
 * is from the kitchens’ own sums, and the test an F with their number less one below. Docs: docs/methods/lasting.md
 * @throws RangeError where there is only one group
 */
export function clusteredLogRank(cells: readonly Cell[]): Difference {
  const groups = groupsOf(cells);
  const free = groups.length - 1;
  const total = cells.reduce((sum, c) => sum + c.pieces, 0);
  const share = groups.map((g) => cells.reduce((sum, c) => sum + (c.group === g ? c.pieces : 0), 0) / total);
  const sums = new Map<string, number[]>();
  for (const { cluster, group, score } of cells) {
    let own = sums.get(cluster);
    if (!own) sums.set(cluster, (own = new Array<number>(free).fill(0)));
    for (let g = 0; g < free; g++)
      own[g] = (own[g] ?? 0) + score * ((group === groups[g] ? 1 : 0) - (share[g] ?? 0));
  }
  const k = sums.size;
  const apart = new Array<number>(free).fill(0);
  const variance = apart.map(() => new Array<number>(free).fill(0));
  for (const own of sums.values())
    for (let i = 0; i < free; i++) {
      apart[i] = (apart[i] ?? 0) + (own[i] ?? 0);
      const row = variance[i];
      if (row) for (let j = 0; j < free; j++) row[j] = (row[j] ?? 0) + (own[i] ?? 0) * (own[j] ?? 0);
    }
  // The variance is around the kitchens’ mean.
  for (let i = 0; i < free; i++) {
    const row = variance[i];
    if (row)
      for (let j = 0; j < free; j++)
        row[j] = (((row[j] ?? 0) - ((apart[i] ?? 0) * (apart[j] ?? 0)) / k) * k) / Math.max(1, k - 1);
  }
  const chiSquare = k > free + 1 ? (quadratic(variance, apart) ?? 0) : 0;
  const below = k - free;
  return {
    chiSquare,
    df: free,
    p: below > 0 ? fisherAbove((chiSquare * below) / (free * (k - 1)), free, below) : 1,
  };
}

function groupsOf(list: readonly { group: string }[]): string[] {
  const groups = [...new Set(list.map((o) => o.group))].sort();
  if (groups.length < 2) throw new RangeError('A comparison wants two groups at least');
  return groups;
}

/** vᵀ A⁻¹ v; null where A cannot be inverted. */
function quadratic(a: readonly (readonly number[])[], v: readonly number[]): number | null {
  const inverted = inverse(a);
  if (!inverted) return null;
  const x = times(inverted, v);
  return v.reduce((sum, y, i) => sum + y * (x[i] ?? 0), 0);
}
