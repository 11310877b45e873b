/** Nights in which solvent dries where a family lives. */
import { DAY, MINUTE } from '$core/units/durations';
import { smellOf } from '../coating/smell';
import type { Product } from '../coating/system';
import { isoDay } from '../units/clock-time';

/** A coat of a plan. */
export interface Laid {
  product: Product;
  /** ms since 1970 */
  end: number;
  /** laid where the family lives: in the house, or in a tent beside it */
  home: boolean;
}

/** @returns how many nights; a film laid by day is smelt in the evening */
export function solventNights(laid: readonly Laid[], zone: string): number {
  const nights = new Set(
    laid.flatMap(({ product, end, home }) => {
      const smell = home ? smellOf(product) : null;
      return smell === null ? [] : nightsIn(end, end + smell * MINUTE, zone);
    }),
  );
  return nights.size;
}

/** Nights that a span reaches into, each by the day it begins. */
function nightsIn(from: number, to: number, zone: string): string[] {
  const out: string[] = [];
  for (let at = from; ; at += DAY) {
    out.push(isoDay(at, zone));
    if (isoDay(at, zone) >= isoDay(to, zone)) return out.slice(0, Math.max(1, out.length - 1));
  }
}
