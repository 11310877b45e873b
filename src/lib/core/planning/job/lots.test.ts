import * as fc from 'fast-check';
import { expect, it } from 'vitest';
import { divide, DIVISIONS, lotName, type Divided } from './lots';
import { always } from '../../../../../tests/budget';

type Piece = Divided & { id: number };
const pieces = fc
  .array(fc.record({ walls: fc.integer({ min: 1, max: 14 }), w: fc.integer({ min: 200, max: 600 }) }), {
    maxLength: 9,
  })
  .map((walls) =>
    walls.flatMap(({ walls: n, w }, k) =>
      Array.from({ length: n }, (_, i) => ({ wall: `wall ${k}`, w: w + i * 20, h: i % 3 ? 700 : 180 })),
    ),
  )
  .map((list): Piece[] => list.map((p, id) => ({ ...p, id })));
const most = fc.integer({ min: 1, max: 60 });
const sizes = (lots: readonly unknown[][]): number[] => lots.map((l) => l.length);

it('divides every piece into one lot, none above the most and none empty, in order within each', () => {
  always(
    fc.property(pieces, most, fc.constantFrom(...DIVISIONS), (list, n, way) => {
      const lots = divide(list, n, way);
      expect(
        lots
          .flat()
          .map((p) => p.id)
          .sort((a, b) => a - b),
      ).toEqual(list.map((p) => p.id));
      for (const lot of lots) {
        expect(lot.length).toBeGreaterThan(0);
        expect(lot.length).toBeLessThanOrEqual(n);
        expect(lot.map((p) => p.id)).toEqual(lot.map((p) => p.id).sort((a, b) => a - b));
      }
    }),
  );
  expect([0, 25, 26].map(lotName)).toEqual(['A', 'Z', 'A2']);
  expect(() => divide<Piece>([], 0)).toThrow(/at least one/);
});

it('divides evenly, as few lots as can be', () => {
  always(
    fc.property(pieces, most, (list, n) => {
      const lots = divide(list, n);
      expect(lots.length).toBe(Math.ceil(list.length / n));
      if (lots.length) expect(Math.max(...sizes(lots)) - Math.min(...sizes(lots))).toBeLessThanOrEqual(1);
      expect(lots.flat()).toEqual(list);
    }),
  );
});

it('takes no lot round a corner that whole walls do not fill', () => {
  always(
    fc.property(pieces, most, (list, n) => {
      const lots = divide(list, n, 'walls');
      const ofWall = (wall: string): number => list.filter((p) => p.wall === wall).length;
      for (const lot of lots) {
        const walls = [...new Set(lot.map((p) => p.wall))];
        if (walls.length > 1)
          for (const wall of walls) expect(lot.filter((p) => p.wall === wall).length).toBe(ofWall(wall));
      }
    }),
  );
});

it('keeps large pieces apart from small ones', () => {
  always(
    fc.property(pieces, most, (list, n) => {
      const lots = divide(list, n, 'sizes').map((lot) => lot.map((p) => p.w * p.h));
      for (const [k, lot] of lots.entries())
        for (const later of lots.slice(k + 1))
          expect(Math.min(...lot)).toBeGreaterThanOrEqual(Math.max(...later));
    }),
  );
});

it('makes the lot at one end about half as large as the others', () => {
  always(
    fc.property(fc.integer({ min: 4, max: 200 }), fc.integer({ min: 4, max: 60 }), (count, n) => {
      const list = Array.from({ length: count }, (_, id): Piece => ({ id, wall: 'A', w: 400, h: 700 }));
      const [first = 0, ...others] = sizes(divide(list, n, 'small-first'));
      expect(first).toBeLessThanOrEqual(Math.min(...others));
      expect(2 * first).toBeGreaterThanOrEqual(Math.min(...others) - 3);
      expect(sizes(divide(list, n, 'small-last'))).toEqual([...others.reverse(), first].map(Number));
    }),
  );
});
