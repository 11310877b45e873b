import { MINUTE } from '$core/units/durations';
import { describe, expect, it } from 'vitest';
import { cupAge, cupsNow, nextBatch } from './cups';
import { fold } from '../log/fold';
import type { Mix } from '../state/state';

const AT = Date.UTC(2026, 2, 12, 1, 30);
const mix = (batch: string, more: Partial<Mix> = {}): Mix => ({
  id: batch,
  product: 'two-pack',
  batch,
  a: 700,
  b: 100,
  thinner: 80,
  at: AT,
  worker: 'ines',
  // Stands 15 to 20 min, T12; used within two hours.
  readyAt: AT + 20 * MINUTE,
  useBy: AT + 120 * MINUTE,
  ...more,
});

describe('a cup', () => {
  it('stands, may be used, and is past its pot life, to the minute', () => {
    const ages = [19, 20, 120, 121].map((min) => cupAge(mix('1'), AT + min * MINUTE));
    expect(ages.map((a) => a.state)).toEqual(['reacting', 'good', 'good', 'past']);
    expect(ages.map((a) => ((a.until ?? 0) - AT) / MINUTE)).toEqual([20, 120, 120, 120]);
    expect(cupAge(mix('1', { useBy: null }), AT + 9e9)).toEqual({ state: 'good', until: null });
  });
  it('is spoken of until it was surely poured out; newest first', () => {
    const state = { ...fold([]), mixes: [mix('old', { useBy: AT - 13 * 3_600_000 }), mix('1'), mix('2')] };
    const shown = cupsNow(state, AT + 130 * MINUTE);
    expect(shown.map((c) => [c.batch, c.age.state])).toEqual([
      ['2', 'past'],
      ['1', 'past'],
    ]);
    // Nine in the evening of the 11th in Halifax, the 12th by the clock of Greenwich.
    expect(nextBatch(state, AT, 'America/Halifax')).toBe('4-0311');
  });
});
