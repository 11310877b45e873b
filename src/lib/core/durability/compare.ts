/** How long finishes last, group by group. Docs: docs/methods/lasting.md */
import { frozen } from '../frozen';
import { cellsOf, clusteredLogRank, logRankScores, type Difference } from './statistics/log-rank';
import { holm } from './statistics/many';
import { isExact, merged, weightOf, type Observation } from './statistics/observation';
import { kaplanMeier } from './statistics/kaplan-meier';
import { gathered, turnbullLimits, type SurvivalAt } from './statistics/turnbull-limits';
import { weibull, weibullLimits, weibullSurvival, type Weibull } from './statistics/weibull';
import type { SamplePiece } from './sample';

/** Fewer failures than this say nothing of a group. `methods`: below five failures "too few to tell". */
export const TOO_FEW = 5;
/** Where fewer pieces than this are still watched a curve says nothing any more. Our choice. */
export const FEW_WATCHED = 10;
/** Times that are told in the table, days: a month, half a year, then years. */
const MARKS = frozen([30, 182, 365, 730, 1095, 1461, 1826] as const);

interface CurveStep {
  /** the failures lie after `from` and not after `to`, days */
  from: number;
  to: number;
  /** share that lasts after it */
  survival: number;
}

export interface Group {
  name: string;
  kitchens: number;
  pieces: number;
  failures: number;
  tooFew: boolean;
  /** the estimate as steps, up to the last failure */
  curve: CurveStep[];
  /** days up to which enough pieces of it are watched */
  watched: number;
  /** share that lasts at each mark that was watched so far, with limits, and pieces still watched then */
  points: (SurvivalAt & { atRisk: number })[];
  /** null where there are too few, or it does not fit */
  weibull: Weibull | null;
}

/** Counted by one look at each piece. */
function tally(pieces: readonly Observation[]): { failures: number; kitchens: number; ends: number[] } {
  let failures = 0;
  const ends: number[] = [];
  const kitchens = new Set<string>();
  for (const o of pieces) {
    const { left, right, cluster } = o;
    if (right !== null) failures += weightOf(o);
    for (let n = weightOf(o); n > 0; n--) ends.push(right ?? left);
    kitchens.add(cluster);
  }
  return { failures, kitchens: kitchens.size, ends: ends.sort((a, b) => a - b) };
}

const size = (pieces: readonly Observation[]): number => pieces.reduce((n, o) => n + weightOf(o), 0);

function atRisk(pieces: readonly Observation[], day: number): number {
  let count = 0;
  for (const o of pieces) if ((o.right ?? o.left) >= day) count += weightOf(o);
  return count;
}

function groupOf(name: string, pieces: readonly Observation[]): Group {
  const { failures, kitchens, ends } = tally(pieces);
  // Beyond this too few are left to say anything.
  const watched = ends.length > FEW_WATCHED ? (ends[ends.length - FEW_WATCHED] ?? 0) : (ends.at(-1) ?? 0);
  const marks = MARKS.filter((m) => m <= watched);
  const exact = failures > 0 && pieces.every((p) => p.right === null || isExact(p));
  // Where every moment is known Turnbull's estimate is Kaplan and Meier's, which has robust limits for any number of times.
  const limits = turnbullLimits(pieces, marks);
  const steps = exact ? kaplanMeier(pieces, true) : [];
  const points: SurvivalAt[] = exact
    ? marks.map((time) => {
        const last = steps.findLast((s) => s.time <= time);
        return {
          time,
          survival: last?.survival ?? 1,
          stdErr: last?.stdErr ?? 0,
          limits: last?.limits ?? null,
        };
      })
    : limits.points;
  let survival = 1;
  const curve = limits.estimate.masses.flatMap(({ from, to, mass }) => {
    if (to === null || mass < 1e-9 || from >= watched) return [];
    survival = Math.max(0, survival - mass);
    return [{ from, to, survival }];
  });
  const tooFew = failures < TOO_FEW;
  return {
    ...{ name, kitchens, pieces: size(pieces), failures, tooFew, curve, watched },
    points: points.map((p) => ({ ...p, atRisk: atRisk(pieces, p.time) })),
    weibull: fitOf(pieces, { failures, kitchens }),
  };
}

/** Observations by group, those of a kitchen that are alike together, the group with the most pieces first. */
function grouped(
  sample: readonly SamplePiece[],
  by: (p: SamplePiece) => string | null,
  looks: readonly Observation[],
): [string, Observation[]][] {
  const lists = new Map<string, Observation[]>();
  looks.forEach((o, i) => {
    const piece = sample[i];
    const name = piece ? by(piece) : null;
    if (name === null) return;
    const own = lists.get(name);
    if (own) own.push(o);
    else lists.set(name, [o]);
  });
  return [...lists]
    .map(([name, own]) => [name, merged(own)] as [string, Observation[]])
    .sort((a, b) => size(b[1]) - size(a[1]));
}

/** Two groups held against each other, the chance corrected for how many pairs there are. */
export interface Pair {
  one: string;
  other: string;
  p: number;
}

export interface Comparison {
  groups: Group[];
  /** whether all of them last alike; null for one group, or where only one has enough failures */
  difference: Difference | null;
  pairs: Pair[];
}

/** A fit wants so many kitchens, for the limits are from how they differ; a test so many in all. Our choice. */
const LEAST_TO_FIT = 3;
const LEAST_KITCHENS = 6;

/**
 * @param by which group a piece is in; null for none
 * @param looks the sample's observations, near looks gathered, where they are known
 * @returns groups with the most pieces first
 */
export function compare(
  sample: readonly SamplePiece[],
  by: (p: SamplePiece) => string | null,
  looks: readonly Observation[] = gathered(sample),
): Comparison {
  const sorted = grouped(sample, by, looks);
  const groups = sorted.map(([name, pieces]) => groupOf(name, pieces));
  // Groups that are too few to tell are not held against others; one without any failure may be.
  const told = sorted.filter(([, pieces]) => size(pieces) >= 2 * TOO_FEW);
  const all = told.flatMap(([group, pieces]) => pieces.map((o) => ({ ...o, group })));
  const cells = all.length ? cellsOf(all, logRankScores(all)) : [];
  const failed = new Map(told.map(([name, pieces]) => [name, tally(pieces).failures]));
  const test = (names: ReadonlySet<string>): Difference | null => {
    const own = cells.filter((c) => names.has(c.group));
    const failures = [...names].reduce((sum, name) => sum + (failed.get(name) ?? 0), 0);
    const kitchens = new Set(own.map((c) => c.cluster)).size;
    if (names.size < 2 || failures < TOO_FEW || kitchens < LEAST_KITCHENS) return null;
    return clusteredLogRank(own);
  };
  const raw = told.flatMap((a, i) =>
    told.slice(i + 1).flatMap((b) => {
      const found = test(new Set([a[0], b[0]]));
      return found ? [{ one: a[0], other: b[0], p: found.p }] : [];
    }),
  );
  const corrected = holm(raw.map((r) => r.p));
  return {
    groups,
    difference: test(new Set(told.map(([name]) => name))),
    pairs: raw.map((r, i) => ({ ...r, p: corrected[i] ?? 1 })),
  };
}

/** The Weibull fits of groups alone, without their curves. */
export const fitsBy = (
  sample: readonly SamplePiece[],
  by: (p: SamplePiece) => string | null,
  looks: readonly Observation[],
): Map<string, Weibull> =>
  new Map(
    grouped(sample, by, looks).flatMap(([name, pieces]) => {
      const fit = fitOf(pieces, tally(pieces));
      return fit ? [[name, fit] as const] : [];
    }),
  );

const fitOf = (
  pieces: readonly Observation[],
  { failures, kitchens }: { failures: number; kitchens: number },
): Weibull | null => (failures < TOO_FEW || kitchens < LEAST_TO_FIT ? null : weibull(pieces));

/** Share that fails within so many days, by the fit, with limits; null without one. */
export function failsWithin(
  { weibull: fit }: Pick<Group, 'weibull'>,
  days: number,
): { share: number; low: number; high: number } | null {
  if (!fit) return null;
  const { low, high } = weibullLimits(fit, days);
  return { share: 1 - weibullSurvival(fit, days), low: 1 - high, high: 1 - low };
}
