/** Where every cabinet and front sits on its wall, and how big each front is. */
import { USUAL_HEIGHT, type Band, type Cabinet, type Form, type Hinge, type Wall } from './kitchen';

/** Frame seen between and around fronts, mm: half an inch. Common practice, no source. */
export const REVEAL_MM = 12.7;
/** Height of a drawer or false front that shares its cabinet with a door, mm: 6 in. Common practice, no source. */
export const DRAWER_MM = 152.4;
/** A front narrower or lower than this is a slip of the pen, mm. */
export const LEAST_FRONT_MM = 40;
/** Heights above the floor, mm: 4 in toe kick, 36 in counter with 18 in above it. Common practice, no source. */
export const TOE_KICK_MM = 101.6;
const UPPER_BOTTOM_MM = 1371.6;

export interface Box {
  /** from the left end of the wall and from the floor to the lower edge, mm */
  x: number;
  y: number;
  w: number;
  h: number;
}

export interface PlacedFront extends Box {
  form: Form;
  hinge: Hinge | null;
  row: number;
  column: number;
}

export interface PlacedCabinet extends Box {
  band: Band;
  open: string | null;
  /** index in the wall's list */
  index: number;
  fronts: PlacedFront[];
}

export interface Elevation {
  name: string;
  /** mm */
  width: number;
  height: number;
  cabinets: PlacedCabinet[];
}

/**
 * Heights of a cabinet's fronts, top to bottom.
 * @returns mm per row; `null` with the height that is missing when the rows do not fit
 */
export function rowHeights(cabinet: Cabinet): { heights: number[] } | { shortMm: number } {
  const free = cabinet.heightMm - REVEAL_MM * (cabinet.rows.length + 1);
  const low = (row: Cabinet['rows'][number]) =>
    row.fronts.every((f) => f.form === 'drawer' || f.form === 'false');
  const mixed = cabinet.rows.some((row) => !low(row));
  const fixed = cabinet.rows.map((row) => row.heightMm ?? (mixed && low(row) ? DRAWER_MM : null));
  const sharing = fixed.filter((h) => h === null).length;
  const left = free - fixed.reduce<number>((sum, h) => sum + (h ?? 0), 0);
  const share = sharing ? left / sharing : 0;
  if (sharing ? share < LEAST_FRONT_MM : left < -0.5) {
    return { shortMm: sharing ? LEAST_FRONT_MM * sharing - left : -left };
  }
  return { heights: fixed.map((h) => h ?? share) };
}

/** Width of each front in a row of `count`, mm. */
export const frontWidth = (cabinet: Cabinet, count: number): number =>
  (cabinet.widthMm - REVEAL_MM * (count + 1)) / count;

function place(cabinet: Cabinet, index: number, x: number): PlacedCabinet {
  const bottom = cabinet.band === 'upper' ? UPPER_BOTTOM_MM : TOE_KICK_MM;
  const result = rowHeights(cabinet);
  const heights = 'heights' in result ? result.heights : [];
  const fronts: PlacedFront[] = [];
  let top = bottom + cabinet.heightMm - REVEAL_MM;
  cabinet.rows.forEach((row, r) => {
    const h = heights[r] ?? 0;
    const w = frontWidth(cabinet, row.fronts.length);
    row.fronts.forEach((front, column) => {
      fronts.push({
        ...front,
        row: r,
        column,
        x: x + REVEAL_MM + column * (w + REVEAL_MM),
        y: top - h,
        w,
        h,
      });
    });
    top -= h + REVEAL_MM;
  });
  const { band, open, widthMm: w, heightMm: h } = cabinet;
  return { band, open, index, x, y: bottom, w, h, fronts };
}

/**
 * Lays a wall out: hung cabinets and those on the floor each run from the left; a tall one stands clear of both.
 * @returns the elevation in millimetres, floor at 0
 */
export function elevation(wall: Wall): Elevation {
  let upper = 0;
  let floor = 0;
  const cabinets = wall.cabinets.map((cabinet, index) => {
    const x = cabinet.band === 'upper' ? upper : cabinet.band === 'base' ? floor : Math.max(upper, floor);
    const end = x + cabinet.widthMm;
    if (cabinet.band !== 'base') upper = end;
    if (cabinet.band !== 'upper') floor = end;
    return place(cabinet, index, x);
  });
  const usualTop = UPPER_BOTTOM_MM + USUAL_HEIGHT.upper;
  return {
    name: wall.name,
    width: Math.max(upper, floor),
    height: Math.max(usualTop, ...cabinets.map((c) => c.y + c.h)),
    cabinets,
  };
}
