/** The walls of a job with the mark of every piece as this device knows it. */
import { pieceState } from '$core/bench/state/state';
import { pieceMark } from '$core/bench/view/mark';
import type { ElevationView } from '$server/services/job/elevations';
import type { FieldDevice } from './field-device.svelte';

export const markedWalls = (
  walls: readonly ElevationView[],
  { bench: { state, route, waits }, now }: FieldDevice,
): ElevationView[] =>
  walls.map((wall) => ({
    ...wall,
    fronts: wall.fronts.map((f) => ({
      ...f,
      mark: pieceMark(state, route, f.id, now, waits),
      where: pieceState(state, f.id).place,
    })),
  }));
