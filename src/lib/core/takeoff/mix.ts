/** Mixing by parts. Source: arithmetic of the shares named on a two-pack's data sheet. */

export interface MixRatio {
  /** parts by volume of base and of hardener */
  a: number;
  b: number;
  /** thinner as a share of `A + B` or of `A` alone, as the data sheet says */
  thinner: number;
  thinnerOf: 'A+B' | 'A';
}

export interface MixAmounts {
  a: number;
  b: number;
  thinner: number;
}

/**
 * Amounts that make a given volume of mix.
 * @param ratio the parts
 * @param total volume of the whole mix, any unit
 * @returns amounts in the unit of `total`; they add up to it
 * @throws RangeError when a part is not above zero or the thinner is negative
 */
export function mixFor(ratio: MixRatio, total: number): MixAmounts {
  const { a, b, thinner, thinnerOf } = ratio;
  if (!(a > 0 && b > 0)) throw new RangeError(`Parts must be above 0, got ${a} : ${b}`);
  if (!(thinner >= 0)) throw new RangeError(`Thinner must be a share of 0 or more, got ${thinner}`);
  const thinnerParts = thinner * (thinnerOf === 'A' ? a : a + b);
  const unit = total / (a + b + thinnerParts);
  return { a: a * unit, b: b * unit, thinner: thinnerParts * unit };
}
