/** Where every cabinet and front sits on its wall, and how big each front is. */
import { frozen } from '../frozen';
import {
  USUAL_HEIGHT,
  type Band,
  type Build,
  type Cabinet,
  type Form,
  type Hinge,
  type Vacancy,
  type Wall,
} from './kitchen';

/**
 * What shows between and around fronts, mm: half an inch of frame; an eighth of an inch where there is none. Common
 * practice, no source.
 */
export const REVEAL_MM: Record<Build, number> = frozen({ framed: 12.7, frameless: 3.175 });
/** Height of a drawer or false front that shares its cabinet with a door, mm: 6 in. Common practice, no source. */
const DRAWER_MM = 152.4;
/** A front narrower or lower than this is a slip of the pen, mm. */
export const LEAST_FRONT_MM = 40;
/** A cabinet's sides take this from the width of a shelf, mm: two boards of 3/4 in. Common practice, no source. */
export const SIDES_MM = 38.1;
/** Lower edge of hung cabinets above the floor, mm: 36 in counter with 18 in above it. Common practice, no source. */
const UPPER_BOTTOM_MM = 1371.6;
/** Loose shelves are drawn as tabs of this height under their cabinet, mm. */
const SHELF_TAB_MM = 76;

export interface Box {
  /** from the left end of the wall and from the floor to the lower edge, mm */
  x: number;
  y: number;
  w: number;
  h: number;
}

export interface PlacedPiece extends Box {
  form: Form;
  hinge: Hinge | null;
  row: number;
  column: number;
  /** size of the piece itself; a shelf is drawn smaller than it is */
  size: { w: number; h: number };
}

interface PlacedCabinet extends Box {
  band: Band;
  build: Build;
  vacancy: Vacancy | null;
  /** width hidden in a corner, and on which side; null elsewhere */
  blind: Box | null;
  /** index in the wall's list */
  index: number;
  pieces: PlacedPiece[];
}

export interface Elevation {
  name: string;
  island: boolean;
  room: string;
  /** mm */
  width: number;
  height: number;
  /** height of the board along the floor, mm */
  toe: number;
  cabinets: PlacedCabinet[];
}

const openWidth = (cabinet: Cabinet): number => cabinet.widthMm - (cabinet.corner?.blindMm ?? 0);

/**
 * Heights of a cabinet's fronts, top to bottom.
 * @returns mm per row; `shortMm` with the height that is missing when the rows do not fit
 */
export function rowHeights(cabinet: Cabinet): { heights: number[] } | { shortMm: number } {
  const free = cabinet.heightMm - REVEAL_MM[cabinet.build] * (cabinet.rows.length + 1);
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
  (openWidth(cabinet) - REVEAL_MM[cabinet.build] * (count + 1)) / count;

/** Width and depth of a loose shelf, mm. */
const shelfSize = (cabinet: Cabinet): { w: number; h: number } => ({
  w: cabinet.widthMm - SIDES_MM,
  h: cabinet.depthMm - SIDES_MM / 2,
});

function placeFronts(cabinet: Cabinet, left: number, bottom: number): PlacedPiece[] {
  const result = rowHeights(cabinet);
  const heights = 'heights' in result ? result.heights : [];
  const reveal = REVEAL_MM[cabinet.build];
  const pieces: PlacedPiece[] = [];
  let top = bottom + cabinet.heightMm - reveal;
  cabinet.rows.forEach((row, r) => {
    const h = heights[r] ?? 0;
    const w = frontWidth(cabinet, row.fronts.length);
    row.fronts.forEach((front, column) => {
      const x = left + reveal + column * (w + reveal);
      pieces.push({ ...front, row: r, column, x, y: top - h, w, h, size: { w, h } });
    });
    top -= h + reveal;
  });
  return pieces;
}

function placeShelves(cabinet: Cabinet, x: number, bottom: number): PlacedPiece[] {
  const n = cabinet.shelves;
  const w = cabinet.widthMm / Math.max(1, n);
  return Array.from({ length: n }, (_, row) => ({
    form: 'shelf' as const,
    hinge: null,
    row,
    column: 0,
    x: x + row * w + w * 0.06,
    y: bottom - SHELF_TAB_MM - 14,
    w: w * 0.88,
    h: SHELF_TAB_MM,
    size: shelfSize(cabinet),
  }));
}

function place(cabinet: Cabinet, index: number, x: number, toe: number): PlacedCabinet {
  const bottom = cabinet.band === 'upper' ? UPPER_BOTTOM_MM : toe;
  const { band, build, vacancy, corner, widthMm: w, heightMm: h } = cabinet;
  const blindMm = corner?.blindMm ?? 0;
  const left = corner?.side === 'left' ? x + blindMm : x;
  return {
    band,
    build,
    vacancy,
    blind: corner ? { x: corner.side === 'left' ? x : x + w - blindMm, y: bottom, w: blindMm, h } : null,
    index,
    x,
    y: bottom,
    w,
    h,
    pieces: [...placeFronts(cabinet, left, bottom), ...placeShelves(cabinet, x, bottom)],
  };
}

/**
 * Lays a wall out: hung cabinets and those on the floor each run from the left; a tall one stands clear of both.
 * @returns the elevation in millimetres, floor at 0
 */
export function elevation(wall: Wall): Elevation {
  let upper = 0;
  let floor = 0;
  const toe = wall.toeMm;
  const cabinets = wall.cabinets.map((cabinet, index) => {
    const x = cabinet.band === 'upper' ? upper : cabinet.band === 'base' ? floor : Math.max(upper, floor);
    const end = x + cabinet.widthMm;
    if (cabinet.band !== 'base') upper = end;
    if (cabinet.band !== 'upper') floor = end;
    return place(cabinet, index, x, toe);
  });
  const usualTop = wall.island ? 0 : UPPER_BOTTOM_MM + USUAL_HEIGHT.upper;
  return {
    name: wall.name,
    island: wall.island,
    room: wall.room,
    width: Math.max(upper, floor),
    height: Math.max(usualTop, USUAL_HEIGHT.base + toe, ...cabinets.map((c) => c.y + c.h)),
    toe,
    cabinets,
  };
}
