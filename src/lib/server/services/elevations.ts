/** The walls of a job with the mark of every piece. */
import { pieceState } from '$core/bench/fold';
import { pieceMark, type Mark } from '$core/bench/mark';
import { elevation } from '$core/kitchen/geometry';
import type { Form, Hinge } from '$core/kitchen/kitchen';
import { readNotation } from '$core/kitchen/notation';
import type { JobFile } from './job-file';

/** A wall ready to draw. Millimetres, floor at 0. */
export interface ElevationView {
  name: string;
  width: number;
  height: number;
  boxes: { x: number; y: number; w: number; h: number; open: string | null }[];
  fronts: {
    id: string;
    code: string;
    x: number;
    y: number;
    w: number;
    h: number;
    form: Form;
    hinge: Hinge | null;
    mark: Mark;
    where: string;
  }[];
}

export function elevations(file: JobFile, now: number): ElevationView[] {
  const { kitchen } = readNotation(file.job.surveyed, file.job.unit);
  return kitchen.walls.map((wall) => {
    const drawn = elevation(wall);
    const own = file.pieces.filter((p) => p.wall === wall.name);
    return {
      name: wall.name,
      width: drawn.width,
      height: drawn.height,
      boxes: drawn.cabinets.map(({ x, y, w, h, open }) => ({ x, y, w, h, open })),
      fronts: own.map(({ id, code, x, y, w, h, form, hinge }) => ({
        id,
        code,
        x,
        y,
        w,
        h,
        form,
        hinge,
        mark: pieceMark(file.state, file.route, id, now),
        where: pieceState(file.state, id).place,
      })),
    };
  });
}
