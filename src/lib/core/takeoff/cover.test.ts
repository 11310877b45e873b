import fc from 'fast-check';
import { expect, it } from 'vitest';
import { cheapestCover, type CanSize } from './cover';
import { always } from '../../../../tests/budget';

it('takes the cheapest, not the closest', () => {
  const sizes = [
    { ml: 1000, cents: 4000 },
    { ml: 3800, cents: 9900 },
  ];
  // Three litres one by one cost 120, a gallon 99.
  expect(cheapestCover(2900, sizes)).toMatchObject({ cents: 9900, ml: 3800 });
  expect(cheapestCover(1900, sizes)).toMatchObject({ cents: 8000, ml: 2000 });
  expect(cheapestCover(0, sizes)).toEqual({ cans: [], ml: 0, cents: 0 });
});

it('leaves as little over as can be where no price is known', () => {
  const cover = cheapestCover(3100, [
    { ml: 750, cents: null },
    { ml: 2500, cents: null },
  ]);
  expect(cover).toMatchObject({ ml: 3250, cents: null });
  expect(() => cheapestCover(100, [])).toThrow(/at least one size/);
  expect(() => cheapestCover(NaN, [{ ml: 1, cents: 1 }])).toThrow(RangeError);
});

it('is never dearer than any other cover (tried one by one)', () => {
  const size = fc.record({
    ml: fc.integer({ min: 2, max: 40 }).map((n) => n * 100),
    cents: fc.integer({ min: 100, max: 9000 }),
  });
  const all = (need: number, sizes: readonly CanSize[]): number => {
    const [first, ...rest] = sizes;
    if (need <= 0) return 0;
    if (!first) return Infinity;
    let best = Infinity;
    for (let n = 0; n <= Math.ceil(need / first.ml); n++)
      best = Math.min(best, n * (first.cents ?? 0) + all(need - n * first.ml, rest));
    return best;
  };
  always(
    fc.property(
      fc.array(size, { minLength: 1, maxLength: 3 }),
      fc.integer({ min: 1, max: 120 }),
      (sizes, n) => {
        const need = n * 100;
        const cover = cheapestCover(need, sizes);
        expect(cover.ml).toBeGreaterThanOrEqual(need);
        expect(cover.cents).toBe(all(need, sizes));
      },
    ),
  );
});
