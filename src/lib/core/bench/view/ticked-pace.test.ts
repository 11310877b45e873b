import { MINUTE } from '$core/units/durations';
import { describe, expect, it } from 'vitest';
import { tickedPace } from './ticked-pace';

const ticks = (worker: string, ...at: number[]) => at.map((m) => ({ at: m * MINUTE, worker, minutes: 4 }));

describe('what ticks teach', () => {
  it('is the time from one to the next over the figures', () => {
    // Five, six and seven minutes where twelve are reckoned.
    expect(tickedPace(ticks('a', 0, 5, 11, 18))).toBeCloseTo(18 / 12, 12);
  });
  it('reckons two people each by themselves, in whatever order they are written', () => {
    const both = [...ticks('b', 103, 107, 111), ...ticks('a', 100, 104, 108)];
    expect(tickedPace(both)).toBeCloseTo(1, 12);
  });
  it('leaves out a lunch and what was ticked all at once', () => {
    expect(tickedPace(ticks('a', 0, 4, 8, 68, 72, 72))).toBeCloseTo(1, 12);
  });
  it('says nothing of two gaps, of none and of ticks alone', () => {
    expect(tickedPace(ticks('a', 0, 4, 8))).toBeNull();
    expect(tickedPace([])).toBeNull();
    expect(tickedPace(['a', 'b', 'c', 'd'].flatMap((w, i) => ticks(w, 4 * i)))).toBeNull();
  });
});
