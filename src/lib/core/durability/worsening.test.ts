/** A system that worsens is flagged, and one that does not is left alone. */
import { DAY } from '$core/units/durations';
import { expect, it } from 'vitest';
import { simulate, type Truth } from '../../../../tests/reference/durability/simulated';
import { SOAK } from '../../../../tests/budget';
import type { KitchenRecord } from './record';
import { OF_LATE, worsening } from './worsening';

const NOW = 2000 * DAY;
const RUNS = SOAK ? 200 : 40;

/** Half of the kitchens of two systems in use for 1,900 days, half for 600; looked at as long as they are in use. */
function kitchens(seed: number, late: Record<string, number>): KitchenRecord[] {
  const truth = (age: number, factor: (k: number) => number): Truth => ({
    ...{ shape: 1.2, scale: 2500, variance: 0.3, kitchens: 24, pieces: 15, jitter: 0.05 },
    visits: [7, 30, 182, 365, 500, 730, 1095, 1460].filter((d) => d < age),
    kitchenTraits: (k) => ({ system: k % 2 ? 'one' : 'other' }),
    factor,
  });
  const started = (records: KitchenRecord[], age: number) =>
    records.map((r) => ({
      ...r,
      job: `${age} ${r.job}`,
      pieces: r.pieces.map((p) => ({
        ...p,
        spells: p.spells.map((s) => ({ ...s, start: NOW - age * DAY })),
      })),
    }));
  return [
    ...started(
      simulate(
        truth(1900, () => 1),
        seed,
      ),
      1900,
    ),
    ...started(
      simulate(
        truth(600, (k) => late[k % 2 ? 'one' : 'other'] ?? 1),
        seed + 10_000,
      ),
      600,
    ),
  ];
}

it('gives at most five false alarms in a hundred looks', () => {
  expect(OF_LATE).toBeGreaterThan(600);
  let alarms = 0;
  for (let seed = 1; seed <= RUNS; seed++) alarms += worsening(kitchens(seed, {}), NOW).length > 0 ? 1 : 0;
  // Three standard errors of a share of 5 % in so many runs.
  expect(alarms / RUNS).toBeLessThanOrEqual(0.05 + 3 * Math.sqrt((0.05 * 0.95) / RUNS));
});

it('flags the system that fails three times as fast of late, and not the other, nor one that got better', () => {
  const found = worsening(kitchens(3, { one: 3, other: 0.3 }), NOW);
  expect(found.map((w) => w.system)).toEqual(['one']);
  const [one] = found;
  expect(one?.late.kitchens).toBe(12);
  expect(one && one.late.failed / one.late.pieces > 0.2).toBe(true);
  let hits = 0;
  for (let seed = 1; seed <= 20; seed++)
    hits += worsening(kitchens(seed, { one: 4 }), NOW).some((w) => w.system === 'one') ? 1 : 0;
  expect(hits).toBeGreaterThanOrEqual(16);
});

it('says nothing from few kitchens', () => {
  expect(worsening([], NOW)).toEqual([]);
  const few = kitchens(3, { one: 9 }).filter((k) => /kitchen [0-5]$/.test(k.job));
  expect(worsening(few, NOW)).toEqual([]);
});
