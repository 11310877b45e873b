/** An offer as it was made: nothing in it changes afterwards; a change is a new version. Docs: docs/methods/offer.md */
import { z } from 'zod';
import { asksSchema } from './asks';
import { instantSchema } from '../units/instant';
import { labourCents, MOST_MARGIN, netPrice, totalOf, type Rates, type Total } from './price';

/** The dearest thing that can be offered, cents. */
export const MOST_CENTS = 100_000_000;
const cents = z.number().int().min(-MOST_CENTS).max(MOST_CENTS);
const minutes = z.number().min(-1e7).max(1e7);
const day = z.iso.date();
const line = z.string().max(300);

/** Hours of a step. */
const stepSchema = z.object({ key: z.string().max(300), act: line, minutes, kitchen: z.boolean() });
export type OfferedStep = z.infer<typeof stepSchema>;

const paintSchema = z.object({
  name: line,
  colour: line,
  /** mL to have, and of them what is laid; of an option the difference */
  ml: z.number(),
  laidMl: z.number(),
  cents,
});
export type OfferedPaint = z.infer<typeof paintSchema>;

/** All figures against the job without it. */
const optionSchema = z.object({
  key: z.string().max(60),
  words: line,
  steps: z.array(stepSchema).max(500),
  minutes,
  paint: z.array(paintSchema).max(60),
  /** what is bought or hired for it */
  otherCents: cents,
  /** days of the calendar that it moves the hand-back; null where nothing could be planned */
  days: z.number().min(-1000).max(1000).nullable(),
  /** what is to be planned for it; older offers, and options that were typed, do not say */
  asks: asksSchema.optional(),
});
export type OfferedOption = z.infer<typeof optionSchema>;

export const offerSchema = z.object({
  /** of the company and the job, as they were */
  company: z.object({ name: line, town: line, contact: line }),
  job: z.object({ name: line, place: line, zone: z.string().max(80) }),
  currency: z.string().max(4),
  rates: z.object({
    hourCents: z.number().int().nonnegative().max(100_000_00),
    margin: z.number().min(0).max(MOST_MARGIN),
    tax: z.number().min(0).max(1),
    deposit: z.number().min(0).max(1),
  }),
  taxName: z.string().max(40),
  /** the last day on which it may be accepted */
  validUntil: day,
  scope: z.array(line).max(60),
  notIncluded: z.array(line).max(60),
  /** the first day in the house, and the hand-back by the risk: half, and nineteen of twenty, are back by then */
  dates: z.object({
    start: instantSchema,
    half: instantSchema,
    nearlyAll: instantSchema,
    /** days of the calendar without fronts, as planned */
    daysAway: z.number().int().nonnegative(),
  }),
  steps: z.array(stepSchema).max(500),
  paint: z.array(paintSchema).max(60),
  otherCents: cents,
  options: z.array(optionSchema).max(30),
  /** the work as it was offered, without options; older offers do not say */
  asks: asksSchema.optional(),
  note: z.string().max(2000),
});
export type Offer = z.infer<typeof offerSchema>;

const sum = (list: readonly number[]): number => list.reduce((total, n) => total + n, 0);
const centsOf = (paint: readonly OfferedPaint[]): number => sum(paint.map((p) => p.cents));

const takenOf = (offer: Offer, taken: readonly string[]): OfferedOption[] =>
  offer.options.filter((o) => taken.includes(o.key));

/** What the job costs without any option, cents. */
const baseCost = ({ steps, paint, otherCents, rates }: Offer): number =>
  labourCents(sum(steps.map((s) => s.minutes)), rates.hourCents) + centsOf(paint) + otherCents;

export const optionCost = (o: OfferedOption, rates: Rates): number =>
  labourCents(o.minutes, rates.hourCents) + centsOf(o.paint) + o.otherCents;

/** The net price of an option, cents; below 0 where it saves. */
export const optionPrice = (o: OfferedOption, rates: Rates): number =>
  netPrice(optionCost(o, rates), rates.margin);

export const basePrice = (offer: Offer): number => netPrice(baseCost(offer), offer.rates.margin);

/** @param taken keys of the options that are taken */
export const priceWith = (offer: Offer, taken: readonly string[]): Total =>
  totalOf([basePrice(offer), ...takenOf(offer, taken).map((o) => optionPrice(o, offer.rates))], offer.rates);

/** What the offer costs with the options that are taken, cents. */
export const costWith = (offer: Offer, taken: readonly string[]): number =>
  baseCost(offer) + sum(takenOf(offer, taken).map((o) => optionCost(o, offer.rates)));

/** Adds lines to those of the same key; what comes to nothing is left out. */
function added<T>(
  lines: readonly T[],
  key: (line: T) => string,
  add: (to: T, line: T) => T,
  is: (line: T) => boolean,
): T[] {
  const out = new Map<string, T>();
  for (const l of lines) {
    const had = out.get(key(l));
    out.set(key(l), had ? add(had, l) : l);
  }
  return [...out.values()].filter(is);
}

const addMinutes = (a: OfferedStep, b: OfferedStep): OfferedStep => ({
  ...a,
  minutes: a.minutes + b.minutes,
});

/** The hours that were offered, with the options that are taken. */
export const stepsWith = (offer: Offer, taken: readonly string[]): OfferedStep[] =>
  added(
    [...offer.steps, ...takenOf(offer, taken).flatMap((o) => o.steps)],
    (s) => s.key,
    addMinutes,
    (s) => Math.abs(s.minutes) > 1e-6,
  );

const paintKey = (p: Pick<OfferedPaint, 'name' | 'colour'>): string => `${p.name}\n${p.colour}`;

const addPaint = (a: OfferedPaint, b: OfferedPaint): OfferedPaint => ({
  ...a,
  ml: a.ml + b.ml,
  laidMl: a.laidMl + b.laidMl,
  cents: a.cents + b.cents,
});

/** The paint that was offered, with the options that are taken. */
export const paintWith = (offer: Offer, taken: readonly string[]): OfferedPaint[] =>
  added(
    [...offer.paint, ...takenOf(offer, taken).flatMap((o) => o.paint)],
    paintKey,
    addPaint,
    (p) => p.ml > 1e-6,
  );

/** How an option's paint differs from the job without it. */
export const paintOver = (base: readonly OfferedPaint[], then: readonly OfferedPaint[]): OfferedPaint[] =>
  added(
    [...then, ...base.map((p) => ({ ...p, ml: -p.ml, laidMl: -p.laidMl, cents: -p.cents }))],
    paintKey,
    addPaint,
    (p) => Math.abs(p.ml) > 1e-6 || p.cents !== 0,
  );

/** How an option's steps differ from the job without it; steps that stay as they are are left out. */
export const stepsOver = (base: readonly OfferedStep[], then: readonly OfferedStep[]): OfferedStep[] =>
  added(
    [...then, ...base.map((s) => ({ ...s, minutes: -s.minutes }))],
    (s) => s.key,
    addMinutes,
    (s) => Math.abs(s.minutes) > 1e-6,
  );
