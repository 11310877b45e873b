import fc from 'fast-check';
import { sampleStandardDeviation } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { seeded } from '$core/units/random';
import { logNormal, normals } from './risk';
import { learnRisk, USUAL_RISK } from './risk-model';
import { always } from '../../../../../tests/budget';

const draw = (n: number, variation: number, seed: number, pace = 1): number[] => {
  const z = normals(seeded(seed));
  return Array.from({ length: n }, () => pace * logNormal(variation, z()));
};

describe('what the record teaches of risk', () => {
  it('is the usual where nothing was recorded', () => {
    const none = learnRisk({ paces: [], passes: 0, flaws: 0 });
    expect(none.workVariation).toBeCloseTo(0.25, 12);
    expect(none.rework).toBeCloseTo(0.005, 12);
  });
  it('finds the spread that works were drawn with, whatever the pace of their kind', () => {
    const paces = [draw(400, 0.4, 1), draw(400, 0.4, 2, 1.6), draw(1, 0.4, 3)];
    const { workVariation } = learnRisk({ paces, passes: 0, flaws: 0 });
    expect(workVariation).toBeGreaterThan(0.37);
    expect(workVariation).toBeLessThan(0.43);
  });
  it('pools as by hand: one kind of six works (simple-statistics)', () => {
    const ratios = [0.8, 1, 1.1, 1.3, 0.9, 1.6];
    const s2 = sampleStandardDeviation(ratios.map(Math.log)) ** 2;
    // Five degrees of freedom, and five works' worth of the usual.
    const variance = (5 * s2 + 5 * Math.log(1 + 0.25 ** 2)) / 10;
    expect(learnRisk({ paces: [ratios], passes: 0, flaws: 0 }).workVariation).toBeCloseTo(
      Math.sqrt(Math.exp(variance) - 1),
      12,
    );
  });
  it('3 flaws in 600 passes: (3 + 2) of 1000', () => {
    expect(learnRisk({ paces: [], passes: 600, flaws: 3 }).rework).toBeCloseTo(0.005, 12);
    expect(learnRisk({ paces: [], passes: 1600, flaws: 38 }).rework).toBeCloseTo(0.02, 12);
  });
  it('pools what forecasts missed, a stretch of readings as one: (2 · 9 + 10 · 4) / 12 K²', () => {
    const hour = 3_600_000;
    const errors = [0, 40].flatMap((first) =>
      Array.from({ length: 20 }, (_, k) => ({
        place: 'tent',
        at: (first + k) * hour,
        celsius: k % 2 ? 3 : -3,
        humidity: 0.08,
      })),
    );
    const { celsius, humidity, learnt } = learnRisk({ paces: [], passes: 0, flaws: 0, forecasts: errors });
    expect(learnt.weather).toBe(2);
    expect(celsius).toBeCloseTo(Math.sqrt(58 / 12), 12);
    expect(humidity).toBeCloseTo(0.08, 12);
  });
  it('stays a share, and grows with the flaws', () => {
    always(
      fc.property(fc.nat(5000), fc.nat(5000), (a, b) => {
        const [flaws, passes] = [Math.min(a, b), Math.max(a, b)];
        const { rework } = learnRisk({ paces: [], passes, flaws });
        expect(rework).toBeGreaterThan(0);
        expect(rework).toBeLessThan(1);
        expect(learnRisk({ paces: [], passes: passes + 1, flaws: flaws + 1 }).rework).toBeGreaterThan(rework);
      }),
    );
    expect(learnRisk({ paces: [], passes: 1e7, flaws: 0 }, USUAL_RISK).rework).toBeLessThan(1e-6);
  });
});
