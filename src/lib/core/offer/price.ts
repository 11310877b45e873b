/** From cost to price, in whole cents. Docs: docs/methods/offer.md */

/** What is reckoned with, as it was when an offer was made. */
export interface Rates {
  /** what an hour of hands costs, cents */
  hourCents: number;
  /** share of the net price that is left after the cost, in [0, MOST_MARGIN] */
  margin: number;
  /** tax on the net price, share of it */
  tax: number;
  /** share of the total that is paid before work begins, in [0, 1] */
  deposit: number;
}

/** A margin above this is a mistake of typing: the price would be ten times the cost. */
export const MOST_MARGIN = 0.9;

export interface Total {
  /** before tax */
  netCents: number;
  taxCents: number;
  totalCents: number;
  depositCents: number;
}

/** @param minutes of hands; below 0 where something is saved */
export const labourCents = (minutes: number, hourCents: number): number =>
  Math.round((minutes / 60) * hourCents);

/**
 * The net price that leaves a margin: cost / (1 − margin).
 * @param costCents below 0 where an option saves
 * @throws RangeError when the margin is none
 */
export function netPrice(costCents: number, margin: number): number {
  if (!(margin >= 0 && margin <= MOST_MARGIN))
    throw new RangeError(`A margin is a share from 0 to ${MOST_MARGIN}, got ${margin}`);
  return Math.round(costCents / (1 - margin));
}

/**
 * Tax is worked out once, on the sum, and not line by line.
 * @param nets net prices of all that is taken, cents
 */
export function totalOf(nets: readonly number[], { tax, deposit }: Pick<Rates, 'tax' | 'deposit'>): Total {
  const netCents = nets.reduce((sum, n) => sum + n, 0);
  const taxCents = Math.round(netCents * tax);
  const totalCents = netCents + taxCents;
  return { netCents, taxCents, totalCents, depositCents: Math.round(totalCents * deposit) };
}
