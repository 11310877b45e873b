/** What ties two operations, or a rack to them, by their indexes. */

/** When what follows an operation may begin at the earliest, by the minute at which the operation ends; never falling. */
export type Ready = (end: number) => number;

export interface Lag {
  /** index of the other operation */
  other: number;
  min: number;
  max: number | null;
  /** when a film allows it, where the air decides; `min` holds besides */
  ready: Ready | null;
}

export interface Hold {
  rack: number;
  slots: number;
  from: number;
  to: number | null;
  tail: number | null;
}

/** Earliest start that a lag allows after an end: two operations may wait for a film and for a time besides. */
export const allowedFrom = ({ ready, min }: Lag, end: number): number =>
  ready ? Math.max(ready(end), end + min) : end + min;
