import fc from 'fast-check';
import { expect, it } from 'vitest';
import { massOf, mixFor, mixHolding, splitMixes } from './mix';
import { always } from '../../../../tests/budget';

it('mixes 7 : 1 with 10 % thinner of both to one litre', () => {
  // By hand: 8.8 parts make 1000 mL, so a part is 113.64 mL.
  const { a, b, thinner } = mixFor({ a: 7, b: 1, thinner: 0.1, thinnerOf: 'A+B' }, 1000);
  expect([a, b, thinner].map((v) => v.toFixed(2))).toEqual(['795.45', '113.64', '90.91']);
});

it('takes the thinner of A alone where the sheet says so', () => {
  const { a, thinner } = mixFor({ a: 7, b: 1, thinner: 0.1, thinnerOf: 'A' }, 870);
  expect(thinner / a).toBeCloseTo(0.1, 12);
});

it('always adds up to the wanted volume, in the wanted parts', () => {
  const part = fc.double({ min: 0.1, max: 20, noNaN: true });
  always(
    fc.property(
      part,
      part,
      fc.double({ min: 0, max: 0.5, noNaN: true }),
      fc.constantFrom('A+B' as const, 'A' as const),
      (a, b, thinner, thinnerOf) => {
        const mix = mixFor({ a, b, thinner, thinnerOf }, 500);
        expect(mix.a + mix.b + mix.thinner).toBeCloseTo(500, 6);
        expect(mix.a / mix.b).toBeCloseTo(a / b, 6);
      },
    ),
  );
  expect(() => mixFor({ a: 0, b: 1, thinner: 0, thinnerOf: 'A' }, 1)).toThrow(/Parts/);
});

it('mixes by mass where the sheet says so: the scale shows the parts', () => {
  const densities = { a: 1.4, b: 1.05, thinner: 0.87 };
  const amounts = mixFor({ a: 100, b: 20, thinner: 0.1, thinnerOf: 'A', by: 'mass', densities }, 1000);
  const grams = massOf(amounts, densities);
  expect(grams.a / grams.b).toBeCloseTo(5, 9);
  expect(grams.thinner / grams.a).toBeCloseTo(0.1, 9);
  expect(amounts.a + amounts.b + amounts.thinner).toBeCloseTo(1000, 9);
  expect(() => mixFor({ a: 1, b: 1, thinner: 0, thinnerOf: 'A', by: 'mass' }, 1)).toThrow(/densities/);
});

it('splits a lot over mixes that are used up in time', () => {
  // 500 min of spraying, four hours of pot life of which 20 min stand: 220 usable, so three mixes.
  expect(splitMixes(3000, 500, 240, 20)).toEqual([1000, 1000, 1000]);
  expect(splitMixes(800, 60, 240, 20)).toEqual([800]);
  expect(() => splitMixes(800, 60, 20, 20)).toThrow(/no time/);
});

it('holds what the take-off asks for, however the thinner is named', () => {
  const densities = { a: 1.3, b: 1.05, thinner: 0.87 };
  // By hand, 800 mL of 7 : 1 with 10 %: of A, 70 mL of thinner; by mass 7/1.3 + 1/1.05 = 6.337 parts carry 0.8/0.87 = 0.9195.
  const ofA = mixHolding({ a: 7, b: 1, thinner: 0.1, thinnerOf: 'A' }, 800);
  expect([ofA.a, ofA.b, ofA.thinner].map(Math.round)).toEqual([700, 100, 70]);
  const byMass = mixHolding({ a: 7, b: 1, thinner: 0.1, thinnerOf: 'A+B', by: 'mass', densities }, 800);
  expect(byMass.a + byMass.b).toBeCloseTo(800, 9);
  expect(byMass.thinner).toBeCloseTo((800 * 0.9195) / 6.337, 1);
});

it('refuses what is no volume, no number, no part', () => {
  const ratio = { a: 7, b: 1, thinner: 0.1, thinnerOf: 'A' } as const;
  for (const total of [NaN, -1, Infinity]) expect(() => mixFor(ratio, total)).toThrow(RangeError);
  for (const wrong of [{ a: NaN }, { b: -1 }, { thinner: NaN }, { a: Infinity }])
    expect(() => mixFor({ ...ratio, ...wrong }, 1000)).toThrow(RangeError);
  for (const [total, minutes] of [
    [-1, 60],
    [800, NaN],
    [800, -5],
  ] as const)
    expect(() => splitMixes(total, minutes, 240, 20)).toThrow(RangeError);
  expect(() => splitMixes(800, 60, 240, -20)).toThrow(RangeError);
});
