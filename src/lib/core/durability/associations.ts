/**
 * What goes with failures: traits of pieces and of kitchens. An association, not a cause. Whole kitchens are shuffled to see what
 * chance alone does, so that kitchens whose pieces fail together are no proof. Docs: docs/methods/lasting.md
 */
import { seeded } from '../units/random';
import { logRankScores } from './statistics/log-rank';
import { benjaminiHochberg } from './statistics/many';
import { normalBelow, studentLimit } from './statistics/distributions';
import { TOO_FEW } from './compare';
import { traitOf, type SamplePiece } from './sample';

export interface Association {
  trait: string;
  value: string;
  /** pieces with it, and how many of them failed */
  with: { pieces: number; failed: number; kitchens: number };
  without: { pieces: number; failed: number; kitchens: number };
  /** odds of failing with it over without it, within systems, with 95 % limits; above 1: more fail */
  oddsRatio: number;
  low: number;
  high: number;
  /** chance that it is nothing, corrected for how many were looked at */
  p: number;
  /** whether it changes within kitchens, so that their air and family are alike for both */
  within: boolean;
}

/** Shuffles of the kitchens. */
const SHUFFLES = 1999;
/** Added to every count, so that none is 0. Source: Haldane (1956), Ann. Hum. Genet. 20:309. */
const HALF = 0.5;

interface Cell {
  stratum: string;
  exposed: Side;
  other: Side;
}

interface Side {
  pieces: number;
  failed: number;
  /** sum of the scores, and of their squares */
  score: number;
  squares: number;
}

/**
 * @param traits which to look at
 * @param strata within which pieces are compared: the system
 * @param seed of the shuffles
 */
export function associations(
  sample: readonly SamplePiece[],
  traits: readonly string[],
  strata: (p: SamplePiece) => string,
  seed: number,
): Association[] {
  if (sample.filter((p) => p.right !== null).length < TOO_FEW) return [];
  const scores = scoresWithin(sample, strata);
  const found: (Omit<Association, 'p'> & { raw: number })[] = [];
  for (const trait of traits) {
    const counts = new Map<string, number>();
    for (const p of sample) {
      const value = traitOf(p, trait);
      if (value !== null) counts.set(value, (counts.get(value) ?? 0) + 1);
    }
    const known = [...counts.values()].reduce((a, b) => a + b, 0);
    const values = [...counts.keys()];
    // Of two values one says all.
    for (const value of values.length === 2 ? rarer(counts) : values) {
      const n = counts.get(value) ?? 0;
      if (n < 2 * TOO_FEW || known - n < 2 * TOO_FEW) continue;
      const one = association(sample, scores, trait, value, strata, seed);
      if (one) found.push(one);
    }
  }
  const corrected = benjaminiHochberg(found.map((f) => f.raw));
  return found
    .map(({ raw: _, ...one }, i) => ({ ...one, p: corrected[i] ?? 1 }))
    .sort((a, b) => a.p - b.p || b.oddsRatio - a.oddsRatio);
}

const rarer = (counts: ReadonlyMap<string, number>): string[] => {
  const [least] = [...counts].sort((a, b) => a[1] - b[1]);
  return least ? [least[0]] : [];
};

/** How much sooner each failed than expected of its stratum: follow-up of different length is allowed for. */
function scoresWithin(
  sample: readonly SamplePiece[],
  strata: (p: SamplePiece) => string,
): Map<SamplePiece, number> {
  const lists = new Map<string, SamplePiece[]>();
  for (const p of sample) {
    const own = lists.get(strata(p));
    if (own) own.push(p);
    else lists.set(strata(p), [p]);
  }
  const out = new Map<SamplePiece, number>();
  for (const own of lists.values()) logRankScores(own).forEach((s, i) => own[i] && out.set(own[i], s));
  return out;
}

function association(
  sample: readonly SamplePiece[],
  scores: ReadonlyMap<SamplePiece, number>,
  trait: string,
  value: string,
  strata: (p: SamplePiece) => string,
  seed: number,
): (Omit<Association, 'p'> & { raw: number }) | null {
  const cells = new Map<string, Cell>();
  const kitchens = { with: new Set<string>(), without: new Set<string>() };
  for (const p of sample) {
    const own = traitOf(p, trait);
    if (own === null) continue;
    const stratum = strata(p);
    const key = `${stratum} ${p.cluster}`;
    let cell = cells.get(key);
    const none = (): Side => ({ pieces: 0, failed: 0, score: 0, squares: 0 });
    if (!cell) cells.set(key, (cell = { stratum, exposed: none(), other: none() }));
    const side = own === value ? cell.exposed : cell.other;
    kitchens[own === value ? 'with' : 'without'].add(p.cluster);
    side.pieces++;
    if (p.right !== null) side.failed++;
    const score = scores.get(p) ?? 0;
    side.score += score;
    side.squares += score * score;
  }
  const list = [...cells.values()];
  const sum = (side: 'exposed' | 'other', of: 'pieces' | 'failed'): number =>
    list.reduce((total, c) => total + c[side][of], 0);
  const mixed = list.filter((c) => c.exposed.pieces > 0 && c.other.pieces > 0);
  const within = mixed.length >= list.length / 2;
  // In so few kitchens nothing could ever stand out.
  if (within ? mixed.length < 5 : Math.min(kitchens.with.size, kitchens.without.size) < 3) return null;
  const raw = within ? withinChance(mixed) : betweenChance(list, seed);
  const limits = oddsLimits(list);
  return {
    ...{ trait, value, within, raw },
    with: {
      pieces: sum('exposed', 'pieces'),
      failed: sum('exposed', 'failed'),
      kitchens: kitchens.with.size,
    },
    without: {
      pieces: sum('other', 'pieces'),
      failed: sum('other', 'failed'),
      kitchens: kitchens.without.size,
    },
    ...limits,
  };
}

/**
 * Within kitchens: which of its pieces have the trait is shuffled in each, in theory: the sum's variance under that is known, and many
 * kitchens make it normal. Source: Fisher–Pitman permutation moments.
 */
function withinChance(cells: readonly Cell[]): number {
  let [sum, variance] = [0, 0];
  for (const { exposed, other } of cells) {
    const n = exposed.pieces + other.pieces;
    const mean = (exposed.score + other.score) / n;
    const spread = (exposed.squares + other.squares) / n - mean * mean;
    sum += exposed.score - exposed.pieces * mean;
    variance += (exposed.pieces * other.pieces * Math.max(0, spread)) / (n - 1);
  }
  return variance > 0 ? 2 * normalBelow(-Math.abs(sum) / Math.sqrt(variance)) : 1;
}

/** Between kitchens: which of them have the trait is shuffled within each stratum (permutation test). */
function betweenChance(cells: readonly Cell[], seed: number): number {
  const strata = new Map<string, { mean: number; exposed: number; size: number; share: number }[]>();
  for (const { stratum, exposed, other } of cells) {
    const size = exposed.pieces + other.pieces;
    const own = strata.get(stratum) ?? [];
    own.push({
      mean: (exposed.score + other.score) / size,
      exposed: exposed.pieces,
      size,
      share: exposed.pieces / size,
    });
    strata.set(stratum, own);
  }
  const lists = [...strata.values()].filter((l) => l.length > 1);
  const total = (shares: readonly (readonly number[])[]): number => {
    let sum = 0;
    lists.forEach((own, s) => {
      const given = shares[s] ?? [];
      const shared =
        own.reduce((a, k, i) => a + k.size * (given[i] ?? 0), 0) / own.reduce((a, k) => a + k.size, 0);
      own.forEach((k, i) => (sum += k.size * k.mean * ((given[i] ?? 0) - shared)));
    });
    return Math.abs(sum);
  };
  const shares = lists.map((own) => own.map((k) => k.share));
  const observed = total(shares);
  const random = seeded(seed);
  let as = 1;
  for (let n = 0; n < SHUFFLES; n++) {
    for (const own of shares)
      for (let i = own.length - 1; i > 0; i--) {
        const j = Math.floor(random() * (i + 1));
        [own[i], own[j]] = [own[j] ?? 0, own[i] ?? 0];
      }
    if (total(shares) >= observed - 1e-9) as++;
  }
  return as / (SHUFFLES + 1);
}

/** Odds ratio within strata with limits that leave out one kitchen at a time. Sources: Mantel & Haenszel (1959); the jackknife, Miller (1974). */
function oddsLimits(cells: readonly Cell[]): { oddsRatio: number; low: number; high: number } {
  const logOf = (leftOut: Cell | null): number => {
    const strata = new Map<string, [number, number, number, number]>();
    for (const c of cells) {
      if (c === leftOut) continue;
      const own = strata.get(c.stratum) ?? [0, 0, 0, 0];
      own[0] += c.exposed.failed;
      own[1] += c.exposed.pieces - c.exposed.failed;
      own[2] += c.other.failed;
      own[3] += c.other.pieces - c.other.failed;
      strata.set(c.stratum, own);
    }
    let [up, down] = [0, 0];
    for (const [a, b, c, d] of strata.values()) {
      if (a + b === 0 || c + d === 0) continue;
      const n = a + b + c + d + 4 * HALF;
      up += ((a + HALF) * (d + HALF)) / n;
      down += ((b + HALF) * (c + HALF)) / n;
    }
    return up > 0 && down > 0 ? Math.log(up / down) : 0;
  };
  const whole = logOf(null);
  const k = cells.length;
  const parts = cells.map((c) => logOf(c));
  const mean = parts.reduce((a, b) => a + b, 0) / k;
  const se = Math.sqrt(((k - 1) / k) * parts.reduce((sum, x) => sum + (x - mean) ** 2, 0));
  const wide = studentLimit(0.95, Math.max(1, k - 1)) * se;
  return { oddsRatio: Math.exp(whole), low: Math.exp(whole - wide), high: Math.exp(whole + wide) };
}
