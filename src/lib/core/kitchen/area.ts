/** Area to coat on a piece. Source: geometry; profile factors from memory, editable. */
import type { Form } from './kitchen';

/** How much more surface a profile has than its outline. From memory. */
export const PROFILE_FACTOR: Record<Form, number> = {
  door: 1.08,
  glass: 1.08,
  drawer: 1.0,
  false: 1.0,
  panel: 1.0,
  pullout: 1.08,
  valance: 1.0,
  shelf: 1.0,
};
/** Share of a glass door's face that is wood. From memory. */
const GLASS_WOOD_SHARE = 0.4;
/** Usual thickness of a front, mm: three quarters of an inch. Common practice, no source. */
export const THICKNESS_MM = 19.05;

/**
 * Area of one face of a piece.
 * @param piece outline in mm
 * @returns m²
 */
export function faceArea(piece: { form: Form; w: number; h: number }): number {
  const outline = (piece.w * piece.h) / 1e6;
  return outline * PROFILE_FACTOR[piece.form] * (piece.form === 'glass' ? GLASS_WOOD_SHARE : 1);
}

/**
 * Area of all four edges of a piece.
 * @returns m²
 */
export const edgeArea = (piece: { w: number; h: number }): number =>
  (2 * (piece.w + piece.h) * THICKNESS_MM) / 1e6;
