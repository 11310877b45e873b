/** Paint as it was laid by the record, and what is left of what was bought. Docs: docs/methods/takeoff.md */
import { gets, type Step } from '../coating/route';
import type { Product } from '../coating/system';
import type { Tool } from '../coating/tool';
import { coatVolume } from './film';
import { isColoured } from './coloured';
import { passArea, type PieceToCoat } from './needs';

/** A coat that was finished: on pieces, or on an area of the fixed work. */
interface LaidCoat {
  product: Product;
  tool: Tool;
  /** wet film over the right one */
  wet: number;
  areaM2: number;
  /** key of the colour zone */
  zone: string;
}

/** Volume of a product that was laid, in one colour. */
export interface Laid {
  product: string;
  /** null for what has no colour */
  zone: string | null;
  /** mL that left the can for it, what missed the work too */
  ml: number;
}

/** Coats of a step on pieces, by zone. @param pieces those that got it */
export function coatsOn(step: Step, pieces: readonly (PieceToCoat & { zoneId: string })[]): LaidCoat[] {
  const { product, tool, wet } = step;
  if (!product || !tool) return [];
  const areas = new Map<string, number>();
  for (const p of pieces)
    if (p.id === undefined || gets(step, p.id))
      areas.set(p.zoneId, (areas.get(p.zoneId) ?? 0) + passArea(step, p));
  return [...areas].map(([zone, areaM2]) => ({ product, tool, wet, areaM2, zone }));
}

/** What coats took, by product, and of coloured products by zone. */
export function laidVolumes(coats: readonly LaidCoat[]): Laid[] {
  const out = new Map<string, Laid>();
  for (const { product, tool, wet, areaM2, zone } of coats) {
    const of = isColoured(product) ? zone : null;
    const key = `${product.key} ${of ?? ''}`;
    const had = out.get(key) ?? { product: product.key, zone: of, ml: 0 };
    had.ml += coatVolume(areaM2, product.dryFilm.value * wet, product.solids.value, tool);
    out.set(key, had);
  }
  return [...out.values()];
}

/**
 * What is left of what was bought.
 * @param boughtMl all that was bought of it
 * @param lossMl what hose, gun and trays lose over the job
 * @returns mL, never below 0
 */
export const leftOver = (boughtMl: number, laidMl: number, lossMl: number): number =>
  Math.max(0, boughtMl - laidMl - lossMl);

/**
 * Volume of paint by weighing its can.
 * @param fullG the can with its paint, g
 * @param emptyG the empty can, g
 * @param density kg/L, which is g/mL
 * @returns mL
 * @throws RangeError where the empty can weighs more, or the density is none
 */
export function volumeByWeight(fullG: number, emptyG: number, density: number): number {
  if (!(density > 0 && Number.isFinite(density))) throw new RangeError('The density must be above 0 kg/L');
  if (!(emptyG >= 0 && fullG >= emptyG && Number.isFinite(fullG)))
    throw new RangeError('The can with paint must weigh at least as much as the empty one');
  return (fullG - emptyG) / density;
}
