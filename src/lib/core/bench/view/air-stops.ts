/** What forbids coating in some air. */
import { judgeAir } from '$core/air/humid-air';
import type { Step } from '$core/coating/route';
import type { Measures } from '$core/units/measures';

/** Air at a place: °C, and humidity 0 to 1. */
export interface PlaceAir {
  place: string;
  celsius: number;
  humidity: number;
  surface?: number;
}

/**
 * The airs in which some product of a route must not be laid.
 * @returns each with the first reasons that were found
 */
export function airStops<A extends PlaceAir>(
  airs: readonly A[],
  route: readonly Pick<Step, 'product'>[],
  measures?: Measures,
): (A & { reasons: string[] })[] {
  const limits = route.flatMap((s) => (s.product ? [s.product.limits] : []));
  return airs.flatMap((air) => {
    const worst = limits.map((l) => judgeAir(air, l, measures)).find((v) => !v.coat);
    return worst ? [{ ...air, reasons: worst.reasons }] : [];
  });
}
