/** A cold shop: no plan reckons with better air than is known, and what the air forbids is said. */
import { isPlan } from '../planning/model/infeasible';
import { DAY } from '$core/units/durations';
import { describe, expect, it } from 'vitest';
import { planInputs } from '../../../../tests/plan-inputs';
import { SHELLAC_URETHANE } from '../coating/systems/index';
import { airBlocks } from './air-blocks';
import { makePlan } from './make-plan';

const AT = Date.UTC(2026, 2, 9, 6);
/** The air of a shop by the hour: 9 °C by day and 4 °C by night for so many days, 20 °C after that. */
const shop = (cold: number, warm: number) => ({
  climate: {
    start: Date.UTC(2026, 2, 8),
    step: 60,
    air: Array.from({ length: (cold + warm) * 24 }, (_, h) => ({
      celsius: h >= cold * 24 ? 20 : h % 24 >= 8 && h % 24 < 18 ? 9 : 4,
      humidity: 0.5,
      wind: 0.1,
    })),
  },
  multipliers: [],
});
const inputs = (cold: number, warm: number) => ({
  ...planInputs(SHELLAC_URETHANE, { fixed: false, air: 'place', place: 'shop' }),
  air: shop(cold, warm),
});

describe('a shop that is too cold for every coat', () => {
  it('has no plan in the days beyond what is known: its last days come again', () => {
    const made = makePlan(inputs(40, 0), AT);
    expect(made && !isPlan(made.result)).toBe(true);
    expect(airBlocks(inputs(40, 0), AT, AT + 120 * DAY)).toEqual([
      {
        products: ['Shellac primer', 'Waterborne urethane enamel'],
        where: 'pieces',
        from: AT,
        to: null,
        reasons: ['9.0 °C is below the product’s 10.0 °C'],
      },
    ]);
  });
  it('is planned from when it is known to be warm, and no day sooner', () => {
    const made = makePlan(inputs(20, 30), AT);
    if (!made || !isPlan(made.result)) throw new Error('no plan');
    const coats = made.result.assignments.filter((a) => /primer|enamel/.test(a.operation));
    expect(coats.length).toBeGreaterThan(5);
    const warm = Date.UTC(2026, 2, 28);
    for (const a of coats) expect(made.t0 + a.start * 60_000).toBeGreaterThanOrEqual(warm);
    expect(airBlocks(inputs(20, 30), AT, warm + 10 * DAY).map((b) => b.to)).toEqual([warm]);
  });
  it('forbids nothing where only the nights are cold, or no air is known', () => {
    const nights = { ...inputs(0, 30) };
    const air = shop(30, 0);
    air.climate.air = air.climate.air.map((a) => (a.celsius === 9 ? { ...a, celsius: 18 } : a));
    expect(airBlocks({ ...nights, air }, AT, AT + 60 * DAY)).toEqual([]);
    expect(airBlocks({ ...nights, air: null }, AT, AT + 60 * DAY)).toEqual([]);
  });
});
