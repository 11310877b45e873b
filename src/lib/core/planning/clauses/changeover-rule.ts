/** The changeover before an operation, by what can be at its place last before it. */
import { cell } from '$core/units/at';
import { other, type Engine, type Literals, type Propagator } from './engine';

export interface Changing {
  start: number;
  end: number;
  /** the number of its changeover minutes; −1 where there are none */
  setup: number;
}

export class ChangeoverRule implements Propagator {
  readonly priority = 2;
  isQueued = false;
  /** earliest ends and latest starts, as they were when it was last asked */
  private readonly ends: Int32Array;
  private readonly latest: Int32Array;

  /** @param minutes of changing over from one to the next, by their indexes; from −1 at first */
  constructor(
    private readonly e: Engine,
    private readonly tasks: readonly Changing[],
    private readonly minutes: (last: number, next: number) => number,
  ) {
    this.ends = new Int32Array(tasks.length);
    this.latest = new Int32Array(tasks.length);
    for (const t of tasks) for (const s of [t.start, other(t.start), t.end]) e.listen(s, this, 0);
  }

  /** Why `a` cannot come before `b`: it is not over when that one begins at the latest. */
  private why(a: Changing, b: Changing): Literals {
    const end = this.e.least(a.end);
    return [a.end, end, other(b.start), 1 - end];
  }

  propagate(): boolean {
    const { e, tasks, ends, latest } = this;
    for (const [i, t] of tasks.entries()) {
      ends[i] = e.least(t.end);
      latest[i] = e.most(t.start);
    }
    const isAfter = (a: number, b: number): boolean => cell(ends, a) > cell(latest, b);
    for (let i = 0; i < tasks.length; i++) {
      const t = tasks[i];
      // While it may still begin at another time, almost anything may come before it.
      if (!t || t.setup < 0 || !e.isFixed(t.start) || e.isFixed(t.setup)) continue;
      // What surely comes before it, the last of it by its earliest start.
      let [before, begun] = [-1, -1];
      for (let j = 0; j < tasks.length; j++) {
        const k = tasks[j];
        if (!k || j === i || !isAfter(i, j) || e.least(k.start) <= begun) continue;
        [before, begun] = [j, e.least(k.start)];
      }
      const first = this.minutes(-1, i);
      let [least, most] = before >= 0 ? [Infinity, 0] : [first, first];
      for (let j = 0; j < tasks.length; j++) {
        if (!this.mayBeLast(j, i, before)) continue;
        const minutes = this.minutes(j, i);
        least = Math.min(least, minutes);
        most = Math.max(most, minutes);
      }
      // Nothing is left that could be last: another rule says why.
      if (least === Infinity) continue;
      if (
        least > e.least(t.setup) &&
        !e.raise(
          t.setup,
          least,
          this.because(i, before, (x) => x >= least),
        )
      )
        return false;
      if (
        most < e.most(t.setup) &&
        !e.raise(
          other(t.setup),
          -most,
          this.because(i, before, (x) => x <= most),
        )
      )
        return false;
    }
    return true;
  }

  /** Whether j can be there last before i. @param before one that surely is there before it; −1: none */
  private mayBeLast(j: number, i: number, before: number): boolean {
    if (j === i || cell(this.ends, j) > cell(this.latest, i)) return false;
    return before < 0 || j === before || cell(this.ends, before) <= cell(this.latest, j);
  }

  /** Why none comes last before i whose minutes would not do. */
  private because(i: number, before: number, wouldDo: (minutes: number) => boolean): Literals {
    const [t, b] = [this.tasks[i], this.tasks[before]];
    const out: Literals = [];
    if (!t) return out;
    if (b && !wouldDo(this.minutes(-1, i))) out.push(...this.why(t, b));
    for (const [j, k] of this.tasks.entries()) {
      if (j === i || this.mayBeLast(j, i, before) || wouldDo(this.minutes(j, i))) continue;
      if (cell(this.ends, j) > cell(this.latest, i)) out.push(...this.why(k, t));
      else if (b) out.push(...this.why(b, k), ...this.why(t, b));
    }
    return out;
  }
}
