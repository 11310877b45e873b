/** Film thickness and coverage: definitions (volume = area × thickness). */
import { TOOL_FACTS, type Tool } from '../coating/tool';

/** Area that one litre covers at one micrometre wet, m². */
const M2_PER_LITRE_AT_1_UM = 1000;

/**
 * Wet film thickness to lay for a dry one.
 * @param dry dry film thickness, any unit
 * @param solids volume solids of the product, share in (0, 1]
 * @param thinner thinner added, share of the product's volume, ≥ 0
 * @returns wet film thickness in the unit of `dry`
 * @throws RangeError when the solids or the thinner are out of range
 */
export function wetFilm(dry: number, solids: number, thinner = 0): number {
  if (!(solids > 0 && solids <= 1))
    throw new RangeError(`Volume solids must be above 0 and at most 1, got ${solids}`);
  if (!(thinner >= 0 && Number.isFinite(thinner)))
    throw new RangeError(`Thinner must be a share of 0 or more, got ${thinner}`);
  if (!(dry >= 0 && Number.isFinite(dry))) throw new RangeError(`A dry film of ${dry} is no thickness`);
  return (dry * (1 + thinner)) / solids;
}

/**
 * Spread rate: the area one litre of product covers.
 * @param dryUm dry film thickness, µm
 * @param solids volume solids, share
 * @param transfer share of the product that reaches the work
 * @returns m² per litre
 */
export const spreadRate = (dryUm: number, solids: number, transfer = 1): number =>
  (M2_PER_LITRE_AT_1_UM * transfer) / wetFilm(dryUm, solids);

/**
 * Volume of unthinned product to have for one coat.
 * @param areaM2 area coated, m²
 * @param dryUm dry film thickness, µm
 * @param solids volume solids, share
 * @param tool what lays it
 * @returns mL
 * @throws RangeError when the area is none, or the film is not
 */
export const coatVolume = (areaM2: number, dryUm: number, solids: number, tool: Tool): number => {
  if (!(areaM2 >= 0 && Number.isFinite(areaM2)))
    throw new RangeError(`An area of ${areaM2} m² cannot be coated`);
  return areaM2 === 0 ? 0 : (areaM2 / spreadRate(dryUm, solids, TOOL_FACTS[tool].transfer)) * 1000;
};
