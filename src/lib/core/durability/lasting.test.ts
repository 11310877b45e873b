/** The view over all kitchens: groups, what is told and what is not, forecast, maps, recall, export. */
import { expect, it } from 'vitest';
import { simulate, type Truth } from '../../../../tests/reference/durability/simulated';
import { compare, TOO_FEW } from './compare';
import { alike, forecast } from './forecast';
import { lastingView, reasonsFor, type LastingQuery } from './lasting';
import { faceMap, ratesBy } from './maps';
import { recall } from './recall';
import { sampleOf, traitOf } from './sample';
import { readRecords } from './stored-record';
import { weibull, weibullSurvival } from './statistics/weibull';

const truth: Truth = {
  ...{ shape: 1.3, scale: 2500, variance: 0.2, kitchens: 40, pieces: 20, jitter: 0.05 },
  visits: [7, 30, 182, 365, 730, 1095],
  kitchenTraits: (k) => ({ system: k % 2 ? 'strong' : 'weak', gloss: 'sanded' }),
  traits: (_, i) => ({ place: i % 4 ? 'elsewhere' : 'at the sink', form: i % 2 ? 'door' : 'drawer' }),
  factor: (k, i) => (k % 2 ? 0.4 : 1.6) * (i % 4 ? 1 : 2),
  batches: (k) => [`can ${k % 10}`],
};
const records = simulate(truth, 5);
const query: LastingQuery = { by: 'system', kind: null, spell: 1, now: 1200 * 86_400_000, warranty: 730 };

it('tells which system lasts, with how many it rests on', () => {
  const { comparison, counts } = lastingView(records, query);
  expect(counts).toMatchObject({ kitchens: 40, pieces: 800, unseen: 0 });
  const [strong, weak] = ['strong', 'weak'].map((n) => comparison.groups.find((g) => g.name === n));
  expect([strong?.kitchens, weak?.kitchens]).toEqual([20, 20]);
  const at = (g: typeof strong) => g?.points.find((p) => p.time === 730);
  expect(at(strong)?.survival).toBeGreaterThan(at(weak)?.limits?.high ?? 1);
  expect(comparison.difference?.p).toBeLessThan(0.001);
  expect(strong?.within?.share).toBeLessThan(weak?.within?.share ?? 0);
  // The fit follows the estimate.
  expect(Math.abs((strong?.within?.share ?? 0) - (1 - (at(strong)?.survival ?? 0)))).toBeLessThan(0.06);
  // Curves fall, and say nothing before their first failure.
  for (const g of comparison.groups)
    g.curve.forEach((c, i) => {
      expect(c.to).toBeGreaterThanOrEqual(c.from);
      if (i) expect(c.survival).toBeLessThanOrEqual(g.curve[i - 1]?.survival ?? 0);
    });
});

it('says too few to tell below five failures a group, and tests nothing then', () => {
  const few = simulate({ ...truth, scale: 60_000, kitchens: 8 }, 3);
  const { groups, difference } = compare(sampleOf(few, null).pieces, (p) => traitOf(p, 'system'));
  expect(groups.every((g) => g.failures < TOO_FEW && g.tooFew && g.weibull === null)).toBe(true);
  expect(difference).toBeNull();
  expect(lastingView([], query)).toMatchObject({
    counts: { pieces: 0, failures: 0 },
    comparison: { groups: [], difference: null },
    warranty: 0,
  });
});

it('the forecast is what the curve says of films of an age', () => {
  const pieces = sampleOf(records, null).pieces;
  const fit = weibull(pieces);
  if (!fit) throw new Error('no fit');
  const films = alike(Array.from({ length: 200 }, () => ({ group: 'all', age: 400, sound: 365 })));
  const { months, unseen, untold } = forecast(films, new Map([['all', fit]]), 2, 1);
  const S = (t: number) => weibullSurvival(fit, t);
  expect(months[0]?.expected).toBeCloseTo((200 * (S(400) - S(430.4375))) / S(365), 6);
  expect(months[1]?.expected).toBeCloseTo((200 * (S(430.4375) - S(460.875))) / S(365), 6);
  expect(unseen).toBeCloseTo(200 * (1 - S(400) / S(365)), 6);
  expect(untold).toBe(0);
  const [first] = months;
  expect(first && first.low <= first.expected && first.expected <= first.high).toBe(true);
  expect(forecast(films, new Map(), 1, 1)).toMatchObject({ untold: 200, months: [{ expected: 0 }] });
});

it('maps count per piece that could have failed', () => {
  const { pieces } = sampleOf(records, null);
  const rates = ratesBy([pieces], 'place');
  expect(rates.reduce((s, r) => s + r.pieces, 0)).toBe(pieces.length);
  expect(rates[0]?.place).toBe('at the sink');
  const pointed = records.map((r) => ({
    ...r,
    pieces: r.pieces.map((p) => ({
      ...p,
      spells: p.spells.map((s) => ({ ...s, looks: s.looks.map((l) => ({ ...l, x: 0.99, y: 0 })) })),
    })),
  }));
  const doors = faceMap(sampleOf(pointed, null).byKitchen, 'door');
  const failed = pieces.filter((p) => p.right !== null && traitOf(p, 'form') === 'door').length;
  expect(doors.cells[4]).toBe(failed);
  expect(doors.pointed).toBe(failed);
});

it('what goes with failures names the place, and a recall finds all pieces of a can', () => {
  const { associations } = reasonsFor(records, null);
  const sink = associations.find((a) => a.trait === 'place');
  expect(sink?.value).toBe('at the sink');
  expect(sink?.low).toBeGreaterThan(1);
  expect(sink?.p).toBeLessThan(0.05);
  const found = recall(records, { batch: 'can 3' });
  expect(found.map((k) => k.job).sort()).toEqual(['kitchen 13', 'kitchen 23', 'kitchen 3', 'kitchen 33']);
  for (const { pieces } of found) {
    expect(pieces).toHaveLength(20);
    // Those that failed come first.
    const order = pieces.map((p) => Number(p.failed));
    expect(order).toEqual([...order].sort((a, b) => b - a));
  }
  expect(recall(records, { day: '2026-01-01' })).toEqual([]);
});

it('reads records as they are stored, and leaves out what it cannot read', () => {
  const [one] = records;
  if (!one) throw new Error('no record');
  const { job, ...body } = one;
  const stored = [
    { job, body: JSON.stringify(body) },
    { job: 'spoilt', body: '{' },
    { job: 'older', body: JSON.stringify({ ...body, version: 0 }) },
  ];
  expect(readRecords(stored).map((r) => r.job)).toEqual([job]);
});
