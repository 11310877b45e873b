import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatLength, LENGTH_UNITS, parseLength, writeLength } from './length';
import { always } from '../../../../tests/budget';

describe('lengths', () => {
  it.each([
    ['36', 'in', 914.4],
    ['14 3/8', 'in', 365.125],
    ['3/4"', 'mm', 19.05],
    ['91.5 cm', 'in', 915],
    ['914mm', 'in', 914],
    ['91,5', 'cm', 915],
    ['1,234 mm', 'in', 1234],
    ['1,5 mm', 'in', 1.5],
  ] as const)('reads %s with bare numbers in %s', (text, unit, mm) => {
    expect(parseLength(text, unit)).toBeCloseTo(mm, 9);
  });

  it.each(['', '0', '-3', 'wide', '1/0', '3 4', '12 ft', '1,234', '0.0000001 mm'])('refuses “%s”', (text) => {
    expect(parseLength(text, 'in')).toBeNull();
  });

  it('writes inches that read back to within a thirty-second', () => {
    always(
      fc.property(fc.double({ min: 2, max: 6000, noNaN: true }), (mm) => {
        const back = parseLength(formatLength(mm, 'in'), 'in');
        expect(Math.abs((back ?? 0) - mm)).toBeLessThanOrEqual(25.4 / 32 + 1e-9);
      }),
    );
  });

  it('writes exactly: what is written reads back as the same length, in any unit', () => {
    const mm = fc.oneof(
      fc.integer({ min: 1, max: 6_000_000_000 }).map((n) => n / 1e6),
      fc.integer({ min: 1, max: 64 * 200 }).map((n) => Math.round((n / 64) * 25.4e6) / 1e6),
    );
    always(
      fc.property(
        mm,
        fc.constantFrom(...LENGTH_UNITS),
        fc.constantFrom(...LENGTH_UNITS),
        (length, unit, other) => {
          const written = writeLength(length, unit);
          expect(parseLength(written, unit)).toBe(length);
          // With its own unit behind it, it says the same anywhere.
          if (written.endsWith('mm')) expect(parseLength(written, other)).toBe(length);
        },
      ),
    );
    expect(writeLength(365.125, 'in')).toBe('14 3/8');
    expect(writeLength(365.1, 'in')).toBe('365.1 mm');
    expect(writeLength(915, 'cm')).toBe('91.5');
  });
});
