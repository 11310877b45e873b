/** A cabinet that is dragged along its run, or made wider: every step is a change to the text of the survey as it was. */
import { applyEdit, snap } from '$core/kitchen/edit';
import type { Cabinet, Kitchen } from '$core/kitchen/kitchen';
import type { LengthUnit } from '$core/units/length';
import type { DrawnPlace } from './survey-drawing';

/** How near an edge of the other band draws a dragged edge, mm. */
const REACH = 30;
/** px that a pointer moves before it drags. */
const STILL = 4;
/** The narrowest cabinet, in steps of the grid, and the widest, mm. */
const LEAST_STEPS = 6;
const WIDEST = 6000;

/** What is being dragged: where it was, in the survey as it was. */
export interface Drag {
  kind: 'size' | 'place';
  pointer: number;
  /** px on the screen */
  fromX: number;
  at: DrawnPlace;
  before: string;
  kitchen: Kitchen;
  cabinet: Cabinet;
  /** left edge of the cabinet, mm */
  x: number;
  /** edges of the other run that a dragged edge may line up with, mm */
  edges: readonly number[];
}

/** Edges of the cabinets of other bands on a wall, mm. */
export function edgesBeside(
  boxes: readonly { x: number; w: number }[],
  cabinets: readonly Cabinet[],
  index: number,
): number[] {
  const own = cabinets[index]?.band;
  return boxes.flatMap((b, i) => (cabinets[i]?.band !== own ? [b.x, b.x + b.w] : []));
}

/** A width on the grid, or one that lines up with an edge of the other run, mm. */
export function draggedWidth({ x, cabinet, edges }: Drag, by: number, grid: number): number {
  const onGrid = snap(cabinet.widthMm + by, [], grid, 0);
  const edge = snap(x + cabinet.widthMm + by, [...edges], grid, REACH);
  const width = edges.includes(edge) ? edge - x : onGrid;
  return Math.round(Math.max(LEAST_STEPS * grid, Math.min(WIDEST, width)) * 1e6) / 1e6;
}

/** Index that a cabinet gets when its middle is let go at a place along its run, mm. */
export function placeFor(cabinets: readonly Cabinet[], index: number, middle: number): number {
  const band = cabinets[index]?.band;
  let x = 0;
  let to = index;
  let first = true;
  cabinets.forEach((c, i) => {
    if (c.band !== band) return;
    const mid = x + c.widthMm / 2;
    x += c.widthMm;
    if (i === index) return;
    if (mid < middle) to = i < index ? i + 1 : i;
    else if (first) to = Math.min(i, index);
    first = false;
  });
  return to;
}

/**
 * The survey with a drag as far as a pointer came.
 *
 * @param px how far the pointer came, on the screen
 * @param scale px for a mm
 * @param grid mm that widths snap to
 * @returns the text and the cabinet's index in it; null while the pointer hardly moved
 */
export function tryDrag(
  drag: Drag,
  px: number,
  scale: number,
  grid: number,
  unit: LengthUnit,
): { text: string; cabinet: number } | null {
  if (Math.abs(px) < STILL) return null;
  const { at, before, cabinet } = drag;
  const by = px / scale;
  if (drag.kind === 'size') {
    const widthMm = draggedWidth(drag, by, grid);
    const wider = applyEdit(before, unit, { kind: 'change', at, cabinet: { ...cabinet, widthMm } });
    return { text: wider, cabinet: at.cabinet };
  }
  const cabinets = drag.kitchen.walls[at.wall]?.cabinets ?? [];
  const to = placeFor(cabinets, at.cabinet, drag.x + cabinet.widthMm / 2 + by);
  const text = to === at.cabinet ? before : applyEdit(before, unit, { kind: 'move', at, to });
  return { text, cabinet: to };
}
