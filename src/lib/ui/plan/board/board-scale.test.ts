import { HOUR } from '$core/units/durations';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boardScale, cutStretches } from './board-scale';
import { always } from '../../../../../tests/budget';

const span = fc.tuple(fc.integer({ min: -5, max: 60 }), fc.integer({ min: 0, max: 20 })).map(([a, n]) => {
  return [a * HOUR, (a + n) * HOUR] as const;
});
const usual = { from: 0, to: 48 * HOUR, worked: [], left: 70, right: 8, room: 880, perHour: 0 };

describe('cutStretches', () => {
  it('covers the span in order and without gaps, open where any span is', () => {
    always(
      fc.property(fc.array(span, { maxLength: 8 }), (spans) => {
        const cuts = cutStretches(0, 48 * HOUR, spans);
        expect(cuts[0]?.a).toBe(0);
        expect(cuts.at(-1)?.b).toBe(48 * HOUR);
        cuts.slice(1).forEach((c, i) => expect(c.a).toBe(cuts[i]?.b));
        for (const c of cuts) {
          const middle = (c.a + c.b) / 2;
          expect(c.closed).toBe(!spans.some(([a, b]) => a <= middle && middle < b));
        }
      }),
    );
  });
});

describe('boardScale', () => {
  const open = [
    [8 * HOUR, 12 * HOUR],
    [13 * HOUR, 17 * HOUR],
    [32 * HOUR, 40 * HOUR],
  ] as const;

  it('folds a night to 16 px and a lunch to 5, and gives the open hours the rest of the room', () => {
    const scale = boardScale({ ...usual, open, nights: false });
    expect(scale.stretches.filter((s) => s.closed).map((s) => s.w)).toEqual([16, 5, 16, 16]);
    expect(scale.width).toBe(880);
    const widths = scale.stretches.filter((s) => !s.closed).map((s) => s.w);
    expect(widths[2]).toBeCloseTo(2 * (widths[0] ?? 0), 9);
  });

  it('gives every hour the same room with nights to scale', () => {
    const scale = boardScale({ ...usual, open, nights: true });
    for (const s of scale.stretches) expect(s.w / (s.b - s.a)).toBeCloseTo((880 - 78) / (48 * HOUR), 12);
  });

  it('gives an hour so much as was asked for, whatever the room', () => {
    const scale = boardScale({ ...usual, open, nights: false, perHour: 96 });
    expect(scale.x(10 * HOUR) - scale.x(9 * HOUR)).toBeCloseTo(96, 9);
    expect(scale.width).toBeGreaterThan(880);
  });

  it('finds the moment back from its place, within open hours', () => {
    always(
      fc.property(fc.double({ min: 8.01, max: 11.99, noNaN: true }), fc.boolean(), (hour, nights) => {
        const scale = boardScale({ ...usual, open, nights });
        expect(scale.momentAt(scale.x(hour * HOUR)) / HOUR).toBeCloseTo(hour, 6);
      }),
    );
  });

  it('never puts a later moment before an earlier one', () => {
    const scale = boardScale({ ...usual, open, nights: false });
    let last = -Infinity;
    for (let t = 0; t <= 48; t += 0.5) {
      expect(scale.x(t * HOUR)).toBeGreaterThanOrEqual(last);
      last = scale.x(t * HOUR);
    }
  });
});
