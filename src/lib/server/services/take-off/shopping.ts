/** The shopping list of a job by day of need, and the sizes and prices it is made from. */
import { readNumber } from '$core/units/read-number';
import { sayDay } from '$core/units/clock-time';
import { formatMoney, formatVolume, ML_PER_US_GALLON, type Measures } from '$core/units/measures';
import type { Db } from '../../db/open';
import { listCans, writeCans } from '../../store/cans';
import type { StoredPlan } from '../../store/plans';
import { readSetting } from '../../store/settings';
import type { OpenJob } from '../job/open-job';
import { Refused } from '../../base/refused';
import { allProducts } from '../systems/systems';
import { sizesOf, takeOff } from './take-off';

export interface ShoppingLine {
  /** "Mon 9 Mar", or empty without a plan */
  day: string;
  product: string;
  colour: string;
  needs: string;
  buy: string;
  price: string;
}

const volumeUnit = (measures: Measures): { name: string; ml: number } =>
  measures === 'us' ? { name: 'gal', ml: ML_PER_US_GALLON } : { name: 'L', ml: 1000 };

/** @throws Refused 409 before a system is chosen */
export function shopping(db: Db, file: OpenJob, plan: StoredPlan | null): ShoppingLine[] {
  const totals = takeOff(db, file, plan);
  if (!totals) throw new Refused(409, 'No system is chosen yet. Choose one first.');
  const measures = readSetting(db, 'measures') ?? 'metric';
  return [...totals.lines]
    .sort((a, b) => (a.first ?? Infinity) - (b.first ?? Infinity))
    .map((l) => ({
      day: l.first === null ? '' : sayDay(l.first, file.job.zone),
      product: l.product.name,
      colour: l.colour,
      needs: formatVolume(l.volumeMl, measures),
      buy: l.cover.cans.map((c) => `${c.count} × ${formatVolume(c.ml, measures)}`).join(' + '),
      price: l.cover.cents === null ? '' : formatMoney(l.cover.cents, totals.currency),
    }));
}

export const shoppingTable = (lines: readonly ShoppingLine[]): string[][] => [
  ['Day of need', 'Product', 'Colour', 'Needed', 'Buy', 'Price'],
  ...lines.map((l) => [l.day, l.product, l.colour, l.needs, l.buy, l.price]),
];

/** Sizes of every product for the form, in the user's unit. */
export function sizesForForm(
  db: Db,
  products: readonly string[],
  measures: Measures,
): Record<string, { size: string; cents: number | null }[]> {
  const cans = listCans(db);
  const unit = volumeUnit(measures);
  return Object.fromEntries(
    products.map((p) => [
      p,
      sizesOf(cans, p, measures).map((c) => ({
        size: String(Number((c.ml / unit.ml).toFixed(3))),
        cents: c.cents,
      })),
    ]),
  );
}

const decimal = (text: string): number => readNumber(text) ?? NaN;

/**
 * Keeps the sizes a product is sold in.
 * @throws Refused 422 with the line that cannot be read; nothing is kept then
 */
export function saveCans(db: Db, product: string, form: FormData): void {
  if (!allProducts(db).some((p) => p.key === product))
    throw new Refused(422, 'There is no such product.', 'product');
  const unit = volumeUnit(readSetting(db, 'measures') ?? 'metric');
  const sizes = form.getAll('size').map(String);
  const prices = form.getAll('price').map(String);
  const cans = sizes.flatMap((text, i) => {
    const price = prices[i] ?? '';
    if (!text.trim() && !price.trim()) return [];
    const size = decimal(text);
    if (!(size > 0 && size < 1000))
      throw new Refused(422, `Line ${i + 1}: write the size in ${unit.name}, such as 2.5.`, 'size');
    const money = price.trim() ? decimal(price) : null;
    if (money !== null && !(money >= 0 && money < 100_000))
      throw new Refused(422, `Line ${i + 1}: write the price as a number, such as 48.50.`, 'price');
    return [{ ml: size * unit.ml, cents: money === null ? null : Math.round(money * 100) }];
  });
  if (new Set(cans.map((c) => c.ml)).size < cans.length)
    throw new Refused(422, 'Two lines have the same size.', 'size');
  db.transaction(() => {
    writeCans(db, product, cans);
  }).immediate();
}
