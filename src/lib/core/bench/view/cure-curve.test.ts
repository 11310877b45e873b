import { DAY } from '$core/units/durations';
import { expect, it } from 'vitest';
import { did, MINUTE, takenDown } from '../../../../../tests/bench-builders';
import { benchOf, packOf } from '../../../../../tests/bench-pack';
import { careDates } from './care';
import { cureCurve } from './cure-curve';

const { pieces, route } = packOf();
const ids = pieces.map((p) => p.id);
const steps = route.slice(0, route.findLastIndex((s) => s.kind === 'coat') + 1);
const coated = [
  ...takenDown(ids),
  ...steps.flatMap((s, i) => did(s.key, 1000 + 1440 * i, 1030 + 1440 * i, ids)),
];
const last = (1030 + 1440 * (steps.length - 1)) * MINUTE;

it('rises from the last coat to a day after the cure, by the waits of the sheet', () => {
  const bench = benchOf(coated);
  const curve = cureCurve(bench, last + DAY);
  const cured = careDates(bench.state, bench.route, ids, bench.waits).find((d) => d.stage === 'cured');
  expect(curve?.cured).toBe(cured?.at);
  const points = curve?.points ?? [];
  expect(points[0]).toEqual({ at: last, share: 0 });
  expect(points.at(-1)).toEqual({ at: (cured?.at ?? NaN) + DAY, share: 1 });
  for (const [i, p] of points.slice(1).entries()) {
    expect(p.at).toBeGreaterThan(points[i]?.at ?? NaN);
    expect(p.share).toBeGreaterThanOrEqual(points[i]?.share ?? NaN);
  }
  // Without a climate nothing is foreseen for other rooms.
  expect(curve?.rooms).toEqual([]);
});

it('is none while a coat is still to come', () => {
  expect(cureCurve(benchOf(coated.slice(0, -2)), last)).toBeNull();
});
