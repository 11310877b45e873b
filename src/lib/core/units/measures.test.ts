import { expect, it } from 'vitest';
import { fahrenheit, formatArea, formatFilm, formatVolume, ML_PER_US_GALLON } from './measures';

it('holds the definitions', () => {
  // NIST SP 811, appendix B: 1 US gal = 3.785 411 784 L exactly.
  expect(ML_PER_US_GALLON).toBeCloseTo(3785.411784, 6);
  expect(fahrenheit(25)).toBe(77);
  expect(formatVolume(3785.41, 'us')).toBe('1.00 gal');
  expect(formatArea(9.290304, 'us')).toBe('100 ft²');
  expect(formatFilm(38.1, 'us')).toBe('1.5 mil');
});
