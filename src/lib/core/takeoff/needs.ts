/** What a job takes: volume per product and hours. Area × coats × wet film / transfer, losses, and a reserve. Docs: docs/methods/takeoff.md */
import { facesOf, gets, workMinutes, worthOf, type Step } from '../coating/route';
import type { Product } from '../coating/system';
import { TOOL_FACTS, type Tool } from '../coating/tool';
import { cleanOuts, materialOf } from './clean-outs';
import { isColoured } from './coloured';
import { boxArea, edgeArea, faceArea, type Measured } from '../kitchen/area';
import { coatVolume, wetFilm } from './film';
import { thinnerShare } from './mix';
import type { SiteStep } from './site-route';

/** Kept back for what goes wrong, share. Common practice, no source. */
const RESERVE = 0.1;
/** Kept in a small labelled can for nicks, of every colour, mL. Common practice, no source. */
const TOUCH_UP_ML = 250;

interface ProductNeed {
  product: Product;
  /** area coated, every coat counted, m² */
  areaM2: number;
  /** mL that stay on the work, and that miss it */
  onWorkMl: number;
  missesMl: number;
  /** mL lost in hose, gun, roller and tray, for so many loads */
  lossMl: number;
  loads: number;
  reserveMl: number;
  /** mL kept for touch-ups */
  keepMl: number;
  /** mL to have: all of these */
  volumeMl: number;
  /** wet film to lay each coat, µm */
  wetUm: number;
}

export interface PieceToCoat extends Measured {
  /** where steps are not done on every piece */
  id?: string;
  /** what is coated; both faces where nothing is said */
  condition?: { faces: 'both' | 'front' } & Measured['condition'];
}

/** A coat on the fixed work. */
type FixedCoat = Pick<SiteStep, 'product' | 'tool' | 'wet' | 'areaM2' | 'zone'>;

/**
 * Area of a coat on a piece; the edges and a drawer’s box belong to the front pass. A piece whose back stays as it is has no
 * back pass.
 * @returns m²
 */
export function passArea(step: Step, piece: PieceToCoat): number {
  if (piece.id !== undefined && !gets(step, piece.id)) return 0;
  const faces = facesOf(step).filter((f) => f === 'front' || piece.condition?.faces !== 'front');
  const front = faces.includes('front') ? edgeArea(piece) + boxArea(piece) : 0;
  return faces.length * faceArea(piece) + front;
}

/** How often a product is loaded anew: every time another one was laid before it by the same tool. */
function loadsOf(route: readonly Pick<Step, 'product' | 'tool'>[]): Map<string, number> {
  const loads = new Map<string, number>();
  const held = new Map<Tool, string>();
  for (const { product, tool } of route) {
    if (!product || !tool) continue;
    if (held.get(tool) !== product.key) loads.set(product.key, (loads.get(product.key) ?? 0) + 1);
    held.set(tool, product.key);
  }
  return loads;
}

/**
 * Volume per product for pieces that go the whole route, and for coats on the fixed work.
 * @param fixed coats on fixed work; none where nothing is said
 * @param loaded how often a product is loaded for the pieces, where other colours come between
 */
export function productNeeds(
  route: readonly Step[],
  pieces: readonly PieceToCoat[],
  fixed: readonly FixedCoat[] = [],
  loaded: (product: Product) => number | undefined = () => undefined,
): ProductNeed[] {
  const needs = new Map<string, ProductNeed>();
  const coats = [
    ...route.map((step) => ({ ...step, areaM2: pieces.reduce((sum, p) => sum + passArea(step, p), 0) })),
    ...fixed,
  ].filter((c) => c.areaM2 > 0);
  const ofPieces = loadsOf(coats.slice(0, coats.length - fixed.filter((c) => c.areaM2 > 0).length));
  const ofFixed = loadsOf(fixed);
  for (const { product, tool, wet, areaM2 } of coats) {
    if (!product || !tool) continue;
    const solids = product.solids.value;
    const had = coatVolume(areaM2, product.dryFilm.value * wet, solids, tool);
    const onWork = had * TOOL_FACTS[tool].transfer;
    // What is loaded for the pieces serves the walls, too.
    const count = loaded(product) ?? ofPieces.get(product.key) ?? ofFixed.get(product.key) ?? 1;
    const need = needs.get(product.key) ?? {
      product,
      areaM2: 0,
      onWorkMl: 0,
      missesMl: 0,
      lossMl: count * TOOL_FACTS[tool].lossMl,
      loads: count,
      reserveMl: 0,
      keepMl: isColoured(product) ? TOUCH_UP_ML : 0,
      volumeMl: 0,
      wetUm: wetFilm(product.dryFilm.value, solids, product.mix ? thinnerShare(product.mix) : 0),
    };
    needs.set(product.key, {
      ...need,
      areaM2: need.areaM2 + areaM2,
      onWorkMl: need.onWorkMl + onWork,
      missesMl: need.missesMl + had - onWork,
    });
  }
  return [...needs.values()].map((n) => {
    const reserveMl = RESERVE * (n.onWorkMl + n.missesMl);
    return { ...n, reserveMl, volumeMl: n.onWorkMl + n.missesMl + n.lossMl + reserveMl + n.keepMl };
  });
}

/** What a pass takes at hand, mL: the hose's fill and the touch-up can are of the whole job. */
export const passVolume = (need: ProductNeed): number => need.onWorkMl + need.missesMl + need.reserveMl;

/** What goes on in one colour: finishes apart by zone, the rest for all zones together. */
export interface ZoneNeed extends ProductNeed {
  /** key of the zone; null for what all zones share */
  zone: string | null;
}

/**
 * Volume per product, and of finishes per colour zone: every colour has losses, reserve and a touch-up can of its own.
 * @param pieces of the kitchen, each with the key of its zone
 * @param fixed coats on the fixed work, each with its zone
 * @param planned how often a product is loaded for the pieces of a zone, by a plan; as seldom as can be where there is none
 */
export function needsByZone(
  route: readonly Step[],
  pieces: readonly (PieceToCoat & { zoneId: string })[],
  fixed: readonly FixedCoat[] = [],
  planned?: (product: Product, zone: string) => number | undefined,
): ZoneNeed[] {
  const fewest = cleanOuts(
    route,
    pieces.map((p) => ({ ...p, colour: p.zoneId })),
  ).loads;
  const shared = productNeeds(route, pieces, fixed, (product) => planned?.(product, '')).filter(
    (n) => !isColoured(n.product),
  );
  const coloured = [...new Set(pieces.map((p) => p.zoneId))].flatMap((zone) =>
    productNeeds(
      route,
      pieces.filter((p) => p.zoneId === zone),
      fixed.filter((c) => c.zone === zone),
      (product) => planned?.(product, zone) ?? fewest.get(materialOf(product, zone)),
    )
      .filter((n) => isColoured(n.product))
      .map((n) => ({ ...n, zone })),
  );
  const order = new Map(route.flatMap((s, i) => (s.product ? [[s.product.key, i] as const] : [])).reverse());
  const first = (n: ProductNeed): number => order.get(n.product.key) ?? 0;
  return [...shared.map((n) => ({ ...n, zone: null })), ...coloured].sort((a, b) => first(a) - first(b));
}

/** Hands' work of one step over all lots. */
export interface StepHours {
  key: string;
  act: string;
  minutes: number;
  /** on the kitchen that stays, not on pieces */
  kitchen: boolean;
}

/**
 * Work of every step: of the pieces by their lots, of the kitchen by its fixed area.
 * @param lots pieces of each lot, by id
 * @param site steps of the fixed work, their clean-outs included
 * @param cleaning minutes of cleaning out between the coats of the pieces
 */
export function hoursBySteps(
  route: readonly Step[],
  lots: readonly (readonly string[])[],
  site: readonly SiteStep[],
  cleaning: number,
): StepHours[] {
  const fixed = new Map<string, StepHours>();
  for (const { key, act: own, visit, minutes } of site) {
    // Visits to every lot are one line.
    const act = visit?.act ?? own;
    const had = fixed.get(act);
    if (had) had.minutes += minutes;
    else fixed.set(act, { key: `fixed ${key}`, act, minutes, kitchen: true });
  }
  const pieces = route.map((step) => ({
    key: step.key,
    act: step.act,
    minutes: lots
      .map((lot) => lot.filter((p) => gets(step, p)))
      .reduce((sum, own) => sum + (own.length ? workMinutes(step, worthOf(step, own)) : 0), 0),
    kitchen: false,
  }));
  const act = 'Clean out between products and colours';
  const between = cleaning > 0 ? [{ key: 'clean-out', act, minutes: cleaning, kitchen: false }] : [];
  return [...fixed.values(), ...pieces, ...between];
}
