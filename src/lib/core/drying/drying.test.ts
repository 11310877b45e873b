import { MINUTE } from '$core/units/durations';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ratesOf, type Climate } from './climate';
import { constantClimate } from '../../../../tests/constant-climate';
import { phaseRate, REFERENCE_AIR, type FilmAir, type FilmStage, type Phase } from './phase';
import { fittingMultiplier, minutesIn, progressAt, readyAt } from './ready';
import { vapourPressure } from './vapour';
import { always } from '../../../../tests/budget';

const still = (celsius: number, humidity: number): FilmAir => ({ celsius, humidity, wind: 0.1 });
const stage = (minutes: number, phases: Phase[], over: Partial<FilmStage> = {}): FilmStage => ({
  minutes,
  phases,
  film: 1,
  multiplier: 1,
  minC: -50,
  ...over,
});
const WATER: Phase[] = [{ kind: 'water', share: 1 }];
const REACTION: Phase[] = [{ kind: 'reaction', share: 1, film: false }];

describe('rates of the phases', () => {
  // Worked by hand from Dalton's law with the Magnus form, Arrhenius' law with 52.95 kJ/mol, and Antoine's equation.
  it('water follows the vapour pressure deficit', () => {
    expect(phaseRate('water', still(15, 0.5))).toBeCloseTo(0.5385, 4);
    expect(phaseRate('water', still(15, 0.8))).toBeCloseTo(0.2154, 4);
    expect(phaseRate('water', still(30, 0.4))).toBeCloseTo(1.608, 3);
    expect(phaseRate('water', REFERENCE_AIR)).toBeCloseTo(1, 12);
  });

  it('a reaction doubles in ten kelvin near 25 °C', () => {
    expect(phaseRate('reaction', still(15, 0.5))).toBeCloseTo(0.4765, 4);
    expect(phaseRate('reaction', still(35, 0.5))).toBeCloseTo(2.0, 3);
    expect(phaseRate('reaction', { celsius: 35, humidity: 0.9, wind: 3 })).toBe(
      phaseRate('reaction', still(35, 0.2)),
    );
  });

  it('ethanol follows its vapour pressure, and boils at 78.4 °C under one atmosphere', () => {
    expect(phaseRate('ethanol', still(15, 0.9))).toBeCloseTo(0.5466, 4);
    expect(vapourPressure('ethanol', 78.3)).toBeGreaterThan(750);
    expect(vapourPressure('ethanol', 78.3)).toBeLessThan(770);
  });

  it('wind carries the vapour off (Penman 1948: 1 + 0.54 u)', () => {
    const blown = phaseRate('water', { celsius: 25, humidity: 0.5, wind: 2 });
    expect(blown).toBeCloseTo((1 + 0.54 * 2) / 1.054, 12);
  });
});

describe('ready times', () => {
  /** T = 20 + 6 cos(2π(h − 15)/24) °C, RH = 0.60 − 0.15 cos(same), in steps of a minute. */
  const day: Climate = {
    start: 0,
    step: 1,
    air: Array.from({ length: 3 * 1440 }, (_, m) => {
      const c = Math.cos((2 * Math.PI * (m / 60 - 15)) / 24);
      return still(20 + 6 * c, 0.6 - 0.15 * c);
    }),
  };

  it('a 240 min water stage takes 226.0 min from 15:00 and 275.5 min from 09:00 of such a day', () => {
    const rates = ratesOf(day);
    const wait = (hour: number): number =>
      ((readyAt(stage(240, WATER), hour * 60 * MINUTE, rates) ?? NaN) - hour * 60 * MINUTE) / MINUTE;
    expect(wait(15)).toBeCloseTo(226.0, 1);
    expect(wait(9)).toBeCloseTo(275.5, 1);
    expect(wait(9) / wait(15)).toBeCloseTo(1.22, 2);
  });

  it('agrees with plain stepping through the minutes', () => {
    const rates = ratesOf(day);
    const two = stage(300, [
      { kind: 'water', share: 0.4 },
      { kind: 'reaction', share: 0.6, film: false },
    ]);
    let [left, minute] = [120, 600];
    while (left > 0) left -= phaseRate('water', day.air[minute++] ?? REFERENCE_AIR);
    let need = 180;
    while (need > 0) need -= phaseRate('reaction', day.air[minute++] ?? REFERENCE_AIR);
    const ready = (readyAt(two, 600 * MINUTE, rates) ?? NaN) / MINUTE;
    expect(Math.abs(ready - minute)).toBeLessThan(2);
  });

  it('stands still below the least temperature, and never ends where the climate does', () => {
    const rates = ratesOf(constantClimate(still(8, 0.5), 0, 2));
    expect(readyAt(stage(60, WATER, { minC: 10 }), 0, rates)).toBeNull();
    expect(minutesIn(stage(60, WATER, { minC: 10 }), still(8, 0.5))).toBe(Infinity);
    expect(progressAt(stage(60, WATER, { minC: 10 }), 0, 600 * MINUTE, rates)).toBe(0);
    expect(readyAt(stage(3000, REACTION), 0, rates)).toBeNull();
  });
});

const arbitraryAir = fc.record({
  celsius: fc.double({ min: 5, max: 35, noNaN: true }),
  humidity: fc.double({ min: 0.2, max: 0.95, noNaN: true }),
  wind: fc.double({ min: 0.1, max: 2, noNaN: true }),
});
const arbitraryClimate = fc
  .array(arbitraryAir, { minLength: 24, maxLength: 96 })
  // Repeated, so that every film gets there.
  .map((air): Climate => ({ start: 0, step: 60, air: Array.from({ length: 40 }, () => air).flat() }));
const share = fc.double({ min: 0.05, max: 0.9, noNaN: true });
const arbitraryPhases = fc
  .tuple(share, fc.constantFrom<Phase['kind']>('water', 'solvent', 'reaction'))
  .map(([s, first]): Phase[] => [
    first === 'solvent'
      ? { kind: 'solvent', share: s, solvent: 'ethanol' }
      : first === 'water'
        ? { kind: 'water', share: s }
        : { kind: 'reaction', share: s, film: true },
    { kind: 'reaction', share: 1 - s, film: false },
  ]);
const minutes = fc.double({ min: 1, max: 1500, noNaN: true });

describe('what holds for every film and air', () => {
  it('a constant climate gives the closed form', () => {
    always(
      fc.property(arbitraryAir, arbitraryPhases, minutes, (air, phases, m) => {
        const film = stage(m, phases, { film: 1.3, multiplier: 0.9 });
        const rates = ratesOf(constantClimate(air, 0, 400));
        const wanted = minutesIn(film, air);
        expect((readyAt(film, 90 * MINUTE, rates) ?? NaN) / MINUTE - 90).toBeCloseTo(wanted, 3);
      }),
    );
  });

  it('a coat laid later is never ready earlier', () => {
    always(
      fc.property(
        arbitraryClimate,
        arbitraryPhases,
        minutes,
        fc.double({ min: 0, max: 4000, noNaN: true }),
        fc.double({ min: 0, max: 600, noNaN: true }),
        (climate, phases, m, start, later) => {
          const rates = ratesOf(climate);
          const film = stage(m, phases, { minC: 12 });
          const [a, b] = [start, start + later].map((t) => readyAt(film, t * MINUTE, rates));
          if (a == null) expect(b).toBeNull();
          else if (b != null) expect(b).toBeGreaterThanOrEqual(a - 1e-3);
        },
      ),
    );
  });

  it('warmer never dries a reaction slower, damper never dries water faster', () => {
    always(
      fc.property(arbitraryAir, minutes, fc.double({ min: 0, max: 0.05, noNaN: true }), (air, m, more) => {
        const warmer = { ...air, celsius: air.celsius + more * 200 };
        expect(minutesIn(stage(m, REACTION), warmer)).toBeLessThanOrEqual(minutesIn(stage(m, REACTION), air));
        const damper = { ...air, humidity: air.humidity + more };
        expect(minutesIn(stage(m, WATER), damper)).toBeGreaterThanOrEqual(minutesIn(stage(m, WATER), air));
      }),
    );
  });

  it('more film never dries sooner, and a larger multiplier neither', () => {
    always(
      fc.property(
        arbitraryClimate,
        arbitraryPhases,
        minutes,
        fc.double({ min: 1, max: 2, noNaN: true }),
        (climate, phases, m, more) => {
          const rates = ratesOf(climate);
          const at = (over: Partial<FilmStage>) => readyAt(stage(m, phases, over), 0, rates) ?? Infinity;
          expect(at({ film: more })).toBeGreaterThanOrEqual(at({}) - 1e-3);
          expect(at({ multiplier: more })).toBeGreaterThanOrEqual(at({}) - 1e-3);
        },
      ),
    );
  });

  it('progress runs from 0 to 1, and the multiplier that fits a moment gives that moment', () => {
    always(
      fc.property(
        arbitraryClimate,
        arbitraryPhases,
        fc.double({ min: 30, max: 600, noNaN: true }),
        fc.double({ min: 0.3, max: 3, noNaN: true }),
        (climate, phases, m, multiplier) => {
          const rates = ratesOf(climate);
          const film = stage(m, phases, { multiplier });
          const ready = readyAt(film, 0, rates);
          if (ready === null) return;
          expect(progressAt(film, 0, 0, rates)).toBeCloseTo(0, 9);
          expect(progressAt(film, 0, ready + 1, rates)).toBeCloseTo(1, 6);
          const half = progressAt(film, 0, ready / 2, rates);
          expect(half).toBeGreaterThan(0);
          expect(half).toBeLessThan(1);
          expect(fittingMultiplier(stage(m, phases), 0, ready, rates)).toBeCloseTo(multiplier, 4);
        },
      ),
      40,
    );
  });
});

it('films and airs that are none are refused', () => {
  const stage = {
    minutes: 60,
    phases: [{ kind: 'water', share: 1 }],
    film: 1,
    multiplier: 1,
    minC: 5,
  } as const;
  for (const wrong of [{ minutes: NaN }, { minutes: -1 }, { film: 0 }, { multiplier: NaN }])
    expect(() => minutesIn({ ...stage, ...wrong }, REFERENCE_AIR)).toThrow(RangeError);
  for (const wrong of [{ wind: -1 }, { celsius: NaN }, { humidity: -0.1 }])
    expect(() => minutesIn(stage, { ...REFERENCE_AIR, ...wrong })).toThrow(RangeError);
});
