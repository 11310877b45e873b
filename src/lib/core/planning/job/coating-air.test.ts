/** Hours in which a product may be laid, against asking the air minute by minute; and plans that keep to them. */
import { MINUTE } from '$core/units/durations';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { judgeAir } from '$core/air/humid-air';
import { URETHANE_ENAMEL } from '$core/coating/systems/products';
import type { Climate } from '$core/drying/climate';
import { hoursToCoat, mayCoatFrom } from './coating-air';
import { always } from '../../../../../tests/budget';

const { limits } = URETHANE_ENAMEL;
const climate = fc
  .record({
    start: fc.integer({ min: -300, max: 300 }),
    air: fc.array(
      fc.record({
        celsius: fc.integer({ min: 0, max: 40 }),
        humidity: fc.integer({ min: 20, max: 100 }).map((p) => p / 100),
      }),
      { maxLength: 30 },
    ),
  })
  .map(({ start, air }): Climate => ({
    start: start * MINUTE,
    step: 60,
    air: air.map((a) => ({ ...a, wind: 0.1 })),
  }));
/** Before it begins nothing is known; beyond its end its last whole days come again, a week of them at most. */
const allowed = ({ start, step, air }: Climate, minute: number): boolean => {
  let k = Math.floor((minute * MINUTE - start) / (step * MINUTE));
  const again = air.length >= 24 ? 24 * Math.min(7, Math.floor(air.length / 24)) : air.length;
  while (again > 0 && k >= air.length) k -= again;
  const hour = air[k];
  return !hour || judgeAir(hour, limits).coat;
};

describe('the hours whose air suits a product', () => {
  it('are those that the air of every minute allows, sorted and apart', () => {
    always(
      fc.property(climate, (of) => {
        const open = hoursToCoat(of, limits, 0, 1500);
        const inside = (m: number): boolean => open.some(([a, b]) => a <= m && m < b);
        for (let m = 0; m < 1500; m += 7) expect([m, inside(m)]).toEqual([m, allowed(of, m)]);
        open.forEach(([a, b], i) => {
          expect(a).toBeLessThan(b);
          expect(a).toBeGreaterThan(open[i - 1]?.[1] ?? -1);
        });
      }),
    );
  });
  it('begin where the next of them is asked for', () => {
    always(
      fc.property(climate, fc.integer({ min: 0, max: 1400 }), (of, at) => {
        const from = mayCoatFrom(of, limits, at * MINUTE);
        const first = Array.from({ length: 6000 }, (_, i) => at + i).find((m) => allowed(of, m)) ?? null;
        expect(from === null ? null : from / MINUTE).toBe(first);
      }),
    );
  });
});
