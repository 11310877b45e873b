/** What a job takes: volume per product and hours. Area × coats × wet film / transfer, and a reserve. */
import { workMinutes, type Step } from '../coating/route';
import type { Product } from '../coating/system';
import type { Tool } from '../coating/tool';
import { edgeArea, faceArea } from '../kitchen/area';
import type { Form } from '../kitchen/kitchen';
import { coatVolume, wetFilm } from './film';

/** Kept back for what goes wrong and for touch-ups. Common practice, no source. */
export const RESERVE = 0.1;

export interface ProductNeed {
  product: Product;
  /** area coated, every coat counted, m² */
  areaM2: number;
  /** mL to have, reserve included */
  volumeMl: number;
  /** wet film to lay each coat, µm */
  wetUm: number;
}

export interface PieceToCoat {
  form: Form;
  /** mm */
  w: number;
  h: number;
  /** what is coated; both faces where nothing is said */
  condition?: { faces: 'both' | 'front' };
}

/**
 * Area of a coat on a face; the edges belong to the front pass. A piece whose back stays as it is has no back pass.
 * @returns m²
 */
export function passArea(step: Step, piece: PieceToCoat): number {
  if (step.face === 'back' && piece.condition?.faces === 'front') return 0;
  return faceArea(piece) + (step.face === 'front' ? edgeArea(piece) : 0);
}

/** Volume per product for pieces that go the whole route. */
export function productNeeds(
  route: readonly Step[],
  pieces: readonly PieceToCoat[],
  tool: Tool,
): ProductNeed[] {
  const needs = new Map<string, ProductNeed>();
  for (const step of route) {
    const { product } = step;
    if (!product) continue;
    const areaM2 = pieces.reduce((sum, p) => sum + passArea(step, p), 0);
    if (areaM2 === 0) continue;
    const volume = coatVolume(areaM2, product.dryFilm.value, product.solids.value, tool) * (1 + RESERVE);
    const need = needs.get(product.key) ?? {
      product,
      areaM2: 0,
      volumeMl: 0,
      wetUm: wetFilm(product.dryFilm.value, product.solids.value, product.mix?.thinner ?? 0),
    };
    needs.set(product.key, { ...need, areaM2: need.areaM2 + areaM2, volumeMl: need.volumeMl + volume });
  }
  return [...needs.values()];
}

/** What goes on in one colour: finishes apart by zone, primers for all zones together. */
export interface ZoneNeed extends ProductNeed {
  /** key of the zone; null for what all zones share */
  zone: string | null;
}

/**
 * Volume per product, and of finishes per colour zone.
 * @param pieces of the kitchen, each with the key of its zone
 */
export function needsByZone(
  route: readonly Step[],
  pieces: readonly (PieceToCoat & { zoneId: string })[],
  tool: Tool,
): ZoneNeed[] {
  const shared = productNeeds(route, pieces, tool).filter((n) => n.product.kind === 'primer');
  const finishes = [...new Set(pieces.map((p) => p.zoneId))].flatMap((zone) =>
    productNeeds(
      route,
      pieces.filter((p) => p.zoneId === zone),
      tool,
    )
      .filter((n) => n.product.kind === 'finish')
      .map((n) => ({ ...n, zone })),
  );
  return [...shared.map((n) => ({ ...n, zone: null })), ...finishes];
}

/** Work of the whole route for lots of the given sizes, minutes. */
export const labourMinutes = (route: readonly Step[], lotSizes: readonly number[]): number =>
  route.reduce((sum, step) => sum + lotSizes.reduce((s, n) => s + workMinutes(step, n), 0), 0);
