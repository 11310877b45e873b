/** Area to coat on a piece, and how much work its front is. Source: geometry; profile factors from memory, editable. */
import { frozen } from '../frozen';
import type { Condition, Profile } from './condition';
import type { Form } from './kitchen';

/** How a front of a form is usually made. */
const USUAL_PROFILE: Record<Form, Profile> = frozen({
  door: 'flat',
  glass: 'flat',
  drawer: 'slab',
  false: 'slab',
  panel: 'slab',
  pullout: 'flat',
  valance: 'slab',
  shelf: 'slab',
});
/** How much more surface a profile has than its outline. From memory. */
const PROFILE_AREA: Record<Profile, number> = frozen({
  slab: 1,
  flat: 1.08,
  raised: 1.15,
  beaded: 1.2,
});
/** How much more work a profile is than a flat panel, where it was surveyed. From memory. */
const PROFILE_WORK: Record<Profile, number> = frozen({
  slab: 0.9,
  flat: 1,
  raised: 1.15,
  beaded: 1.25,
});
/** Share of a glass door’s face that is wood. From memory. */
const GLASS_WOOD_SHARE = 0.4;
/** Usual thickness of a front, mm: three quarters of an inch. Common practice, no source. */
const THICKNESS_MM = 19.05;
/** Usual depth and height of a drawer’s box, mm: 20 in deep, two inches lower than its front. From memory. */
const BOX = frozen({ depth: 508, lower: 50.8 });
/** A coated drawer box is so much more work to every step. From memory. */
const BOX_WORK = 1;

/** Outline of a piece in mm, and what was noted of it that makes it more surface or work. */
export interface Measured {
  form: Form;
  w: number;
  h: number;
  condition?: Partial<Pick<Condition, 'profile' | 'box'>>;
}

/**
 * Area of one face of a piece.
 * @returns m²
 */
export function faceArea({ form, w, h, condition }: Measured): number {
  const profile = PROFILE_AREA[condition?.profile ?? USUAL_PROFILE[form]];
  return ((w * h) / 1e6) * profile * (form === 'glass' ? GLASS_WOOD_SHARE : 1);
}

/**
 * Area of all four edges of a piece.
 * @returns m²
 */
export const edgeArea = (piece: { w: number; h: number }): number =>
  (2 * (piece.w + piece.h) * THICKNESS_MM) / 1e6;

/**
 * Area of a drawer’s box: its four sides, in and out, and its bottom inside.
 * @returns m²; 0 where it is not coated
 */
export function boxArea({ form, w, h, condition }: Measured): number {
  if (form !== 'drawer' || !condition?.box) return 0;
  const high = Math.max(0, h - BOX.lower);
  return (2 * 2 * (w + BOX.depth) * high + w * BOX.depth) / 1e6;
}

/** How many usual pieces a piece is worth to those who sand, coat and clean it. */
export const workOf = ({ form, condition }: Pick<Measured, 'form' | 'condition'>): number =>
  (condition?.profile ? PROFILE_WORK[condition.profile] : 1) +
  (form === 'drawer' && condition?.box ? BOX_WORK : 0);
