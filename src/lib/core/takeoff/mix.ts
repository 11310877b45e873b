/** Mixing by parts. Source: arithmetic of the shares named on a product's data sheet. Docs: docs/methods/mixing.md */

interface MixRatio {
  /** parts of base and of hardener; 0 hardener for a one-pack */
  a: number;
  b: number;
  /** thinner as a share of `A + B` or of `A` alone, as the data sheet says */
  thinner: number;
  thinnerOf: 'A+B' | 'A';
  /** parts by volume, or by mass with the densities, kg/L */
  by?: 'volume' | 'mass';
  densities?: { a: number; b: number; thinner: number };
}

/** mL of each. */
export interface MixAmounts {
  a: number;
  b: number;
  thinner: number;
}

/**
 * Amounts that make a given volume of mix.
 * @param ratio the parts
 * @param total volume of the whole mix, any unit
 * @returns volumes in the unit of `total`; they add up to it
 * @throws RangeError when the base is not above zero or the rest is negative
 */
export function mixFor(ratio: MixRatio, total: number): MixAmounts {
  const { a, b, thinner, thinnerOf, by = 'volume', densities } = ratio;
  if (!(a > 0 && b >= 0)) throw new RangeError(`Parts must be above 0, got ${a} : ${b}`);
  if (!(thinner >= 0 && Number.isFinite(a + b + thinner)))
    throw new RangeError(`Thinner must be a share of 0 or more, got ${thinner}`);
  if (!(total >= 0 && Number.isFinite(total))) throw new RangeError(`A mix of ${total} is no volume`);
  if (densities && !Object.values(densities).every((d) => d > 0 && Number.isFinite(d)))
    throw new RangeError('Densities must be above 0');
  if (by === 'mass' && !densities) throw new RangeError('Parts by mass need the densities');
  const d = by === 'mass' && densities ? densities : { a: 1, b: 1, thinner: 1 };
  const parts = {
    a: a / d.a,
    b: b / d.b,
    thinner: (thinner * (thinnerOf === 'A' ? a : a + b)) / d.thinner,
  };
  const unit = total / (parts.a + parts.b + parts.thinner);
  return { a: parts.a * unit, b: parts.b * unit, thinner: parts.thinner * unit };
}

/** Volume of thinner to a volume of base and hardener, however the sheet says it. */
export function thinnerShare(ratio: MixRatio): number {
  const { a, b, thinner } = mixFor(ratio, 1);
  return thinner / (a + b);
}

/**
 * Amounts that hold a given volume of base and hardener: what a take-off asks for, thinned as the sheet says.
 * @param ratio the parts
 * @param product volume of base and hardener, any unit
 */
export const mixHolding = (ratio: MixRatio, product: number): MixAmounts =>
  mixFor(ratio, product * (1 + thinnerShare(ratio)));

/** The same amounts on a scale, g. */
export const massOf = (
  amounts: MixAmounts,
  densities: { a: number; b: number; thinner: number },
): MixAmounts => ({
  a: amounts.a * densities.a,
  b: amounts.b * densities.b,
  thinner: amounts.thinner * densities.thinner,
});

/**
 * Divides what a lot needs over mixes that are used up within the pot life.
 * @param total mL of mix for the lot
 * @param minutes that laying it takes
 * @param potLife minutes a mix may be used, from when it is mixed; its induction stands within
 * @param induction minutes it stands first
 * @returns mL of each mix, equal; a single one where the pot life is no bother
 * @throws RangeError when the induction leaves no time to use it
 */
export function splitMixes(total: number, minutes: number, potLife: number, induction: number): number[] {
  if (!(total >= 0 && minutes >= 0 && Number.isFinite(total + minutes)))
    throw new RangeError(`A lot of ${total} mL in ${minutes} min cannot be divided`);
  const usable = potLife - induction;
  if (!(induction >= 0 && usable > 0))
    throw new RangeError(
      `A mix that stands ${induction} min and lives ${potLife} min leaves no time to use it`,
    );
  const count = Math.max(1, Math.ceil(minutes / usable - 1e-9));
  return Array.from({ length: count }, () => total / count);
}
