/** Whose turn it is in a construction: the most urgent operation that nothing else must be placed before. */
import { at, cell, item } from '$core/units/at';
import type { Model } from '../model/model';

export class Turn {
  /** how many operations come before each and are not placed yet */
  private readonly before: Int32Array;
  /** ranks of those that may be placed now, the most urgent last */
  private readonly ready: number[] = [];
  /** those that found no room on the rack; asked again when something leaves it */
  private waiting: number[] = [];
  private readonly isPlaced: Uint8Array;
  private left: number;

  constructor(
    private readonly m: Model,
    private readonly ranked: readonly number[],
    private readonly rank: Int32Array,
    private readonly windowsFirst: boolean,
  ) {
    this.left = ranked.length;
    this.isPlaced = new Uint8Array(ranked.length);
    this.before = Int32Array.from(m.before, (lags) => lags.length);
    for (let k = ranked.length - 1; k >= 0; k--) if (this.before[at(ranked, k)] === 0) this.ready.push(k);
  }

  get isEmpty(): boolean {
    return this.left === 0;
  }

  /** @returns the next operation; null where none can be placed */
  next(): number | null {
    const k = this.ready.pop();
    if (k === undefined) return null;
    const i = at(this.ranked, k < 0 ? k + this.ranked.length : k);
    return this.isPlaced[i] ? this.next() : i;
  }

  /** Operation i found no room. */
  waits(i: number): void {
    this.waiting.push(i);
  }

  /** Operation i is placed, with its slots of the rack. */
  isOver(i: number): void {
    this.isPlaced[i] = 1;
    this.left--;
    for (const lag of item(this.m.after, i)) {
      const left = cell(this.before, lag.other) - 1;
      this.before[lag.other] = left;
      if (left === 0) this.isReady(lag.other);
    }
    if (!this.waiting.length || !item(this.m.holdsOf, i).some((k) => this.m.holds[k]?.to === i)) return;
    for (const j of this.waiting) this.isReady(j);
    this.waiting = [];
  }

  private isReady(i: number): void {
    const isOpen = this.windowsFirst && item(this.m.before, i).some((lag) => lag.max !== null);
    const k = cell(this.rank, i) - (isOpen ? this.ranked.length : 0);
    let [low, high] = [0, this.ready.length];
    while (low < high) {
      const mid = (low + high) >> 1;
      if (at(this.ready, mid) > k) low = mid + 1;
      else high = mid;
    }
    this.ready.splice(low, 0, k);
  }
}
