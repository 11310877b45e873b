/** What a job takes: volume per product and hours. Area × coats × wet film / transfer, losses, and a reserve. Docs: docs/methods/takeoff.md */
import { facesOf, gets, workMinutes, type Step } from '../coating/route';
import type { Prep, Product, System } from '../coating/system';
import { TOOL_FACTS, type Tool } from '../coating/tool';
import { edgeArea, faceArea } from '../kitchen/area';
import type { Form } from '../kitchen/kitchen';
import { coatVolume, wetFilm } from './film';
import { thinnerShare } from './mix';

/** Kept back for what goes wrong, share. Common practice, no source. */
export const RESERVE = 0.1;
/** Kept in a small labelled can for nicks, of every colour, mL. Common practice, no source. */
export const TOUCH_UP_ML = 250;

export interface ProductNeed {
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

export interface PieceToCoat {
  /** where steps are not done on every piece */
  id?: string;
  form: Form;
  /** mm */
  w: number;
  h: number;
  /** what is coated; both faces where nothing is said */
  condition?: { faces: 'both' | 'front' };
}

/**
 * Area of a coat on a piece; the edges belong to the front pass. A piece whose back stays as it is has no back pass.
 * @returns m²
 */
export function passArea(step: Step, piece: PieceToCoat): number {
  if (piece.id !== undefined && !gets(step, piece.id)) return 0;
  const faces = facesOf(step).filter((f) => f === 'front' || piece.condition?.faces !== 'front');
  return faces.length * faceArea(piece) + (faces.includes('front') ? edgeArea(piece) : 0);
}

/** How often a product is loaded anew: every time another one was laid before it by the same tool. */
function loadsOf(route: readonly Step[]): Map<string, number> {
  const loads = new Map<string, number>();
  const held = new Map<Tool, string>();
  for (const { product, tool } of route) {
    if (!product || !tool) continue;
    if (held.get(tool) !== product.key) loads.set(product.key, (loads.get(product.key) ?? 0) + 1);
    held.set(tool, product.key);
  }
  return loads;
}

/** The colour a product is bought in matters: finishes and glazes. */
export const isColoured = (product: Product): boolean =>
  product.kind === 'finish' || product.kind === 'glaze';

/**
 * Volume per product for pieces that go the whole route, and fixed work that is coated as the fronts are.
 * @param fixedM2 area of the fixed work, m²
 */
export function productNeeds(
  route: readonly Step[],
  pieces: readonly PieceToCoat[],
  fixedM2 = 0,
): ProductNeed[] {
  const needs = new Map<string, ProductNeed>();
  // Fixed work is coated with the job's first way of turning.
  const fixedIn = (step: Step): number => (facesOf(step).includes('front') && !step.turn ? fixedM2 : 0);
  const loads = loadsOf(route.filter((s) => fixedIn(s) > 0 || pieces.some((p) => passArea(s, p) > 0)));
  for (const step of route) {
    const { product, tool } = step;
    if (!product || !tool) continue;
    const fixed = fixedIn(step);
    const areaM2 = pieces.reduce((sum, p) => sum + passArea(step, p), 0) + fixed;
    if (areaM2 === 0) continue;
    const solids = product.solids.value;
    const had = coatVolume(areaM2, product.dryFilm.value * step.wet, solids, tool);
    const onWork = had * TOOL_FACTS[tool].transfer;
    const count = loads.get(product.key) ?? 1;
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
 * @param fixedM2 area of fixed work by zone, m²
 */
export function needsByZone(
  route: readonly Step[],
  pieces: readonly (PieceToCoat & { zoneId: string })[],
  fixedM2: ReadonlyMap<string, number> = new Map(),
): ZoneNeed[] {
  const allFixed = [...fixedM2.values()].reduce((sum, a) => sum + a, 0);
  const shared = productNeeds(route, pieces, allFixed).filter((n) => !isColoured(n.product));
  const coloured = [...new Set(pieces.map((p) => p.zoneId))].flatMap((zone) =>
    productNeeds(
      route,
      pieces.filter((p) => p.zoneId === zone),
      fixedM2.get(zone) ?? 0,
    )
      .filter((n) => isColoured(n.product))
      .map((n) => ({ ...n, zone })),
  );
  const order = new Map(route.flatMap((s, i) => (s.product ? [[s.product.key, i] as const] : [])).reverse());
  const first = (n: ProductNeed): number => order.get(n.product.key) ?? 0;
  return [...shared.map((n) => ({ ...n, zone: null })), ...coloured].sort((a, b) => first(a) - first(b));
}

/** Both faces of a usual piece, m²: fixed work is cleaned and sanded at the same pace. From memory. */
export const PREP_M2_A_PIECE = 0.5;

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
 * @param fixedM2 area of fixed work, m²; its coats take the tool's minutes per square metre
 */
export function hoursBySteps(
  route: readonly Step[],
  system: System,
  lots: readonly (readonly string[])[],
  fixedM2: number,
): StepHours[] {
  const onKitchen = (list: readonly Prep[]): StepHours[] =>
    list
      .filter((p) => p.on === 'kitchen')
      .map((p) => ({
        key: p.key,
        act: p.act,
        minutes: fixedM2 * p.minutesPerPiece.value,
        kitchen: true,
      }));
  const pieces = route.map((step) => ({
    key: step.key,
    act: step.act,
    minutes: lots
      .map((lot) => lot.filter((p) => gets(step, p)).length)
      .reduce((sum, n) => sum + (n > 0 ? workMinutes(step, n) : 0), 0),
    kitchen: false,
  }));
  const coats = route.filter((s) => s.kind === 'coat' && facesOf(s).includes('front') && !s.turn);
  const fixed: StepHours[] = fixedM2
    ? [
        {
          key: 'fixed-prep',
          act: 'Clean and sand the fixed work',
          minutes:
            (fixedM2 / PREP_M2_A_PIECE) *
            system.prep.filter((p) => p.on === 'pieces').reduce((s, p) => s + p.minutesPerPiece.value, 0),
          kitchen: true,
        },
        ...coats.map((s) => ({
          key: `fixed ${s.key}`,
          act: `${s.act.replace(/(fronts|all faces)/, 'the fixed work')}`,
          minutes: fixedM2 * (s.tool ? TOOL_FACTS[s.tool].minutesPerM2 : 0),
          kitchen: true,
        })),
      ]
    : [];
  return [...onKitchen(system.prep), ...fixed, ...pieces, ...onKitchen(system.close)];
}
