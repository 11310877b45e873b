import { describe, expect, it } from 'vitest';
import { UM_PER_MIL } from '../units/measures';
import { coatVolume, spreadRate, wetFilm } from './film';

// Worked by hand from the definitions: 231 in³ spread one mil thick; 1 L spread 1 µm thick.
describe('film and coverage', () => {
  const perGallon = (m2PerLitre: number) => (m2PerLitre * 3.785411784) / 0.09290304;
  it('covers 1604.17 ft² a gallon at one mil', () =>
    expect(perGallon(spreadRate(UM_PER_MIL, 1))).toBeCloseTo(1604.17, 2));

  it('lays 4.145 mil wet for 1.5 mil dry at 38 % solids, thinned 5 %', () => {
    expect(wetFilm(1.5, 0.38, 0.05)).toBeCloseTo(4.145, 3);
  });

  it('spreads 406.4 ft² a gallon, 264.2 at 65 % transfer', () => {
    expect(perGallon(spreadRate(1.5 * UM_PER_MIL, 0.38))).toBeCloseTo(406.4, 1);
    expect(perGallon(spreadRate(1.5 * UM_PER_MIL, 0.38, 0.65))).toBeCloseTo(264.2, 1);
  });

  it('needs more paint sprayed than brushed, for the same film', () => {
    expect(coatVolume(10, 38, 0.38, 'spray') / coatVolume(10, 38, 0.38, 'brush-roller')).toBeCloseTo(
      0.92 / 0.65,
      9,
    );
    expect(coatVolume(10, 38, 0.38, 'spray')).toBeCloseTo((10 * 38) / 0.38 / 0.65, 6);
  });

  it('refuses solids that are no share', () => {
    expect(() => wetFilm(1, 0)).toThrow(/solids/);
    expect(() => wetFilm(1, 1.2)).toThrow(RangeError);
    expect(() => wetFilm(1, 0.4, -0.1)).toThrow(/Thinner/);
  });
});
