import { MINUTE } from '$core/units/durations';
import { describe, expect, it } from 'vitest';
import { ratesOf } from '../drying/climate';
import { constantClimate } from '../../../../tests/constant-climate';
import { minutesIn } from '../drying/ready';
import { filmStage, phasesOf } from './film-stage';
import { STAGES } from './system';
import { SYSTEMS } from './systems/index';
import { SHELLAC_PRIMER, URETHANE_ENAMEL } from './systems/products';
import { SHEET_WAITS, waitsIn } from './waits';

const cool = { celsius: 15, humidity: 0.5, wind: 0.1 };
const inCool = (learnt: [string, number][] = []) =>
  waitsIn(ratesOf(constantClimate(cool, 0, 60)), new Map(learnt));

it('phases of every stage of every product add to one', () => {
  for (const product of SYSTEMS.flatMap((s) => s.products))
    for (const stage of STAGES) {
      const sum = phasesOf(product, stage).reduce((s, p) => s + p.share, 0);
      expect(sum).toBeCloseTo(1, 9);
    }
});

describe('waits', () => {
  it('by the sheet are the sheet’s, whenever', () => {
    expect(SHEET_WAITS.readyAt(URETHANE_ENAMEL, 'recoat', 1000)).toBe(1000 + 240 * MINUTE);
    expect(SHEET_WAITS.leastMinutes(URETHANE_ENAMEL, 'recoat', 1, 0)).toBe(240);
  });

  it('in cool air follow the rates worked by hand: water 0.5385 and ethanol 0.5466 at 15 °C', () => {
    const at = inCool();
    expect(at.readyAt(URETHANE_ENAMEL, 'recoat', 0) / MINUTE).toBeCloseTo(240 / 0.5385, 0);
    expect(at.readyAt(SHELLAC_PRIMER, 'sand', 0) / MINUTE).toBeCloseTo(15 / 0.5466, 1);
    expect(at.readyAt(URETHANE_ENAMEL, 'recoat', 0, 1.5) / MINUTE).toBeCloseTo((1.5 * 240) / 0.5385, 0);
  });

  it('follow what was learnt, product by product', () => {
    const slow = inCool([['urethane-enamel', 1.2]]);
    expect(
      slow.readyAt(URETHANE_ENAMEL, 'recoat', 0) / inCool().readyAt(URETHANE_ENAMEL, 'recoat', 0),
    ).toBeCloseTo(1.2, 9);
    expect(slow.readyAt(SHELLAC_PRIMER, 'sand', 0)).toBe(inCool().readyAt(SHELLAC_PRIMER, 'sand', 0));
  });

  it('beyond the known air meet its last days again, never the sheet’s 25 °C', () => {
    const short = waitsIn(ratesOf(constantClimate(cool, 0, 1)), new Map());
    const stage = filmStage(URETHANE_ENAMEL, 'cured');
    if (!stage) throw new Error('no stage');
    const ready = short.readyAt(URETHANE_ENAMEL, 'cured', 0) / MINUTE;
    expect(ready).toBeGreaterThan(20 * 1440);
    expect(ready).toBeCloseTo(minutesIn(stage, cool), 0);
    // Where nothing dries in what is known, nothing is ready in any plan.
    const frost = waitsIn(ratesOf(constantClimate({ ...cool, celsius: 2 }, 0, 3)), new Map());
    expect(frost.readyAt(URETHANE_ENAMEL, 'recoat', 0)).toBeGreaterThan(4 * 365 * 1440 * MINUTE);
    expect(frost.progress(URETHANE_ENAMEL, 'recoat', 0, 30 * 1440 * MINUTE)).toBeLessThan(0.01);
    // A week of warm days and cold nights is a week again, hour by hour.
    const air = (days: number) =>
      Array.from({ length: days * 24 }, (_, h) => ({
        celsius: h % 24 < 12 ? 20 : 9,
        humidity: 0.5,
        wind: 0.1,
      }));
    const [week, month] = [7, 40].map((days) =>
      waitsIn(ratesOf({ start: 0, step: 60, air: air(days) }), new Map()),
    );
    for (let day = 0; day < 30; day += 3)
      expect(week?.readyAt(URETHANE_ENAMEL, 'hang', day * 1440 * MINUTE)).toBe(
        month?.readyAt(URETHANE_ENAMEL, 'hang', day * 1440 * MINUTE),
      );
  });

  it('are never shorter than the least that is promised', () => {
    const rates = ratesOf({
      start: 0,
      step: 60,
      air: Array.from({ length: 400 }, (_, h) => ({
        celsius: 18 + 8 * Math.sin(h / 4),
        humidity: 0.5 + 0.2 * Math.cos(h / 5),
        wind: 0.1,
      })),
    });
    const at = waitsIn(rates, new Map());
    for (const stage of ['touch', 'recoat', 'flip', 'hang'] as const) {
      const least = at.leastMinutes(URETHANE_ENAMEL, stage, 1, 0);
      for (let hour = 0; hour < 300; hour += 7) {
        const laid = hour * 60 * MINUTE;
        expect((at.readyAt(URETHANE_ENAMEL, stage, laid) - laid) / MINUTE).toBeGreaterThanOrEqual(
          least - 1e-6,
        );
      }
    }
  });

  it('beyond the known air apply film and multiplier phase by phase, as within it', () => {
    const reference = { celsius: 25, humidity: 0.5, wind: 0.1 };
    const long = waitsIn(ratesOf(constantClimate(reference, 0, 200)), new Map([['urethane-enamel', 1.3]]));
    const day = waitsIn(ratesOf(constantClimate(reference, 0, 1)), new Map([['urethane-enamel', 1.3]]));
    const late = waitsIn(
      ratesOf(constantClimate(reference, 1440 * MINUTE, 1)),
      new Map([['urethane-enamel', 1.3]]),
    );
    // In the reference air it makes no difference how much of it is known.
    for (const stage of ['touch', 'flip', 'hang', 'cured'] as const) {
      const ready = long.readyAt(URETHANE_ENAMEL, stage, 0, 1.5);
      expect(Math.abs(day.readyAt(URETHANE_ENAMEL, stage, 0, 1.5) - ready)).toBeLessThan(10);
      expect(Math.abs(late.readyAt(URETHANE_ENAMEL, stage, 0, 1.5) - ready)).toBeLessThan(10);
    }
  });

  it('of a film laid before the known air follow that air from where it begins', () => {
    const at = waitsIn(ratesOf(constantClimate(cool, 0, 60)), new Map());
    // 100 of 240 min by the sheet, the other 140 at the rate of water at 15 °C, 0.5385.
    expect(at.readyAt(URETHANE_ENAMEL, 'recoat', -100 * MINUTE) / MINUTE).toBeCloseTo(140 / 0.5385, 0);
  });

  it('are never shorter than the least, though the days after the last coat are the warmest', () => {
    const warming = waitsIn(
      ratesOf({
        start: 0,
        step: 60,
        air: Array.from({ length: 96 }, (_, h) => ({ celsius: h < 48 ? 12 : 34, humidity: 0.4, wind: 0.1 })),
      }),
      new Map(),
    );
    const laid = 40 * 60 * MINUTE;
    const least = warming.leastMinutes(URETHANE_ENAMEL, 'flip', 1, 0);
    expect((warming.readyAt(URETHANE_ENAMEL, 'flip', laid) - laid) / MINUTE).toBeGreaterThanOrEqual(
      least - 1e-6,
    );
  });

  it('without a figure say which is missing', () => {
    expect(() => SHEET_WAITS.readyAt(SHELLAC_PRIMER, 'cured', 0)).toThrow(/no figure for “cured”/);
  });
});
