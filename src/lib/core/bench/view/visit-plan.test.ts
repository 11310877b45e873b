/** Which pieces a visit looks at, and why; what says risk. */
import { DAY } from '$core/units/durations';
import { expect, it } from 'vitest';
import { buildRoute } from '$core/coating/route';
import { usualCounts } from '$core/coating/system';
import { FAST_CABINET } from '$core/coating/systems/index';
import { USUAL_CONDITION } from '$core/kitchen/condition';
import { fact, uuid } from '../../../../../tests/bench-builders';
import { bodySchema, type Fact } from '../log/events';
import { openBench, type BenchPack, type BenchPiece } from './bench-job';
import { risksOf, visitPlan } from './visit-plan';

const pieces = Array.from({ length: 30 }, (_, n): BenchPiece => ({
  ...{ id: uuid(n + 1), code: String(n + 1), wall: 'North', form: 'door', hinge: 'left', w: 400, h: 700 },
  ...{ zoneId: 'z', cabinet: n, band: 'base', row: 0, column: 0, position: n, noted: '' },
  condition: USUAL_CONDITION,
  place: n < 8 ? 'sink' : 'elsewhere',
}));
const at = (day: number, body: object): Fact => ({
  ...fact(0, bodySchema.parse(body)),
  at: Math.round(day * DAY),
});
const check = (day: number, piece: number, failure: string | null = null): Fact =>
  at(day, {
    kind: 'check.recorded',
    piece: pieces[piece]?.id,
    face: 'front',
    test: { method: 'visual', failure },
  });
const home = [
  ...pieces.map((p) => at(0, { kind: 'piece.hung', piece: p.id, opening: p.id })),
  at(0.5, { kind: 'job.handed-over', signed: 'The owner', note: '' }),
];
const bench = (...facts: Fact[]) => {
  const pack: BenchPack = {
    job: { id: uuid(900), name: 'Test', zone: 'Etc/UTC', unit: 'mm', houseYear: null },
    ...{ measures: 'metric', people: [], otherColours: [], pieces, lots: [], system: null, site: [] },
    zones: [{ id: 'z', name: 'Kitchen', letter: 'A', colour: 'Oatcloth', hex: '#ffffff' }],
    route: buildRoute(FAST_CABINET, usualCounts(FAST_CABINET), 'spray'),
    ...{ air: null, siteAir: null, cureMinutes: null, rack: { slots: 9, length: 1500, depth: 750 } },
    ...{
      way: 'lying',
      place: 'tent',
      airRead: [],
      photos: [],
      planned: [],
      facts: [...home, ...facts],
      now: 0,
    },
  };
  return openBench(pack);
};

it('draws so many that they speak for the kitchen, and adds those at risk', () => {
  const plan = visitPlan(bench(), 7 * DAY);
  // N 30, K 3 at 90 %: sixteen would not do with 30 − 3 choose n over 30 choose n.
  expect(plan).toMatchObject({ faulty: 3, confidence: 0.9, risks: [] });
  expect(plan?.drawn).toBe(16);
  // All eight at the sink are looked at: those not drawn come on top.
  expect(plan?.pieces.length).toBe(19);
  expect(plan?.visit.day).toBe(7);
  expect(plan?.pieces.filter((p) => p.why === 'at the sink')).toHaveLength(8);
  // The same on every device, another draw on the next visit.
  expect(visitPlan(bench(), 7 * DAY)).toEqual(plan);
  const month = visitPlan(bench(check(7.5, 0)), 30 * DAY);
  expect(month?.visit.day).toBe(30);
  expect(month?.pieces.map((p) => p.id)).not.toEqual(plan?.pieces.map((p) => p.id));
});

it('a visit that is under way stays the one, with what was looked at', () => {
  const first = visitPlan(bench(), 7 * DAY)?.pieces[0];
  const n = pieces.findIndex((p) => p.id === first?.id);
  const plan = visitPlan(bench(check(7, n)), 7.2 * DAY);
  expect(plan?.visit.day).toBe(7);
  expect(plan?.pieces.find((p) => p.id === first?.id)?.looked).toBe(true);
  expect(plan?.pieces.filter((p) => p.looked)).toHaveLength(1);
});

it('what the record says is a risk is named, and what failed before is looked at again', () => {
  const risky = bench(
    at(0.1, { kind: 'air.read', place: 'tent', celsius: 9, humidity: 0.5 }),
    check(8, 20, 'peeling'),
  );
  expect(risksOf({ ...risky, pieces: risky.pack.pieces })).toEqual([
    'it was cold at a coat',
    '1 finding so far',
  ]);
  const worn = (n: number) =>
    pieces.map((p, i) => ({
      ...p,
      condition: { ...p.condition, wear: i < n ? (2 as const) : (0 as const) },
    }));
  expect(risksOf({ ...bench(), pieces: worn(8) })).toEqual([
    'heavy use: 8 of 30 pieces were worn when it was surveyed',
  ]);
  expect(risksOf({ ...bench(), pieces: worn(7) })).toEqual([]);
  const plan = visitPlan(risky, 89 * DAY);
  expect(plan?.visit.day).toBe(90);
  expect(plan?.pieces.find((p) => p.code === '21')?.why).toBe('it failed before');
});
