/** A kitchen as walls of cabinets, each a stack of rows of fronts. Lengths in millimetres. */

export const FORMS = ['door', 'glass', 'drawer', 'false', 'panel'] as const;
/** What a front is. `false` is a false front, `panel` a removable panel, `glass` a door with a glass light. */
export type Form = (typeof FORMS)[number];

export const BANDS = ['upper', 'base', 'tall'] as const;
/** Where a cabinet stands: hung, on the floor under the counter, or floor to top. */
export type Band = (typeof BANDS)[number];

export type Hinge = 'left' | 'right';

export interface Front {
  form: Form;
  /** null where nothing swings */
  hinge: Hinge | null;
}

/** Fronts side by side, left to right. */
export interface Row {
  fronts: Front[];
  /** measured height, or null to share what is left */
  heightMm: number | null;
}

export interface Cabinet {
  band: Band;
  widthMm: number;
  heightMm: number;
  /** top to bottom; empty where nothing closes it */
  rows: Row[];
  /** what stands there instead of fronts, e.g. `hood`; null with fronts */
  open: string | null;
}

export interface Wall {
  name: string;
  cabinets: Cabinet[];
}

export interface Kitchen {
  walls: Wall[];
}

/** Usual cabinet heights, mm. Common practice, no source: 30 in hung, 30½ in box under the counter, 84 in tall. */
export const USUAL_HEIGHT: Record<Band, number> = { upper: 762, base: 774.7, tall: 2133.6 };

export const canHinge = (form: Form): boolean => form === 'door' || form === 'glass';
