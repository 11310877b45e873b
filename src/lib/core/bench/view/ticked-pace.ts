/** What work teaches that is ticked piece by piece and never started or ended: taking down, hanging, fitting handles. */
import { MINUTE } from '$core/units/durations';
import { believable } from './pace';

/** Pieces fewer than this say nothing. Our choice. */
const FEWEST = 3;

export interface Tick {
  /** ms since 1970 */
  at: number;
  worker: string;
  /** what its pieces take by the figures */
  minutes: number;
}

/**
 * From each person's tick to the next, over the figures; a gap that is no work's, such as a lunch, is left out with its pieces.
 * @returns the ratio of all that count; null where they are too few
 */
export function tickedPace(ticks: readonly Tick[]): number | null {
  const last = new Map<string, number>();
  let [took, figured, counted] = [0, 0, 0];
  for (const { at, worker, minutes } of [...ticks].sort((a, b) => a.at - b.at)) {
    const before = last.get(worker);
    last.set(worker, at);
    const gap = before === undefined ? NaN : (at - before) / MINUTE;
    if (believable(gap / minutes) === null) continue;
    took += gap;
    figured += minutes;
    counted++;
  }
  return counted >= FEWEST ? took / figured : null;
}
