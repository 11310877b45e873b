/** Few and small turns that leave little: by hand, and against every combination of a grid. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { always } from '../../../../tests/budget';
import { leastTurns, leftover, wholeSteps } from './least-turns';

const wide = { from: -9, to: 9 };
const worst = (values: readonly number[]): number => Math.max(...values.map(Math.abs));

it('one screw is turned where one will do', () => {
  const p = leastTurns([[1, 1]], [1], [wide, wide], 0);
  expect(p.filter((v) => v !== 0)).toEqual([expect.closeTo(1, 6)]);
});

it('what may be left saves a screw, and no more than may be left', () => {
  const rows = [
    [1, 0],
    [0, 1],
  ];
  expect(leastTurns(rows, [1, 0.3], [wide, wide], 0.5)).toEqual([expect.closeTo(1, 6), 0]);
  expect(leastTurns(rows, [1, 0.3], [wide, wide], 0.1)).toEqual([
    expect.closeTo(1, 6),
    expect.closeTo(0.3, 6),
  ]);
});

it('where more than that is left in any case, a screw that changes nothing is left out all the same', () => {
  // The first screw cannot mend both at once; the second one’s reach ends where it is.
  const rows = [
    [1, 1],
    [-1, -1],
  ];
  const p = leastTurns(rows, [1, 1], [wide, { from: 0, to: 0 }], 0.2);
  expect(worst(leftover(rows, [1, 1], p))).toBeCloseTo(1, 6);
  expect(p[1]).toBe(0);
});

const number = fc.double({ min: -1, max: 1, noNaN: true });
const problem = fc.record({
  rows: fc.array(fc.tuple(number, number), { minLength: 2, maxLength: 4 }),
  all: fc.array(fc.double({ min: -3, max: 3, noNaN: true }), { minLength: 4, maxLength: 4 }),
});
const reach = { from: -2, to: 2 };
const squares = (values: readonly number[]): number => values.reduce((sum, v) => sum + v * v, 0);

it('no screw goes beyond its reach, and turning them leaves no more than leaving them', () => {
  always(
    fc.property(problem, ({ rows, all }) => {
      const wanted = all.slice(0, rows.length);
      const p = leastTurns(rows, wanted, [reach, reach], 0);
      for (const v of p) expect(Math.abs(v)).toBeLessThanOrEqual(2);
      expect(worst(leftover(rows, wanted, p))).toBeLessThanOrEqual(Math.sqrt(squares(wanted)) + 1e-9);
    }),
  );
});

/** Two screws that do nearly the same: what one leaves by rounding, the other takes up. */
const alike = fc
  .record({ rows: fc.array(fc.tuple(number, number), { minLength: 2, maxLength: 4 }), all: problem })
  .map(({ rows, all }) => ({ rows: rows.map(([a, b]): [number, number] => [a, a + b / 10]), all: all.all }));

it('in whole steps no other step of one or two screws would leave less', () => {
  const step = [0.25, 0.4];
  always(
    fc.property(fc.oneof(problem, alike), ({ rows, all }) => {
      const wanted = all.slice(0, rows.length);
      const p = leastTurns(rows, wanted, [reach, reach], 0);
      const whole = wholeSteps(rows, wanted, [reach, reach], p, step);
      const left = (n: readonly number[]): number =>
        squares(
          leftover(
            rows,
            wanted,
            n.map((k, j) => k * (step[j] ?? NaN)),
          ),
        );
      const isWithin = (n: readonly number[]): boolean =>
        n.every((k, j) => Math.abs(k * (step[j] ?? NaN)) <= 2 + 1e-9);
      expect(isWithin(whole)).toBe(true);
      const [a = 0, b = 0] = whole;
      const turned = p.map((v) => v !== 0);
      for (const i of turned[0] ? [-1, 0, 1] : [0])
        for (const k of turned[1] ? [-1, 0, 1] : [0])
          if (isWithin([a + i, b + k])) expect(left([a + i, b + k])).toBeGreaterThan(left(whole) - 1e-8);
    }),
  );
});
