/**
 * The survival statistics against figures of the R package survival: breast retraction times (Finkelstein & Wolfe 1985) and the AML
 * maintenance data (Miller 1981); each file names its source. Worked values for rates and gloss; published colour pairs.
 */
import { readFileSync } from 'node:fs';
import * as stats from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { colourDifference } from '$core/quality/colour-difference';
import { crossCutClass } from '$core/quality/cross-cut';
import { glossLevels } from '$core/quality/scales';
import {
  betaBelow,
  chiSquareAbove,
  fisherAbove,
  logGamma,
  normalBelow,
  normalQuantile,
  studentLimit,
} from '$core/durability/statistics/distributions';
import { kaplanMeier } from '$core/durability/statistics/kaplan-meier';
import { wilson } from '$core/durability/statistics/limits';
import { cellsOf, clusteredLogRank, logRankScores } from '$core/durability/statistics/log-rank';
import { benjaminiHochberg, holm } from '$core/durability/statistics/many';
import { turnbull } from '$core/durability/statistics/turnbull';
import { turnbullLimits } from '$core/durability/statistics/turnbull-limits';
import { weibull } from '$core/durability/statistics/weibull';

interface Interval {
  lower: number[];
  upper: (number | null)[];
  turnbull: { time: number[]; survival: number[] };
  turnbullMassPublished: { intervals: [number, number][]; mass: number[] };
  weibull: { shape: number; scale: number; logLik: number };
}
interface Arm {
  time: number[];
  event: number[];
}
interface Curve {
  time: number[];
  atRisk: number[];
  events: number[];
  survival: number[];
  stdErr: (number | null)[];
  lower95: (number | null)[];
  upper95: (number | null)[];
}
interface Exact {
  maintained: Arm;
  nonmaintained: Arm;
  kmMaintained: Curve;
  kmNonmaintained: Curve;
  logRank: { chisq: number; df: number; p: number };
}
const read = <T>(name: string): T =>
  JSON.parse(readFileSync(new URL(`./data/survival-${name}.json`, import.meta.url), 'utf8')) as T;
const cosmesis = read<Interval>('interval-censored');
const aml = read<Exact>('right-censored');
const observed = cosmesis.lower.map((left, i) => ({
  left,
  right: cosmesis.upper[i] ?? null,
  cluster: String(i),
}));
const arm = ({ time, event }: Arm, group: string) =>
  time.map((left, i) => ({ left, right: event[i] ? left : null, cluster: `${group}${i}`, group }));
const [kept, other] = [arm(aml.maintained, 'kept'), arm(aml.nonmaintained, 'other')];

describe('intervals', () => {
  it('Turnbull’s masses and survival are those of survfit, and those published', () => {
    const { masses } = turnbull(observed);
    cosmesis.turnbull.time.forEach((time, i) => {
      // survfit lets a mass fall in the middle of its interval.
      const left = masses.reduce(
        (s, m) => (m.to !== null && (m.from + m.to) / 2 <= time ? s - m.mass : s),
        1,
      );
      expect(Math.abs(left - (cosmesis.turnbull.survival[i] ?? NaN))).toBeLessThan(1e-3);
    });
    const { intervals, mass } = cosmesis.turnbullMassPublished;
    intervals.forEach(([from, to], i) => {
      const own = masses.find((m) => m.from === from && m.to === to)?.mass ?? NaN;
      expect(Math.abs(own - (mass[i] ?? NaN))).toBeLessThan(2e-3);
    });
    expect(masses.reduce((s, m) => s + m.mass, 0)).toBeCloseTo(1, 9);
  });

  it('the Weibull fit is survreg’s', () => {
    const fit = weibull(observed, false);
    expect(fit?.shape).toBeCloseTo(cosmesis.weibull.shape, 3);
    expect(fit?.scale).toBeCloseTo(cosmesis.weibull.scale, 3);
    expect(fit?.logLik).toBeCloseTo(cosmesis.weibull.logLik, 4);
  });

  it('no other distribution on the innermost intervals is likelier', () => {
    const { masses, logLik } = turnbull(observed);
    for (let j = 0; j < masses.length; j++) {
      // A little mass moved to any interval makes it less likely, or changes nothing.
      const moved = masses.map((m, k) => ({ ...m, mass: m.mass * 0.999 + (k === j ? 0.001 : 0) }));
      const likely = observed.reduce((sum, o) => {
        const p = moved.reduce(
          (s, m) => (m.from >= o.left && (m.to ?? Infinity) <= (o.right ?? Infinity) ? s + m.mass : s),
          0,
        );
        return sum + Math.log(p);
      }, 0);
      expect(likely).toBeLessThanOrEqual(logLik + 1e-9);
    }
  });
});

describe('exact times', () => {
  it.each([
    ['maintained', kept, aml.kmMaintained],
    ['not maintained', other, aml.kmNonmaintained],
  ])('%s: Kaplan–Meier with Greenwood’s error and log-log limits', (_, list, curve) => {
    const steps = kaplanMeier(list);
    expect(steps.map((s) => s.time)).toEqual(curve.time);
    steps.forEach((s, i) => {
      expect([s.atRisk, s.failures]).toEqual([curve.atRisk[i], curve.events[i]]);
      expect(s.survival).toBeCloseTo(curve.survival[i] ?? NaN, 6);
      const [low, high] = [curve.lower95[i] ?? null, curve.upper95[i] ?? null];
      if (low === null || high === null) return expect(s.limits).toBeNull();
      expect(s.stdErr).toBeCloseTo(curve.stdErr[i] ?? NaN, 6);
      expect(s.limits?.low).toBeCloseTo(low, 6);
      expect(s.limits?.high).toBeCloseTo(high, 6);
    });
  });

  it('Turnbull’s estimate and its limits are Kaplan and Meier’s there', () => {
    const steps = kaplanMeier(kept);
    const { points } = turnbullLimits(
      kept,
      steps.map((s) => s.time),
      false,
    );
    points.forEach((p, i) => {
      expect(p.survival).toBeCloseTo(steps[i]?.survival ?? NaN, 8);
      expect(p.stdErr).toBeCloseTo(steps[i]?.stdErr ?? NaN, 6);
    });
  });

  it('every piece its own kitchen, the clustered test tells much what survdiff does', () => {
    const all = [...kept, ...other];
    const found = clusteredLogRank(cellsOf(all, logRankScores(all)));
    expect(Math.abs(found.p - aml.logRank.p)).toBeLessThan(0.02);
  });

  it('of two groups in unequal kitchens it is the t test of the kitchens’ sums (simple-statistics)', () => {
    const cell = (cluster: string, group: string, pieces: number, score: number) => ({
      ...{ cluster, group, pieces, score },
    });
    const cells = [
      ...[cell('k1', 'a', 3, 1.2), cell('k1', 'b', 1, -0.4), cell('k2', 'a', 1, -0.3)],
      ...[cell('k2', 'b', 2, 0.9), cell('k3', 'a', 2, 0.5), cell('k3', 'b', 2, -1.1)],
      ...[cell('k4', 'a', 1, 0.2), cell('k4', 'b', 4, -0.7), cell('k5', 'b', 4, 0.6)],
    ];
    // Seven of twenty pieces are of the first group: what it had less what all had, kitchen by kitchen.
    const share = 7 / 20;
    const sums = ['k1', 'k2', 'k3', 'k4', 'k5'].map((k) =>
      cells
        .filter((c) => c.cluster === k)
        .reduce((sum, c) => sum + c.score * ((c.group === 'a' ? 1 : 0) - share), 0),
    );
    const found = clusteredLogRank(cells);
    const t = (stats.mean(sums) / stats.sampleStandardDeviation(sums)) * Math.sqrt(5);
    expect(found.chiSquare).toBeCloseTo(t ** 2, 12);
    expect(Math.abs(t)).toBeCloseTo(studentLimit(1 - found.p, 4), 9);
  });

  it('intervals want the estimates for intervals, and nonsense is refused', () => {
    expect(() => kaplanMeier(observed)).toThrow(/Turnbull/);
    expect(() => turnbull([])).toThrow(/nothing/);
    expect(() => turnbull([{ left: 5, right: 3 }])).toThrow(/cannot be/);
    expect(() => turnbull([{ left: 0, right: 0 }])).toThrow(/time 0/);
    expect(weibull([{ left: 4, right: null, cluster: 'a' }])).toBeNull();
  });
});

describe('rates and distributions', () => {
  it('Wilson’s limits', () => {
    // Worked values: 3 of 40, and 0 of 12 (Wilson 1927).
    const some = wilson(3, 40);
    expect(some.low).toBeCloseTo(0.0258, 4);
    expect(some.high).toBeCloseTo(0.1986, 4);
    expect(wilson(0, 12).low).toBe(0);
    expect(wilson(0, 12).high).toBeCloseTo(0.2425, 4);
    expect(() => wilson(5, 4)).toThrow(/no rate/);
  });

  it('agree with simple-statistics and with tables', () => {
    for (const z of [-2.5, -1, 0, 0.3, 1.96]) {
      // Its own is exact to seven places.
      expect(normalBelow(z)).toBeCloseTo(stats.cumulativeStdNormalProbability(z), 4);
      expect(normalQuantile(normalBelow(z))).toBeCloseTo(z, 8);
    }
    for (const x of [0.4, 1.5, 4, 12.25]) expect(logGamma(x)).toBeCloseTo(stats.gammaln(x), 8);
    // Tables of Fisher & Yates: 5 % points.
    expect(chiSquareAbove(3.841459, 1)).toBeCloseTo(0.05, 6);
    expect(chiSquareAbove(16.918978, 9)).toBeCloseTo(0.05, 6);
    expect(studentLimit(0.95, 10)).toBeCloseTo(2.228139, 5);
    expect(studentLimit(0.95, 4)).toBeCloseTo(2.776445, 5);
    expect(fisherAbove(4.964603, 1, 10)).toBeCloseTo(0.05, 6);
    expect(betaBelow(0.5, 2, 3)).toBeCloseTo(0.6875, 12);
  });

  it('many looks are corrected for', () => {
    // The fifteen of Benjamini & Hochberg (1995), table of their example: four are told at 5 %.
    const p = [
      0.0001, 0.0004, 0.0019, 0.0095, 0.0201, 0.0278, 0.0298, 0.0344, 0.0459, 0.324, 0.4262, 0.5719, 0.6528,
      0.759, 1,
    ];
    expect(benjaminiHochberg(p).filter((x) => x < 0.05)).toHaveLength(4);
    expect(holm([0.01, 0.04, 0.03])).toEqual([0.03, 0.06, 0.06]);
  });
});

/** Sharma, Wu & Dalal (2005), Color Res. Appl. 30:21, table 1; from memory. L, a, b of both, and ΔE00. */
const PAIRS: readonly [number, number, number, number, number, number, number][] = [
  [50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425],
  [50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615],
  [50, 2.8361, -74.02, 50, 0, -82.7485, 3.4412],
  [50, -1.3802, -84.2814, 50, 0, -82.7485, 1],
  [50, -1.1848, -84.8006, 50, 0, -82.7485, 1],
  [50, -0.9009, -85.5211, 50, 0, -82.7485, 1],
  [50, 0, 0, 50, -1, 2, 2.3669],
  [50, -1, 2, 50, 0, 0, 2.3669],
  [50, 2.49, -0.001, 50, -2.49, 0.0009, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.001, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.0011, 7.2195],
  [50, 2.49, -0.001, 50, -2.49, 0.0012, 7.2195],
  [50, -0.001, 2.49, 50, 0.0009, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.001, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.0011, -2.49, 4.7461],
  [50, 2.5, 0, 50, 0, -2.5, 4.3065],
  [50, 2.5, 0, 73, 25, -18, 27.1492],
  [50, 2.5, 0, 61, -5, 29, 22.8977],
  [50, 2.5, 0, 56, -27, -3, 31.903],
  [50, 2.5, 0, 58, 24, 15, 19.4535],
  [50, 2.5, 0, 50, 3.1736, 0.5854, 1],
  [50, 2.5, 0, 50, 3.2972, 0, 1],
  [50, 2.5, 0, 50, 1.8634, 0.5757, 1],
  [50, 2.5, 0, 50, 3.2592, 0.335, 1],
  [60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644],
  [63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.263],
  [61.2901, 3.7196, -5.3901, 61.4292, 2.248, -4.962, 1.8731],
  [35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645],
  [22.7233, 20.0904, -46.694, 23.0331, 14.973, -42.5619, 2.0373],
  [36.4612, 47.858, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146],
  [90.8027, -2.0831, 1.441, 91.1528, -1.6435, 0.0447, 1.4441],
  [90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381],
  [6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377],
  [2.0776, 0.0795, -1.135, 0.9033, -0.0636, -0.5514, 0.9082],
];

describe('scales', () => {
  it.each(PAIRS)('CIEDE2000 of (%f %f %f) and (%f %f %f) is %f', (l, a, b, l2, a2, b2, apart) => {
    expect(colourDifference({ l, a, b }, { l: l2, a: a2, b: b2 })).toBeCloseTo(apart, 4);
  });

  it('cross-cut classes at their boundaries: ASTM D3359 method B, ISO 2409 counts the other way', () => {
    const of = (n: number) => crossCutClass(n, 100);
    expect([0, 1, 4, 5, 15, 16, 35, 36, 65, 66].map((n) => of(n).astm)).toEqual([
      '5B',
      '4B',
      '4B',
      '3B',
      '3B',
      '2B',
      '2B',
      '1B',
      '1B',
      '0B',
    ]);
    expect(of(0).iso).toBe(0);
    expect(of(66).iso).toBe(5);
  });

  it('gloss levels by 60° and 85°', () => {
    // MPI gloss levels, from memory.
    expect(glossLevels(3, 8)).toEqual(['G1']);
    expect(glossLevels(8, 20)).toEqual(['G2']);
    expect(glossLevels(15, 30)).toEqual(['G3']);
    expect(glossLevels(25, 40)).toEqual(['G4']);
    expect(glossLevels(50, null)).toEqual(['G5']);
    expect(glossLevels(90, null)).toEqual(['G7']);
    expect(glossLevels(23, null)).toEqual(['G3', 'G4']);
    expect(() => glossLevels(-1, null)).toThrow(/0 to 200/);
  });
});
