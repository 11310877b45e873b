import fc from 'fast-check';
import { expect, it } from 'vitest';
import { sayMinutes } from './clock-time';
import { readWait, writeWait } from './wait';
import { always } from '../../../../tests/budget';

it('reads waits as they are written', () => {
  expect(['45', '45 min', '16 h', '2d 4h', '1.5 h', '1,5h', '3 w'].map(readWait)).toEqual([
    45, 45, 960, 3120, 90, 90, 30_240,
  ]);
  for (const bad of ['', 'soon', '4 fortnights', 'h 3', '3 h x']) expect(readWait(bad)).toBeNaN();
});

it('writes what reads back exactly, and reads what the pages say', () => {
  always(
    fc.property(fc.integer({ min: 0, max: 60_000 }), (minutes) => {
      expect(readWait(writeWait(minutes))).toBe(minutes);
      const read = readWait(sayMinutes(minutes));
      expect(Math.abs(read - minutes)).toBeLessThanOrEqual(minutes < 2880 ? 0 : 30);
    }),
  );
});
