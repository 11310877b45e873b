/** The walls of a job with the mark of every piece. */
import { NO_COLOUR } from '$core/kitchen/colour';
import { pieceState } from '$core/bench/state/state';
import { pieceMark, type Mark } from '$core/bench/view/mark';
import type { Condition } from '$core/kitchen/condition';
import { elevation, type Box } from '$core/kitchen/geometry';
import type { Form, Hinge, Vacancy } from '$core/kitchen/kitchen';
import { readNotation } from '$core/kitchen/notation';
import { signOf, type Sign } from '$core/labels/label-set';
import type { OpenJob } from './open-job';

/** A colour zone as it is drawn. */
export interface ZoneView {
  id: string;
  name: string;
  letter: string;
  colour: string;
  hex: string;
  sheen: string;
  sign: Sign;
}

export interface FrontView extends Box {
  id: string;
  code: string;
  form: Form;
  hinge: Hinge | null;
  mark: Mark;
  where: string;
  /** its paint */
  hex: string;
  zone: string;
  /** what is noted, on pages that show it */
  condition?: Condition;
}

/** A wall ready to draw. Millimetres, floor at 0. */
export interface ElevationView {
  name: string;
  /** empty for the only room */
  room: string;
  island: boolean;
  width: number;
  height: number;
  toe: number;
  boxes: (Box & { vacancy: Vacancy | null; blind: Box | null })[];
  fronts: FrontView[];
}

export const zoneViews = (file: Pick<OpenJob, 'zones'>): ZoneView[] =>
  file.zones.map(({ id, name, letter, colour, hex, sheen }, i) => ({
    id,
    name,
    letter,
    colour,
    hex,
    sheen,
    sign: signOf(i),
  }));

/** @param noted with what is noted about each piece, for pages that show it */
export function elevations(file: OpenJob, now: number, noted = false): ElevationView[] {
  const { kitchen } = readNotation(file.job.surveyed, file.job.unit);
  const paint = new Map(file.zones.map((z) => [z.id, z.hex]));
  // Pieces are kept in the order in which the drawing has them.
  const pieces = file.pieces.values();
  return kitchen.walls.map((wall) => {
    const { name, room, island, width, height, toe, cabinets } = elevation(wall);
    return {
      name,
      room,
      island,
      width,
      height,
      toe,
      boxes: cabinets.map(({ x, y, w, h, vacancy, blind }) => ({ x, y, w, h, vacancy, blind })),
      fronts: cabinets.flatMap((c) =>
        c.pieces.flatMap(({ x, y, w, h, form, hinge }): FrontView[] => {
          const piece = pieces.next().value;
          if (!piece) return [];
          const { id, code, zoneId, condition } = piece;
          return [
            {
              id,
              code,
              x,
              y,
              w,
              h,
              form,
              hinge,
              mark: pieceMark(file.state, file.route, id, now, file.waits),
              where: pieceState(file.state, id).place,
              hex: paint.get(zoneId) ?? NO_COLOUR,
              zone: zoneId,
              ...(noted ? { condition } : {}),
            },
          ];
        }),
      ),
    };
  });
}
