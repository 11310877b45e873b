import { DAY } from '$core/units/durations';
import { describe, expect, it } from 'vitest';
import { crossCutClass } from './cross-cut';
import { earliestRemedy, failureOf } from './failures';
import { sampleSize } from './sampling';

describe('cross-cut classes', () => {
  // ASTM D3359 method B: 5B none; 4B below 5 %; 3B 5–15 %; 2B 15–35 %; 1B 35–65 %; 0B above 65 %.
  it.each([
    [0, 25, '5B', 0],
    [1, 25, '4B', 1],
    [2, 25, '3B', 2],
    [3, 25, '3B', 2],
    [4, 25, '2B', 3],
    [8, 25, '2B', 3],
    [9, 25, '1B', 4],
    [16, 25, '1B', 4],
    [17, 25, '0B', 5],
    [4, 100, '4B', 1],
    [5, 100, '3B', 2],
    [15, 100, '3B', 2],
    [16, 100, '2B', 3],
    [65, 100, '1B', 4],
    [66, 100, '0B', 5],
  ] as const)('%d of %d off is %s, ISO %d', (flaked, lattice, astm, iso) => {
    expect(crossCutClass(flaked, lattice)).toEqual({ share: flaked / lattice, astm, iso });
  });

  it('refuses more squares than there are', () =>
    expect(() => crossCutClass(26, 25)).toThrow(/from 0 to 25/));
});

describe('how many to check', () => {
  // Hypergeometric, computed by hand: C(N−K, n) / C(N, n).
  it.each([
    [40, 4, 0.9, 17],
    [40, 4, 0.95, 21],
    [31, 3, 0.9, 17],
    [31, 3, 0.95, 19],
    [5, 5, 0.9, 1],
    [4, 1, 0.99, 4],
    // At equality, by hand: 1/10, and C(19,14)/C(21,14) = 7·6/(21·20) = 1/10.
    [10, 1, 0.9, 9],
    [21, 2, 0.9, 14],
  ])('N %d, K %d at %d: %d', (n, k, confidence, size) => expect(sampleSize(n, k, confidence)).toBe(size));

  it('says what is wrong with a question that makes no sense', () => {
    expect(() => sampleSize(10, 11, 0.9)).toThrow(/1 to 10/);
    expect(() => sampleSize(10, 1, 1)).toThrow(/between 0 and 1/);
  });
});

describe('remedies', () => {
  it('waits for the film, never goes back before the check', () => {
    // T22, common practice: a run is cut back after two weeks.
    expect(earliestRemedy(failureOf('run'), 3 * DAY, 0, null)).toBe(14 * DAY);
    expect(earliestRemedy(failureOf('run'), 40 * DAY, 0, null)).toBe(40 * DAY);
    expect(earliestRemedy(failureOf('nick'), 3 * DAY, 0, null)).toBe(3 * DAY);
  });
  it('waits for the cure where the remedy needs it', () => {
    expect(earliestRemedy(failureOf('print'), DAY, 0, 21 * 1440)).toBe(21 * DAY);
    expect(() => failureOf('gone')).toThrow(/no failure/);
  });
});
