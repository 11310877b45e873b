/** A survey that is being typed or pointed at, as walls to draw: pieces that are known keep their code, mark and paint. */
import { NO_COLOUR } from '$core/kitchen/colour';
import { elevation, type Box } from '$core/kitchen/geometry';
import type { Kitchen } from '$core/kitchen/kitchen';
import { matchPieces } from '$core/kitchen/pieces';
import { assignCodes, type CodeRules } from '$core/labels/schemes';
import type { ElevationView, FrontView, ZoneView } from '$server/services/job/elevations';
import { BARE } from './elevation-view';

/** Where a front is in the kitchen. */
export interface DrawnPlace {
  wall: number;
  cabinet: number;
  /** null for a loose shelf */
  front: { row: number; column: number } | null;
}

export interface SurveyDrawing {
  walls: ElevationView[];
  places: Map<string, DrawnPlace>;
}

export interface KnownPiece {
  id: string;
  code: string;
  zoneId: string;
}

const sameBox = (a: Box, b: Box): boolean => a.x === b.x && a.y === b.y && a.w === b.w && a.h === b.h;

/** Whether two drawings of a wall look the same. */
const alike = (a: ElevationView, b: ElevationView): boolean =>
  a.name === b.name &&
  a.room === b.room &&
  a.island === b.island &&
  a.width === b.width &&
  a.height === b.height &&
  a.toe === b.toe &&
  a.boxes.length === b.boxes.length &&
  a.fronts.length === b.fronts.length &&
  a.boxes.every((box, i) => {
    const other = b.boxes[i];
    return (
      other !== undefined &&
      sameBox(box, other) &&
      box.blind?.w === other.blind?.w &&
      box.vacancy?.kind === other.vacancy?.kind &&
      box.vacancy?.name === other.vacancy?.name
    );
  }) &&
  a.fronts.every((front, i) => {
    const other = b.fronts[i];
    return (
      other !== undefined &&
      sameBox(front, other) &&
      front.id === other.id &&
      front.code === other.code &&
      front.form === other.form &&
      front.hinge === other.hinge &&
      front.hex === other.hex &&
      front.mark === other.mark
    );
  });

/**
 * Draws a kitchen.
 * @param saved the kitchen that the known pieces are from, and those in its order
 * @param kept ids of pieces whose code is on a label
 * @param before what was drawn last: a wall that did not change is the same object, and need not be drawn again
 */
export function drawSurvey(
  kitchen: Kitchen,
  saved: { kitchen: Kitchen; pieces: readonly KnownPiece[]; fronts: ReadonlyMap<string, FrontView> },
  kept: ReadonlySet<string>,
  zones: readonly ZoneView[],
  rules: CodeRules,
  before: SurveyDrawing | null = null,
): SurveyDrawing {
  const was = matchPieces(saved.kitchen, kitchen).map((i) => (i === null ? undefined : saved.pieces[i]));
  const zoneOf = (piece: KnownPiece | undefined) => zones.find((z) => z.id === piece?.zoneId) ?? zones[0];
  const drawn = kitchen.walls.map(elevation);
  const placed = drawn.flatMap((wall) =>
    wall.cabinets.flatMap((c) => c.pieces.map(() => ({ wall: wall.name, cabinet: c.index }))),
  );
  const codes = assignCodes(
    placed.map((p, i) => ({
      ...p,
      zone: zoneOf(was[i])?.letter ?? 'A',
      code: was[i]?.code ?? null,
      kept: kept.has(was[i]?.id ?? ''),
    })),
    rules,
  );
  const places = new Map<string, DrawnPlace>();
  let i = 0;
  const walls = drawn.map((wall, w): ElevationView => {
    const { name, room, island, width, height, toe, cabinets } = wall;
    const view: ElevationView = {
      name,
      room,
      island,
      width,
      height,
      toe,
      boxes: cabinets,
      fronts: cabinets.flatMap((c) =>
        c.pieces.map(({ x, y, w: wide, h, form, hinge, row, column }): FrontView => {
          const known = was[i];
          const id = known?.id ?? `new ${i}`;
          const zone = zoneOf(known);
          places.set(id, { wall: w, cabinet: c.index, front: form === 'shelf' ? null : { row, column } });
          return {
            id,
            code: codes[i++] ?? '',
            x,
            y,
            w: wide,
            h,
            form,
            hinge,
            mark: saved.fronts.get(id)?.mark ?? BARE,
            where: '',
            hex: zone?.hex ?? NO_COLOUR,
            zone: zone?.id ?? '',
          };
        }),
      ),
    };
    const last = before?.walls[w];
    return last && alike(last, view) ? last : view;
  });
  return { walls, places };
}
