/** The changeover before an operation, by what can be at its place last before it. */
import { other, type Engine, type Literals, type Propagator } from './engine';

export interface Changing {
  start: number;
  end: number;
  /** the number of its changeover minutes; −1 where there are none */
  setup: number;
}

export class ChangeoverRule implements Propagator {
  readonly priority = 2;

  /** @param minutes of changing over from one to the next, by their indexes; from −1 at first */
  constructor(
    private readonly e: Engine,
    private readonly tasks: readonly Changing[],
    private readonly minutes: (last: number, next: number) => number,
  ) {
    for (const t of tasks) for (const s of [t.start, other(t.start), t.end]) e.listen(s, this, 0);
  }

  /** `a` cannot come before `b`: it is not over when that one begins at the latest. */
  private isAfter(a: Changing, b: Changing): boolean {
    return this.e.least(a.end) > this.e.most(b.start);
  }

  private why(a: Changing, b: Changing): Literals {
    const end = this.e.least(a.end);
    return [a.end, end, other(b.start), 1 - end];
  }

  propagate(): boolean {
    const { e, tasks } = this;
    for (const [i, t] of tasks.entries()) {
      if (t.setup < 0 || e.isFixed(t.setup)) continue;
      // What surely comes before it, the last of it by its earliest start.
      let before: Changing | null = null;
      for (const b of tasks)
        if (b !== t && this.isAfter(t, b) && (!before || e.least(b.start) > e.least(before.start))) before = b;
      let [least, most] = before ? [Infinity, 0] : [this.minutes(-1, i), this.minutes(-1, i)];
      const last = tasks.map((k, j): boolean => {
        if (k === t || this.isAfter(k, t) || (before && k !== before && this.isAfter(before, k))) return false;
        const minutes = this.minutes(j, i);
        [least, most] = [Math.min(least, minutes), Math.max(most, minutes)];
        return true;
      });
      // Nothing is left that could be last: another rule says why.
      if (least === Infinity) continue;
      const because = (isSafe: (minutes: number) => boolean): Literals => {
        const out: Literals = [];
        if (before && !isSafe(this.minutes(-1, i))) out.push(...this.why(t, before));
        for (const [j, k] of tasks.entries()) {
          if (last[j] || k === t || isSafe(this.minutes(j, i))) continue;
          if (this.isAfter(k, t)) out.push(...this.why(k, t));
          else if (before) out.push(...this.why(before, k), ...this.why(t, before));
        }
        return out;
      };
      if (least > e.least(t.setup) && !e.raise(t.setup, least, because((x) => x >= least))) return false;
      if (most < e.most(t.setup) && !e.raise(other(t.setup), -most, because((x) => x <= most))) return false;
    }
    return true;
  }
}
