/**
 * Batches and days that stand out: more of their pieces failed than of others by the same system, allowing for kitchens that differ by
 * themselves. Docs: docs/methods/lasting.md
 */
import { benjaminiHochberg } from './statistics/many';
import { logGamma } from './statistics/distributions';
import { turnbull } from './statistics/turnbull';
import type { SamplePiece } from './sample';

export interface StandOut {
  what: 'batch' | 'day';
  name: string;
  pieces: number;
  kitchens: string[];
  failed: number;
  /** failures of as many pieces watched as long, by the same systems */
  expected: number;
  /** chance of so many or more, corrected for how many were looked at */
  p: number;
}

/** What a kitchen adds in one stratum: failures, and how many were expected. */
interface Part {
  cluster: string;
  stratum: string;
  failed: number;
  expected: number;
}

/**
 * @param sample first films of all kitchens
 * @param level those below it are told
 */
export function standOuts(
  sample: readonly SamplePiece[],
  strata: (p: SamplePiece) => string,
  level = 0.05,
): StandOut[] {
  const groups = new Map<string, { what: StandOut['what']; pieces: SamplePiece[] }>();
  for (const p of sample)
    for (const [what, names] of [
      ['batch', p.piece.batches],
      ['day', p.piece.days],
    ] as const)
      for (const name of names) {
        const key = `${what} ${name}`;
        const own = groups.get(key) ?? { what, pieces: [] };
        own.pieces.push(p);
        groups.set(key, own);
      }
  const kitchens = new Set(sample.map((p) => p.cluster)).size;
  const expectedOf = expectations(sample, strata);
  const whole = partsOf(sample, strata, expectedOf);
  const found: StandOut[] = [];
  for (const [key, { what, pieces }] of groups) {
    const own = new Set(pieces.map((p) => p.cluster));
    // What is in one kitchen alone cannot be told from that kitchen; what is in most of them is nothing of its own.
    if (own.size < 2 || own.size > kitchens / 2) continue;
    const parts = partsOf(pieces, strata, expectedOf);
    const { expected, variance } = against(parts, whole);
    const failed = sum(parts, 'failed');
    found.push({
      ...{ what, failed, expected },
      name: key.slice(what.length + 1),
      pieces: pieces.length,
      kitchens: [...own],
      p: expected > 0 && failed > expected ? atLeast(failed, expected, variance) : 1,
    });
  }
  const corrected = benjaminiHochberg(found.map((f) => f.p));
  return found
    .map((f, i) => ({ ...f, p: corrected[i] ?? 1 }))
    .filter((f) => f.p < level && f.failed >= LEAST_FAILED)
    .sort((x, y) => x.p - y.p);
}

/** Fewer failures than this are never called out. Our choice. */
const LEAST_FAILED = 3;

const sum = (parts: readonly Part[], of: 'failed' | 'expected'): number =>
  parts.reduce((total, p) => total + p[of], 0);

const squares = (parts: readonly Part[]): number => parts.reduce((total, p) => total + p.expected ** 2, 0);

/**
 * What would be expected of some parts by all others of the same strata, and how far chance alone takes it: counts, kitchens that
 * differ, and an expectation that is itself from few kitchens.
 */
function against(parts: readonly Part[], whole: readonly Part[]): { expected: number; variance: number } {
  const own = new Map(parts.map((p) => [`${p.stratum} ${p.cluster}`, p]));
  const rest = whole.map((w) => {
    const taken = own.get(`${w.stratum} ${w.cluster}`);
    return { ...w, failed: w.failed - (taken?.failed ?? 0), expected: w.expected - (taken?.expected ?? 0) };
  });
  const scales = new Map<string, number>();
  for (const stratum of new Set(rest.map((r) => r.stratum))) {
    const others = rest.filter((r) => r.stratum === stratum && r.expected > 1e-9);
    const base = sum(others, 'expected');
    scales.set(stratum, base > 0 ? sum(others, 'failed') / base : 0);
  }
  const scaled = (list: readonly Part[]): Part[] =>
    list.map((p) => ({ ...p, expected: p.expected * (scales.get(p.stratum) ?? 0) }));
  const others = scaled(rest).filter((r) => r.expected > 1e-9);
  // How kitchens differ is taken from all of them: those of one stratum are few.
  const spread = spreadOf(others);
  let [expected, variance] = [0, 0];
  for (const stratum of new Set(parts.map((p) => p.stratum))) {
    const known = others.filter((o) => o.stratum === stratum);
    const mine = scaled(parts.filter((p) => p.stratum === stratum));
    const [total, base] = [sum(mine, 'expected'), sum(known, 'expected')];
    // Relative variance of the expectation: its own counts, and the kitchens that it is from.
    const unsure = base > 0 ? 1 / base + (spread * squares(known)) / (base * base) : 1;
    expected += total;
    variance += total + spread * squares(mine) + unsure * total * total;
  }
  return { expected, variance };
}

/** Failures expected of a piece that was watched as long as it was: the cumulated hazard of its stratum up to its last look. */
function expectations(
  sample: readonly SamplePiece[],
  strata: (p: SamplePiece) => string,
): (p: SamplePiece) => number {
  const curves = new Map<string, { to: number; hazard: number }[]>();
  const lists = new Map<string, SamplePiece[]>();
  for (const p of sample) {
    const own = lists.get(strata(p));
    if (own) own.push(p);
    else lists.set(strata(p), [p]);
  }
  for (const [name, own] of lists) {
    let left = 1;
    curves.set(
      name,
      turnbull(own).masses.flatMap(({ to, mass }) => {
        if (to === null || mass <= 1e-9) return [];
        left = Math.max(1e-6, left - mass);
        return [{ to, hazard: -Math.log(left) }];
      }),
    );
  }
  return (p) => {
    const until = p.right ?? p.left;
    return (curves.get(strata(p)) ?? []).reduce((h, c) => (c.to <= until ? c.hazard : h), 0);
  };
}

function partsOf(
  sample: readonly SamplePiece[],
  strata: (p: SamplePiece) => string,
  expectedOf: (p: SamplePiece) => number,
): Part[] {
  const out = new Map<string, Part>();
  for (const p of sample) {
    const stratum = strata(p);
    const key = `${stratum} ${p.cluster}`;
    let own = out.get(key);
    if (!own) out.set(key, (own = { cluster: p.cluster, stratum, failed: 0, expected: 0 }));
    own.failed += p.right === null ? 0 : 1;
    own.expected += expectedOf(p);
  }
  return [...out.values()];
}

/**
 * Variance of a kitchen's own factor around 1, by moments, two standard errors on the safe side, never below 0. Source: Clayton & Kaldor
 * (1987), Biometrics 43:671.
 */
function spreadOf(parts: readonly Part[]): number {
  const k = parts.length;
  const weights = squares(parts);
  if (k < 2 || weights === 0) return 1;
  const terms = parts.map((p) => (p.failed - p.expected) ** 2 - p.expected);
  const mean = terms.reduce((a, b) => a + b, 0) / k;
  const se = Math.sqrt(terms.reduce((s, t) => s + (t - mean) ** 2, 0) / (k - 1) / k);
  return Math.max(0, ((mean + 2 * se) * k) / weights);
}

/** Chance of so many failures or more: negative binomial of that mean and variance. */
function atLeast(failed: number, mean: number, variance: number): number {
  const r = (mean * mean) / Math.max(1e-9, variance - mean);
  const q = mean / (mean + r);
  let below = 0;
  for (let k = 0; k < failed; k++)
    below += Math.exp(
      logGamma(k + r) - logGamma(r) - logGamma(k + 1) + r * Math.log(1 - q) + k * Math.log(q),
    );
  return Math.max(0, 1 - below);
}
