/** A finding that is to be mended. */
import type { Check, JobState } from '../../state/state';

/** Opens a touch-up for a check that found something. @param due ISO day by which it was promised */
export function openTouchUp(
  state: JobState,
  { id, piece, face, failure, at, sizeMm }: Check,
  due?: string,
): void {
  if (failure !== null)
    state.touchUps.set(id, {
      ...{ id, piece, face, failure, opened: at, sizeMm, due: due ?? null },
      planned: null,
      closed: null,
    });
}
