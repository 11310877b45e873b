/** Prices, options and what an offer earned, by hand and as rules that hold for all of them. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { earnedOn } from './earned';
import {
  basePrice,
  costWith,
  offerSchema,
  paintOver,
  paintWith,
  priceWith,
  stepsOver,
  stepsWith,
  type Offer,
  type OfferedPaint,
  type OfferedStep,
} from './offer';
import { labourCents, MOST_MARGIN, netPrice, totalOf } from './price';
import { sayDaysMoved, sayWhenBack } from './say-offer';
import { always } from '../../../../tests/budget';

const step = (key: string, minutes: number): OfferedStep => ({ key, act: key, minutes, kitchen: false });
const paint = (name: string, ml: number, cents: number): OfferedPaint => ({
  ...{ name, colour: 'Oatcloth', ml, laidMl: ml / 2, cents },
});
const NOON = Date.UTC(2026, 2, 30, 15);
const offer = (more: Partial<Offer> = {}): Offer =>
  offerSchema.parse({
    company: { name: 'Us', town: '', contact: '' },
    job: { name: 'Gull Row', place: '', zone: 'America/Halifax' },
    currency: 'CAD',
    rates: { hourCents: 6000, margin: 0.25, tax: 0.15, deposit: 0.3 },
    taxName: 'Tax',
    validUntil: '2026-04-10',
    scope: ['9 doors'],
    notIncluded: [],
    dates: { start: NOON - 10 * 86_400_000, half: NOON, nearlyAll: NOON + 3 * 86_400_000, daysAway: 8 },
    steps: [step('clean', 90), step('coat', 150)],
    paint: [paint('Enamel', 2000, 9000)],
    otherCents: 3000,
    options: [
      {
        ...{ key: 'coat', words: 'One more coat', minutes: 60, otherCents: 500, days: 2 },
        steps: [step('coat', 45), step('coat 2', 15)],
        paint: [paint('Enamel', 1000, 4000)],
      },
    ],
    note: '',
    ...more,
  });

describe('a price', () => {
  it('by hand: four hours at 60, 90 of paint, 30 besides, a quarter of the price left', () => {
    // 240 + 90 + 30 = 360; 360 / 0.75 = 480. The option: 60 + 40 + 5 = 105; 105 / 0.75 = 140.
    expect(basePrice(offer())).toBe(48_000);
    expect(priceWith(offer(), [])).toEqual({
      netCents: 48_000,
      taxCents: 7200,
      totalCents: 55_200,
      depositCents: 16_560,
    });
    expect(priceWith(offer(), ['coat'])).toMatchObject({ netCents: 62_000, totalCents: 71_300 });
    expect(costWith(offer(), ['coat'])).toBe(46_500);
  });

  it('leaves its margin: cost over price is one less the margin, to a cent', () => {
    always(
      fc.property(
        fc.integer({ min: 0, max: 10_000_000 }),
        fc.double({ min: 0, max: MOST_MARGIN, noNaN: true }),
        (cost, margin) => {
          const net = netPrice(cost, margin);
          expect(Math.abs(net * (1 - margin) - cost)).toBeLessThanOrEqual(0.5 + 1e-6);
          expect(net).toBeGreaterThanOrEqual(cost);
        },
      ),
    );
    for (const margin of [NaN, -0.1, 0.95, 1]) expect(() => netPrice(100, margin)).toThrow(RangeError);
  });

  it('is taxed once, on the sum: net and tax are the total, whatever is taken', () => {
    always(
      fc.property(
        fc.array(fc.integer({ min: -50_000, max: 500_000 }), { maxLength: 8 }),
        fc.double({ min: 0, max: 0.3, noNaN: true }),
        (nets, tax) => {
          const total = totalOf(nets, { tax, deposit: 0.5 });
          expect(total.netCents).toBe(nets.reduce((a, b) => a + b, 0));
          expect(total.totalCents).toBe(total.netCents + total.taxCents);
          expect(Math.abs(total.taxCents - total.netCents * tax)).toBeLessThanOrEqual(0.5 + 1e-6);
        },
      ),
    );
    // Three lines of 3.35 at 15 %: 1.51 of tax on 10.05, not three times 0.50.
    expect(totalOf([335, 335, 335], { tax: 0.15, deposit: 0 }).taxCents).toBe(151);
    expect(labourCents(-30, 6000)).toBe(-3000);
  });
});

describe('an option', () => {
  const steps = fc.uniqueArray(
    fc.record({ key: fc.constantFrom('a', 'b', 'c', 'd', 'e'), minutes: fc.integer({ min: 1, max: 500 }) }),
    { selector: (s) => s.key },
  );
  it('is what differs: the job with it is the job as it would be', () => {
    always(
      fc.property(steps, steps, (base, then) => {
        const [was, is] = [base, then].map((list) => list.map((s) => step(s.key, s.minutes)));
        const option = { key: 'o', words: 'o', minutes: 0, paint: [], otherCents: 0, days: 0 };
        const with_ = offer({
          steps: was ?? [],
          options: [{ ...option, steps: stepsOver(was ?? [], is ?? []) }],
        });
        const sorted = (list: OfferedStep[]): OfferedStep[] =>
          [...list].sort((a, b) => (a.key < b.key ? -1 : 1));
        expect(sorted(stepsWith(with_, ['o']))).toEqual(sorted(is ?? []));
        expect(stepsWith(with_, [])).toEqual(was);
      }),
    );
  });

  it('takes paint away and adds other paint', () => {
    const was = [paint('Enamel', 2000, 9000), paint('Primer', 1000, 4000)];
    const is = [paint('Enamel', 2500, 9000), paint('Glaze', 400, 3000)];
    const over = paintOver(was, is);
    expect(over.find((p) => p.name === 'Primer')).toMatchObject({ ml: -1000, cents: -4000 });
    const option = { key: 'o', words: 'o', minutes: 0, steps: [], paint: over, otherCents: 0, days: null };
    const taken = paintWith(offer({ paint: was, options: [option] }), ['o']);
    expect(taken.map((p) => [p.name, p.ml, p.cents])).toEqual([
      ['Enamel', 2500, 9000],
      ['Glaze', 400, 3000],
    ]);
  });
});

describe('earned or lost', () => {
  const hour = (key: string, came: number, done: boolean) => ({ key, act: key, kitchen: false, came, done });
  it('by hand: half an hour saved, a step half done, and work that nobody offered', () => {
    const earned = earnedOn(offer(), ['coat'], {
      hours: [hour('clean', 60, true), hour('coat', 30, false), hour('scrape', 20, true)],
      paint: [{ name: 'Enamel', colour: 'Oatcloth', came: 1800 }],
      coated: false,
    });
    // Cleaning: 90 offered, 60 came: 30 min at 60 an hour. Scraping: 20 min lost. The coat is not done: neither.
    expect(earned.steps.map((s) => [s.key, s.offered, s.came, s.cents])).toEqual([
      ['clean', 90, 60, 3000],
      ['coat', 195, 30, null],
      ['coat 2', 15, null, null],
    ]);
    expect(earned.notOffered.map((s) => s.cents)).toEqual([-2000]);
    expect(earned.paint[0]?.cents).toBeNull();
    expect(earned.soFar).toBe(1000);
    // 620 less 465 is left by the offer.
    expect([earned.offeredCents, earned.standsCents]).toEqual([15_500, 16_500]);
  });

  it('paint counts once all is coated: 1500 mL offered to be laid for 130, 1800 laid', () => {
    const { paint: lines, soFar } = earnedOn(offer(), ['coat'], {
      hours: [],
      paint: [{ name: 'Enamel', colour: 'Oatcloth', came: 1800 }],
      coated: true,
    });
    expect(lines[0]?.cents).toBe(-2600);
    expect(soFar).toBe(-2600);
  });
});

it('says between which days the kitchen is back', () => {
  expect(sayWhenBack(offer())).toContain('back between 30 Mar 2026 and 2 Apr 2026');
  const sure = offer();
  expect(sayWhenBack({ ...sure, dates: { ...sure.dates, nearlyAll: NOON + 60_000 } })).toContain(
    'back on 30 Mar 2026.',
  );
  expect([0, 1, -4, null].map(sayDaysMoved)).toEqual([
    'same day back',
    'back 1 day later',
    'back 4 days sooner',
    'days not known',
  ]);
});
