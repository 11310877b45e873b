/** The walls of a job with the mark of every piece as this device knows it. */
import { pieceState } from '$core/bench/state/state';
import { isSameMark, pieceMark } from '$core/bench/view/mark';
import type { ElevationView, FrontView } from '$server/services/job/elevations';
import type { FieldDevice } from './field-device.svelte';

/** Walls as they were marked last, by what the server sent: what looks as it did stays the same and is not drawn again. */
const last = new WeakMap<ElevationView, ElevationView>();

export const markedWalls = (
  walls: readonly ElevationView[],
  { bench: { state, route, waits }, now }: FieldDevice,
): ElevationView[] =>
  walls.map((wall) => {
    const had = last.get(wall);
    let isSame = had !== undefined;
    const fronts = wall.fronts.map((f, i): FrontView => {
      const mark = pieceMark(state, route, f.id, now, waits);
      const where = pieceState(state, f.id).place;
      const before = had?.fronts[i];
      if (before && before.where === where && isSameMark(before.mark, mark)) return before;
      isSame = false;
      return { ...f, mark, where };
    });
    if (had && isSame) return had;
    const marked = { ...wall, fronts };
    last.set(wall, marked);
    return marked;
  });
