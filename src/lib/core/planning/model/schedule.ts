/** A schedule of a model: when every operation starts and ends, and who does it. */
import type { Model } from './model';

export interface Schedule {
  start: Int32Array;
  end: Int32Array;
  worker: Int32Array;
}

/** Largest end + tail over the operations the plan ends with. */
export function makespanOf(m: Model, end: Int32Array): number {
  let most = 0;
  for (let i = 0; i < m.finish.length; i++) {
    const tail = m.finish[i] ?? -1;
    if (tail >= 0) most = Math.max(most, (end[i] ?? 0) + tail);
  }
  return most;
}
