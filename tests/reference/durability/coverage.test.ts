/**
 * Limits hold what they promise on records with a known truth; what goes with failures, and batches that stand out, give no false
 * alarms and find what is hidden. `npm run soak` runs a thousand records each, with the wanted bounds.
 */
import { expect, it } from 'vitest';
import { associations } from '$core/durability/associations';
import { sampleOf, traitOf, type SamplePiece } from '$core/durability/sample';
import { standOuts } from '$core/durability/stand-outs';
import { kaplanMeier } from '$core/durability/statistics/kaplan-meier';
import { turnbullLimits } from '$core/durability/statistics/turnbull-limits';
import { weibull, weibullLimits, weibullSurvival } from '$core/durability/statistics/weibull';
import { seeded } from '$core/units/random';
import { SOAK } from '../../budget';
import { simulate, trueSurvival, type Truth } from './simulated';

// The records are the same in every run: other ones would stray beyond these bounds by chance now and then.
const RUNS = SOAK ? 1000 : 15;
/** Around the wanted bounds, so much more as fewer runs leave to chance: two standard errors. */
const ROOM = SOAK ? 0 : 0.12;
const VISITS = [7, 30, 182, 365, 730, 1095, 1461];
const independent: Truth = {
  ...{ shape: 1.2, scale: 3000, variance: 0, kitchens: 500, pieces: 1, visits: VISITS, jitter: 0 },
};
const clustered: Truth = { ...independent, variance: 0.6, kitchens: 40, pieces: 25 };

const within = (l: { low: number; high: number } | null | undefined, truth: number): boolean =>
  l !== null && l !== undefined && l.low <= truth && truth <= l.high;

/** Share of runs whose limits hold the truth. */
function covers(
  truth: Truth,
  at: number,
  limits: (pieces: readonly SamplePiece[]) => Parameters<typeof within>[0],
): number {
  let held = 0;
  for (let seed = 1; seed <= RUNS; seed++)
    if (within(limits(sampleOf(simulate(truth, seed), null).pieces), trueSurvival(truth, at))) held++;
  return held / RUNS;
}

it.each([
  ['independent, visits on their days', independent, false, 0.93, 0.97],
  ['independent, visits some weeks off', { ...independent, jitter: 0.08 }, false, 0.93, 0.97],
  ['kitchens, visits on their days', clustered, true, 0.92, 0.98],
  ['kitchens, visits some weeks off', { ...clustered, jitter: 0.08 }, true, 0.92, 0.98],
] as const)(
  'Turnbull’s limits hold the truth: %s',
  (_, truth, groups, low, high) => {
    const share = covers(truth, 730, (p) => turnbullLimits(p, [730], groups).points[0]?.limits);
    expect(share).toBeGreaterThanOrEqual(low - ROOM);
    expect(share).toBeLessThanOrEqual(Math.min(1, high + ROOM));
  },
  600_000,
);

it.each([
  ['independent', independent, false, 0.93, 0.97],
  ['kitchens', clustered, true, 0.92, 0.98],
] as const)(
  'Weibull limits hold the truth: %s',
  (_, truth, groups, low, high) => {
    const share = covers(truth, 730, (p) => {
      const fit = weibull(p, groups);
      return fit && weibullLimits(fit, 730);
    });
    expect(share).toBeGreaterThanOrEqual(low - ROOM);
    expect(share).toBeLessThanOrEqual(Math.min(1, high + ROOM));
  },
  600_000,
);

/** Exact times, censored at a day of their own. */
function exactTimes({ shape, scale, variance, kitchens, pieces }: Truth, seed: number) {
  const random = seeded(seed);
  const records = simulate({ shape, scale, variance, kitchens, pieces, visits: [1e9], jitter: 0 }, seed);
  return records.flatMap((r) => {
    // The same frailty for all pieces of a kitchen, by its own draw.
    const own = variance === 0 ? 1 : -Math.log(1 - random());
    return r.pieces.map(() => {
      const fails = scale * (-Math.log(1 - random()) / own) ** (1 / shape);
      const until = 500 + 2000 * random();
      return { left: Math.min(fails, until), right: fails <= until ? fails : null, cluster: r.job };
    });
  });
}

it.each([
  ['independent', { ...independent, variance: 0 }, false, 0.93, 0.97],
  // A frailty drawn from an exponential is a gamma of variance 1.
  ['kitchens', { ...clustered, variance: 1 }, true, 0.92, 0.98],
] as const)(
  'Kaplan and Meier’s limits hold the truth: %s',
  (_, truth, groups, low, high) => {
    let held = 0;
    for (let seed = 1; seed <= RUNS; seed++) {
      const step = kaplanMeier(exactTimes(truth, seed), groups)
        .filter((s) => s.time <= 730)
        .at(-1);
      if (within(step?.limits, trueSurvival(truth, 730))) held++;
    }
    expect(held / RUNS).toBeGreaterThanOrEqual(low - ROOM);
    expect(held / RUNS).toBeLessThanOrEqual(Math.min(1, high + ROOM));
  },
  600_000,
);

it('shape and scale are true on average within 3 %, at 500 pieces', () => {
  const records = 2 * RUNS;
  let [shape, scale] = [0, 0];
  for (let seed = 1; seed <= records; seed++) {
    const fit = weibull(sampleOf(simulate(independent, seed), null).pieces, false);
    shape += (fit?.shape ?? NaN) / records;
    scale += (fit?.scale ?? NaN) / records;
  }
  expect(Math.abs(shape / independent.shape - 1)).toBeLessThan(0.03);
  expect(Math.abs(scale / independent.scale - 1)).toBeLessThan(0.03);
  expect(weibullSurvival({ shape: 1, scale: 100 }, 100)).toBeCloseTo(1 / Math.E, 12);
}, 600_000);

const many: Truth = {
  ...clustered,
  variance: 0.4,
  scale: 4000,
  pieces: 24,
  jitter: 0.06,
  kitchenTraits: (k, random) => ({
    system: ['a', 'b', 'c'][k % 3] ?? '',
    gloss: random() < 0.3 ? 'nothing' : 'sandpaper',
    season: ['winter', 'spring', 'summer', 'autumn'][Math.floor(4 * random())] ?? '',
    tool: random() < 0.5 ? 'spray' : 'brush',
    wood: ['oak', 'maple', 'pine'][Math.floor(3 * random())] ?? '',
    early: random() < 0.15 ? 'young' : 'old',
  }),
  traits: (_, i) => ({
    place: ['stove', 'sink', 'elsewhere', 'elsewhere'][i % 4] ?? '',
    form: i % 2 ? 'door' : 'drawer',
    grease: i % 7 ? 'little' : 'heavy',
  }),
  batches: (k) => [`enamel ${Math.floor(k / 2)}`, `primer ${Math.floor(k / 3)}`],
};
const TRAITS = ['gloss', 'season', 'tool', 'wood', 'early', 'place', 'form', 'grease'];
const system = (p: SamplePiece): string => traitOf(p, 'system') ?? '';

it('nothing is called out where nothing is, in all but one look in twenty', () => {
  let [alarms, outs] = [0, 0];
  for (let seed = 1; seed <= RUNS; seed++) {
    const { pieces } = sampleOf(simulate(many, seed), null);
    if (associations(pieces, TRAITS, system, seed).some((a) => a.p < 0.05)) alarms++;
    if (standOuts(pieces, system).length) outs++;
  }
  expect(alarms / RUNS).toBeLessThanOrEqual(0.05 + ROOM);
  expect(outs / RUNS).toBeLessThanOrEqual(0.05 + ROOM);
}, 600_000);

it('a bad batch and a bad place are found, and not blamed on others', () => {
  let [batch, other, place] = [0, 0, 0];
  const bad = (k: number): boolean => k % 12 === 3;
  const truth: Truth = {
    ...many,
    batches: (k) => [bad(k) ? 'bad' : `enamel ${Math.floor(k / 2)}`],
    factor: (k, i) => (bad(k) ? 8 : 1) * (i % 4 === 1 ? 2.5 : 1),
  };
  const runs = SOAK ? 200 : 10;
  for (let seed = 1; seed <= runs; seed++) {
    const { pieces } = sampleOf(simulate(truth, seed), null);
    const found = standOuts(pieces, system);
    if (found.some((f) => f.name === 'bad')) batch++;
    if (found.some((f) => f.name !== 'bad')) other++;
    if (associations(pieces, TRAITS, system, seed).some((a) => a.value === 'sink' && a.p < 0.05 && a.low > 1))
      place++;
  }
  expect(batch / runs).toBeGreaterThan(0.85);
  expect(other / runs).toBeLessThan(0.1);
  expect(place / runs).toBeGreaterThan(0.9);
}, 600_000);
