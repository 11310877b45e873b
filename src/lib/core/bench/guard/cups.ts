/** Cups of a two-part product as its sheet judges them, whatever was written down with them. */
import { MINUTE } from '$core/units/durations';
import type { Product } from '../../coating/system';
import { mixFor } from '../../takeoff/mix';
import type { JobState } from '../state/state';

/** How far the hardener may be off its share of the base. From memory: sheets name 5 % or less; the sheet decides. */
const OFF = 0.05;

type Cup = JobState['mixes'][number];
type Mixed = NonNullable<Product['mix']>;

/** mL of hardener that so much base takes. */
export function hardenerFor({ a, b, thinner, thinnerOf, by, densities }: Mixed, base: number): number {
  const parts = mixFor({ a, b, thinner, thinnerOf, by, densities }, 1);
  return (base * parts.b) / parts.a;
}

/** Whether a cup has the hardener that its base takes: without it the film never cures. */
export const cures = (mix: Mixed, cup: Pick<Cup, 'a' | 'b'>): boolean => {
  const wanted = hardenerFor(mix, cup.a);
  return mix.b === 0 || (cup.b > 0 && Math.abs(cup.b - wanted) <= OFF * wanted + 0.5);
};

/** A cup with the times that hold for it: it stands no shorter and lives no longer than the sheet says. */
function bySheet(mix: Mixed, cup: Cup): Cup {
  if (mix.b === 0) return cup;
  const readyAt = Math.max(cup.readyAt, cup.at + mix.induction.value * MINUTE);
  const useBy = Math.min(cup.useBy ?? Infinity, cup.at + mix.potLife.value * MINUTE);
  return { ...cup, readyAt, useBy };
}

/** The cups of a product that would cure, mixed by a moment, the oldest first. @param at ms since 1970 */
export const cupsOf = (state: JobState, product: Product, at: number): Cup[] => {
  const { mix } = product;
  if (!mix) return [];
  const own = state.mixes.filter((m) => m.product === product.key && m.at <= at && cures(mix, m));
  return own.map((m) => bySheet(mix, m));
};

/** Whether a cup may be used at a moment. */
export const isUsable = (cup: Cup, at: number): boolean =>
  cup.readyAt <= at && (cup.useBy === null || cup.useBy > at);
