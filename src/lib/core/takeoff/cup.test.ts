import fc from 'fast-check';
import { expect, it } from 'vitest';
import { CUP_KEYS, CUPS, secondsIn, thinnerFor, viscosity } from './cup';
import { always } from '../../../../tests/budget';

// Formulas of ASTM D1200, ISO 2431 and DIN 53211, from memory; the values worked by hand.
it('turns seconds into viscosity', () => {
  expect(viscosity('ford-4', 30)).toBeCloseTo(98.21, 2);
  expect(viscosity('iso-4', 60)).toBeCloseTo(78.87, 2);
  expect(viscosity('din-4', 30)).toBeCloseTo(4.57 * 30 - 452 / 30, 9);
  // The cups overlap: 98.2 cSt runs from the ISO 4 mm cup in about 73.7 s.
  expect(secondsIn('iso-4', 98.21)).toBeCloseTo(73.67, 1);
});

it('says when the cup is the wrong one', () => {
  expect(() => viscosity('ford-4', 12)).toThrow(/smaller hole/);
  expect(() => viscosity('ford-4', 140)).toThrow(/larger hole/);
  expect(secondsIn('ford-2', 2000)).toBeNull();
});

it('every cup reads thicker as more, and back', () => {
  always(
    fc.property(
      fc.constantFrom(...CUP_KEYS),
      fc.double({ min: 20, max: 99, noNaN: true }),
      (cup, seconds) => {
        expect(CUPS[cup].nu(seconds + 1)).toBeGreaterThan(CUPS[cup].nu(seconds));
        expect(secondsIn(cup, CUPS[cup].nu(seconds))).toBeCloseTo(seconds, 6);
      },
    ),
  );
});

it('finds the thinner for a target from two readings, straight in the logarithm', () => {
  const [a, b] = [
    { share: 0, nu: 200 },
    { share: 0.1, nu: 50 },
  ];
  // Half way in the logarithm: √(200 · 50) = 100.
  expect(thinnerFor(100, a, b)).toBeCloseTo(0.05, 12);
  expect(thinnerFor(25, a, b)).toBeCloseTo(0.15, 12);
  expect(() => thinnerFor(300, a, b)).toThrow(/already/);
  expect(() => thinnerFor(100, a, { share: 0.1, nu: 220 })).toThrow(/thicker/);
  expect(() => thinnerFor(100, a, a)).toThrow(/Two readings/);
});
