/** Nobody does two operations at a time, and no two are at a place that holds one: where one cannot come first, it comes second. */
import { other, type Engine, type Literals, type Propagator } from './engine';

export interface Task {
  start: number;
  end: number;
  /** the side that says that it is done here; −1: it always is */
  here: number;
}

export class ApartRule implements Propagator {
  readonly priority = 1;
  private readonly changed = new Set<number>();

  /** @param between minutes from one task to the next, by their indexes */
  constructor(
    private readonly e: Engine,
    private readonly tasks: readonly Task[],
    private readonly between: (a: number, b: number) => number,
  ) {
    for (const [i, t] of tasks.entries()) {
      this.changed.add(i);
      for (const s of [t.start, other(t.start), t.end, other(t.end)]) e.listen(s, this, i);
      if (t.here >= 0) e.listen(t.here, this, i);
    }
    e.onBack.push(() => this.changed.clear());
  }

  wake(tag: number): void {
    this.changed.add(tag);
  }

  propagate(): boolean {
    const { e, tasks } = this;
    for (const i of this.changed) {
      this.changed.delete(i);
      const a = tasks[i];
      if (!a || (a.here >= 0 && e.most(a.here) === 0)) continue;
      const isHere = a.here < 0 || e.least(a.here) === 1;
      for (const [j, b] of tasks.entries()) {
        if (i === j || (b.here >= 0 && e.most(b.here) === 0)) continue;
        const isThere = b.here < 0 || e.least(b.here) === 1;
        if ((isHere || isThere) && !this.pair(i, a, j, b, isHere && isThere)) return false;
      }
    }
    return true;
  }

  private pair(i: number, a: Task, j: number, b: Task, both: boolean): boolean {
    const { e } = this;
    const [ab, ba] = [this.between(i, j), this.between(j, i)];
    const isFirst = e.least(a.end) + ab <= e.most(b.start);
    const isSecond = e.least(b.end) + ba <= e.most(a.start);
    if (isFirst && isSecond) return true;
    if (!isFirst && !isSecond) {
      const why = [...notBefore(e, a, b, ab), ...notBefore(e, b, a, ba)];
      if (both) return e.contradict([...why, ...here(a), ...here(b)]);
      const [out, is] = a.here >= 0 && e.least(a.here) === 0 ? [a, b] : [b, a];
      return e.raise(other(out.here), 0, [...why, ...here(is)]);
    }
    if (!both) return true;
    return isFirst ? this.order(a, b, ab, ba) : this.order(b, a, ba, ab);
  }

  /** `a` comes before `b`, as `b` cannot come before `a`. */
  private order(a: Task, b: Task, ab: number, ba: number): boolean {
    const { e } = this;
    const after = e.least(a.end) + ab;
    if (
      after > e.least(b.start) &&
      !e.raise(b.start, after, [...notBefore(e, b, a, ba), ...here(a), ...here(b), a.end, e.least(a.end)])
    )
      return false;
    const until = e.most(b.start) - ab;
    return (
      until >= e.most(a.end) ||
      e.raise(other(a.end), -until, [...notBefore(e, b, a, ba), ...here(a), ...here(b), other(b.start), -e.most(b.start)])
    );
  }
}

const here = (t: Task): Literals => (t.here < 0 ? [] : [t.here, 1]);

/** Why `a` cannot come before `b`: it ends after the latest start of that one. */
function notBefore(e: Engine, a: Task, b: Task, minutes: number): Literals {
  // As it stands for the end, as weak as may be for the start, which is what was decided as a rule.
  const end = e.least(a.end);
  return [a.end, end, other(b.start), 1 - end - minutes];
}
