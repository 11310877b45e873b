import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatLength, parseLength } from './length';

describe('lengths', () => {
  it.each([
    ['36', 'in', 914.4],
    ['14 3/8', 'in', 365.125],
    ['3/4"', 'mm', 19.05],
    ['91.5 cm', 'in', 915],
    ['914mm', 'in', 914],
    ['91,5', 'cm', 915],
  ] as const)('reads %s with bare numbers in %s', (text, unit, mm) => {
    expect(parseLength(text, unit)).toBeCloseTo(mm, 9);
  });

  it.each(['', '0', '-3', 'wide', '1/0', '3 4', '12 ft'])('refuses “%s”', (text) => {
    expect(parseLength(text, 'in')).toBeNull();
  });

  it('writes inches that read back to within a thirty-second', () => {
    fc.assert(
      fc.property(fc.double({ min: 2, max: 6000, noNaN: true }), (mm) => {
        const back = parseLength(formatLength(mm, 'in'), 'in');
        expect(Math.abs((back ?? 0) - mm)).toBeLessThanOrEqual(25.4 / 32 + 1e-9);
      }),
    );
  });
});
