import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distance, shortestRound, travelMinutes, UNKNOWN_TRAVEL, type Stop } from './round';
import { always } from '../../../../tests/budget';

const DAY: [number, number][] = [[8 * 60, 17 * 60]];
const stop = (id: string, minutes = 20, open = DAY): Stop => ({ id, minutes, open });

/** Every order tried: when it is back, or never. */
function tried(
  stops: readonly Stop[],
  travel: readonly (readonly number[])[],
  leaves: number,
  until: number,
): number {
  const n = stops.length;
  let best = Infinity;
  const go = (left: number[], at: number, last: number): void => {
    if (!left.length) {
      const back = at + (travel[last]?.[n] ?? Infinity);
      if (back <= until) best = Math.min(best, back);
      return;
    }
    for (const j of left) {
      const s = stops[j];
      if (!s) continue;
      const arrives = at + (travel[last]?.[j] ?? Infinity);
      const fits = [...s.open]
        .sort((a, b) => a[0] - b[0])
        .map(([from, to]) => [Math.max(arrives, from), to] as const)
        .find(([begins, to]) => begins + s.minutes <= to);
      if (fits)
        go(
          left.filter((k) => k !== j),
          fits[0] + s.minutes,
          j,
        );
    }
  };
  go(
    stops.map((_, i) => i),
    leaves,
    n,
  );
  return best;
}

describe('a round', () => {
  it('goes there and back the short way', () => {
    // On a line: home at 0, houses at 10, 20 and 30 minutes.
    const at = [20, 10, 30, 0];
    const travel = at.map((a) => at.map((b) => Math.abs(a - b)));
    const round = shortestRound([stop('b'), stop('a'), stop('c')], travel, 480, 1020);
    expect(round?.travel).toBe(60);
    expect(round?.back).toBe(480 + 60 + 60);
    expect(round?.stops).toHaveLength(3);
  });

  it('waits for a house that opens later, and says when none of it can be', () => {
    const travel = [
      [0, 10, 10],
      [10, 0, 10],
      [10, 10, 0],
    ];
    const late = stop('late', 20, [[600, 640]]);
    const round = shortestRound([late, stop('any')], travel, 480, 1020);
    expect(round?.stops.map((s) => [s.id, s.begins])).toEqual([
      ['any', 490],
      ['late', 600],
    ]);
    expect(
      shortestRound(
        [stop('x', 20, [[480, 495]])],
        [
          [0, 10],
          [10, 0],
        ],
        480,
        1020,
      ),
    ).toBeNull();
    expect(
      shortestRound(
        [stop('x')],
        [
          [0, 10],
          [10, 0],
        ],
        480,
        510,
      ),
    ).toBeNull();
    expect(shortestRound([], [[0]], 480, 1020)).toMatchObject({ stops: [], back: 480 });
  });

  it('is the best of all orders', () =>
    always(
      fc.property(
        fc.integer({ min: 1, max: 6 }).chain((n) =>
          fc.tuple(
            fc.array(
              fc.record({
                minutes: fc.integer({ min: 5, max: 60 }),
                from: fc.integer({ min: 420, max: 900 }),
                span: fc.integer({ min: 10, max: 500 }),
              }),
              { minLength: n, maxLength: n },
            ),
            fc.array(fc.array(fc.integer({ min: 0, max: 60 }), { minLength: n + 1, maxLength: n + 1 }), {
              minLength: n + 1,
              maxLength: n + 1,
            }),
          ),
        ),
        ([given, travel]) => {
          const stops = given.map((g, i) => stop(String(i), g.minutes, [[g.from, g.from + g.span]]));
          const round = shortestRound(stops, travel, 480, 1200);
          expect(round?.back ?? Infinity).toBe(tried(stops, travel, 480, 1200));
          expect(new Set(round?.stops.map((s) => s.id)).size).toBe(round ? stops.length : 0);
        },
      ),
      300,
    ));

  it('refuses more than it works out', () => {
    const eleven = Array.from({ length: 11 }, (_, i) => stop(String(i)));
    expect(() => shortestRound(eleven, [], 0, 1)).toThrow(/at most 10/);
    expect(() => shortestRound([stop('a')], [[0]], 0, 1)).toThrow(/row and a column/);
  });
});

it('distances are those of the sphere, and a house nobody placed takes a usual time', () => {
  // Halifax and Dartmouth ferry terminals, about 1.6 km apart, from memory.
  const [a, b] = [
    { latitude: 44.6488, longitude: -63.5752 },
    { latitude: 44.6652, longitude: -63.5677 },
  ];
  expect(distance(a, b)).toBeGreaterThan(1.4);
  expect(distance(a, b)).toBeLessThan(2.2);
  // A degree of latitude is a 360th of the meridian: 40,030 km with this radius.
  expect(distance({ latitude: 0, longitude: 0 }, { latitude: 1, longitude: 0 })).toBeCloseTo(111.195, 2);
  expect(travelMinutes(a, null)).toBe(UNKNOWN_TRAVEL);
  expect(travelMinutes(a, a)).toBe(4);
});
