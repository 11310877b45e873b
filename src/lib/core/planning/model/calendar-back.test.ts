/** Walking work back and forth over open hours, against the earliest run that a calendar gives. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DAY } from '../../../../../tests/plan-builders';
import { earliestRun } from './calendar';
import { latestStart, startToEndAt } from './calendar';
import { always } from '../../../../../tests/budget';

describe('work walked back from a moment', () => {
  const seeds = fc.record({
    end: fc.integer({ min: 500, max: 4 * 1440 }),
    minutes: fc.integer({ min: 1, max: 240 }),
    pausable: fc.boolean(),
  });
  it('is the latest start that still ends by then', () => {
    always(
      fc.property(seeds, ({ end, minutes, pausable }) => {
        const start = latestStart(DAY, end, minutes, pausable);
        if (start === null) return fc.pre(false);
        const run = earliestRun(DAY, start, minutes, pausable);
        expect(run?.[0]).toBe(start);
        expect(run?.[1]).toBeLessThanOrEqual(end);
        const later = earliestRun(DAY, start + 1, minutes, pausable);
        expect(later === null || later[1] > end).toBe(true);
      }),
    );
  });
  it('pushes no further than an end needs', () => {
    always(
      fc.property(seeds, ({ end, minutes, pausable }) => {
        const start = startToEndAt(DAY, end, minutes, pausable);
        if (start === null) return fc.pre(false);
        expect(earliestRun(DAY, start, minutes, pausable)?.[1] ?? Infinity).toBeGreaterThanOrEqual(end);
        const sooner = earliestRun(DAY, Math.max(0, start - 1), minutes, pausable);
        if (start > (DAY[0]?.[0] ?? 0) && sooner && sooner[0] < start) expect(sooner[1]).toBeLessThan(end);
      }),
    );
  });
});
