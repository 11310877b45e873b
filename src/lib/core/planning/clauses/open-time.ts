/**
 * When work of one length may begin and end in open hours, as functions that never fall: forwards, and back from an end. Hours are
 * sorted, disjoint, half-open and do not touch; all times are whole minutes. Work of no minutes may be done at a closing minute, too.
 */
import { at } from '$core/units/at';
import { NEVER } from '../model/earliest';
import type { Interval } from '../model/problem';

export class OpenTime {
  private readonly from: number[];
  private readonly to: number[];
  /** open minutes before each interval */
  private readonly before: number[];
  private readonly total: number;

  constructor(
    open: readonly Interval[],
    private readonly pausable: boolean,
  ) {
    this.from = open.map(([a]) => a);
    this.to = open.map(([, b]) => b);
    let sum = 0;
    this.before = open.map(([a, b]) => {
      const had = sum;
      sum += b - a;
      return had;
    });
    this.total = sum;
  }

  /** The first interval that closes after `t`; their number where there is none. */
  private firstAfter(t: number): number {
    let [low, high] = [0, this.to.length];
    while (low < high) {
      const mid = (low + high) >> 1;
      if ((this.to[mid] ?? NEVER) > t) high = mid;
      else low = mid + 1;
    }
    return low;
  }

  /** Open minutes before `t`. */
  spent(t: number): number {
    const k = this.firstAfter(t);
    const from = this.from[k];
    return from === undefined ? this.total : at(this.before, k) + Math.max(0, t - from);
  }

  /** The first moment before which so many minutes are open; NEVER where there are not so many. */
  private reached(minutes: number): number {
    if (minutes <= 0) return 0;
    if (minutes > this.total) return NEVER;
    let [low, high] = [0, this.before.length];
    while (low < high) {
      const mid = (low + high) >> 1;
      if ((this.before[mid] ?? NEVER) < minutes) low = mid + 1;
      else high = mid;
    }
    return at(this.from, low - 1) + minutes - at(this.before, low - 1);
  }

  /** The first moment from `t` on at which work of no minutes may be done; NEVER where there is none. */
  private momentFrom(t: number): number {
    const from = this.from[this.firstAfter(t - 1)];
    return from === undefined ? NEVER : Math.max(t, from);
  }

  /** The last one at `t` or before; −1 where there is none. */
  private momentUntil(t: number): number {
    const k = this.firstAfter(t);
    if ((this.from[k] ?? NEVER) <= t) return t;
    return k > 0 ? at(this.to, k - 1) : -1;
  }

  /** The earliest start from `t` on; NEVER where there is none. */
  startFrom(t: number, work: number): number {
    if (work === 0) return this.momentFrom(t);
    let k = this.firstAfter(t);
    if (this.pausable) {
      const from = this.from[k];
      if (from === undefined || this.spent(t) + work > this.total) return NEVER;
      return Math.max(t, from);
    }
    for (; k < this.from.length; k++) {
      const start = Math.max(t, this.from[k] ?? NEVER);
      if (start + work <= at(this.to, k)) return start;
    }
    return NEVER;
  }

  /** The end of work that starts as early as it can from `t` on; NEVER where there is none. */
  endFrom(t: number, work: number): number {
    if (work === 0) return this.momentFrom(t);
    if (this.pausable) return this.reached(this.spent(t) + work);
    const start = this.startFrom(t, work);
    return start === NEVER ? NEVER : start + work;
  }

  /** The latest start at `t` or before; −1 where there is none. */
  startUntil(t: number, work: number): number {
    if (t < 0) return -1;
    if (work === 0) return this.momentUntil(t);
    if (this.pausable) {
      // The last moment with enough open minutes behind it.
      const least = Math.min(t, this.lastWith(this.total - work));
      const k = this.firstAfter(least);
      if ((this.from[k] ?? NEVER) <= least) return least;
      return k > 0 ? at(this.to, k - 1) - 1 : -1;
    }
    let k = Math.min(this.firstAfter(t), this.from.length - 1);
    for (; k >= 0; k--) {
      const start = Math.min(t, at(this.to, k) - work);
      if (start >= (this.from[k] ?? NEVER)) return start;
    }
    return -1;
  }

  /** The last open moment before which no more than so many minutes are open; −1 where even the first has more. */
  private lastWith(minutes: number): number {
    if (minutes < 0 || !this.before.length) return -1;
    let [low, high] = [0, this.before.length];
    while (low < high) {
      const mid = (low + high) >> 1;
      if ((this.before[mid] ?? NEVER) <= minutes) low = mid + 1;
      else high = mid;
    }
    const k = low - 1;
    return Math.min(at(this.to, k) - 1, at(this.from, k) + minutes - at(this.before, k));
  }

  /** The latest start of work that ends at `end` or before; −1 where there is none. */
  startToEndBy(end: number, work: number): number {
    if (work === 0) return this.momentUntil(end);
    if (!this.pausable) return this.startUntil(end - work, work);
    return this.lastWith(this.spent(end) - work);
  }

  /** The earliest moment from which work begun as soon as it can ends at `end` or later. */
  leastToEndFrom(end: number, work: number): number {
    if (work === 0) return this.momentUntil(end - 1) + 1;
    if (this.pausable) return Math.max(0, this.reached(this.spent(end - 1) - work + 1));
    return this.startUntil(end - work - 1, work) + 1;
  }
}
