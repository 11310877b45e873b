/** Which cans to buy: the cheapest that cover a volume. */
import { frozen } from '../frozen';

export interface CanSize {
  ml: number;
  /** null where no price is known: then as little as can be is left over */
  cents: number | null;
}

export interface Cover {
  /** how many of each size, the sizes as given */
  cans: { ml: number; cents: number | null; count: number }[];
  ml: number;
  /** null where a price is missing */
  cents: number | null;
}

/** Common sizes where none are known. Common practice, no source: quart and gallon, litre and two and a half. */
export const USUAL_CANS = frozen({
  us: [946.352946, 3785.411784],
  metric: [750, 1000, 2500, 5000],
} as const);

/** Step of volumes that are told apart, mL. */
const STEP = 10;

/**
 * The cheapest cover of a volume by whole cans (unbounded covering, by dynamic programming over 10 mL steps).
 * @param need mL; at most 500 L
 * @param sizes sold, any number of each
 * @returns the cans; of equal price the least volume, then the fewest cans
 * @throws RangeError without sizes, or when the need is no volume
 */
export function cheapestCover(need: number, sizes: readonly CanSize[]): Cover {
  if (sizes.length === 0 || sizes.some((s) => !(s.ml > 0)))
    throw new RangeError('Give at least one size above 0 that it is sold in');
  if (!(need >= 0 && need <= 500_000)) throw new RangeError(`A need of ${need} mL is no volume to buy`);
  const priced = sizes.every((s) => s.cents !== null);
  const steps = Math.ceil(need / STEP - 1e-9);
  // cost of covering k steps: [price, mL, cans], and the size taken last.
  const best: { cost: [number, number, number]; last: number }[] = [{ cost: [0, 0, 0], last: -1 }];
  const less = (x: readonly number[], y: readonly number[]): boolean => {
    const i = x.findIndex((v, k) => Math.abs(v - (y[k] ?? 0)) > 1e-6);
    return i >= 0 && (x[i] ?? 0) < (y[i] ?? 0);
  };
  const back = (k: number, ml: number): number => Math.max(0, k - Math.floor(ml / STEP + 1e-9));
  for (let k = 1; k <= steps; k++) {
    let found: { cost: [number, number, number]; last: number } | null = null;
    for (const [i, size] of sizes.entries()) {
      const before = best[back(k, size.ml)];
      if (!before) continue;
      const [cents, ml, count] = before.cost;
      const cost: [number, number, number] = [
        cents + (priced ? (size.cents ?? 0) : 0),
        ml + size.ml,
        count + 1,
      ];
      if (!found || less(cost, found.cost)) found = { cost, last: i };
    }
    if (found) best.push(found);
  }
  const counts = sizes.map(() => 0);
  let k = steps;
  while (k > 0) {
    const i = best[k]?.last ?? -1;
    const size = sizes[i];
    if (!size) break;
    counts[i] = (counts[i] ?? 0) + 1;
    k = back(k, size.ml);
  }
  const cans = sizes.map((s, i) => ({ ...s, count: counts[i] ?? 0 })).filter((c) => c.count > 0);
  return {
    cans,
    ml: cans.reduce((sum, c) => sum + c.ml * c.count, 0),
    cents: priced ? cans.reduce((sum, c) => sum + (c.cents ?? 0) * c.count, 0) : null,
  };
}
