/** Nobody does two operations at a time, and no two are at a place that holds one: where one cannot come first, it comes second. */
import { cell } from '$core/units/at';
import { other, type Engine, type Literals, type Propagator } from './engine';

export interface Task {
  start: number;
  end: number;
  /** the side that says that it is done here; −1: it always is */
  here: number;
}

export class ApartRule implements Propagator {
  readonly priority = 1;
  isQueued = false;
  /** tasks that changed, and which of all those are */
  private readonly changed: number[] = [];
  private readonly isChanged: boolean[];
  /** start, end and here of each task, one after the other */
  private readonly sides: Int32Array;
  /** the most minutes from any task to the next */
  private readonly longest: number;

  /** @param between minutes from one task to the next, by their indexes */
  constructor(
    private readonly e: Engine,
    private readonly tasks: readonly Task[],
    private readonly between: (a: number, b: number) => number,
  ) {
    this.isChanged = tasks.map(() => false);
    this.sides = Int32Array.from(tasks.flatMap((t) => [t.start, t.end, t.here]));
    this.longest = Math.max(0, ...tasks.flatMap((_, a) => tasks.map((__, b) => between(a, b))));
    for (const [i, t] of tasks.entries()) {
      this.wake(i);
      for (const s of [t.start, other(t.start), t.end, other(t.end)]) e.listen(s, this, i);
      if (t.here >= 0) e.listen(t.here, this, i);
    }
  }

  wake(tag: number): void {
    if (this.isChanged[tag]) return;
    this.isChanged[tag] = true;
    this.changed.push(tag);
  }

  forget(): void {
    for (const i of this.changed) this.isChanged[i] = false;
    this.changed.length = 0;
  }

  propagate(): boolean {
    const { e, tasks, sides, longest } = this;
    for (let i = this.changed.pop(); i !== undefined; i = this.changed.pop()) {
      this.isChanged[i] = false;
      const a = tasks[i];
      if (!a || (a.here >= 0 && e.most(a.here) === 0)) continue;
      const isHere = a.here < 0 || e.least(a.here) === 1;
      const bounds = e.bounds;
      // Each bound as its side has it: minus the largest value.
      const [begin, latest] = [cell(bounds, a.start), -cell(bounds, a.start ^ 1)];
      const [end, last] = [cell(bounds, a.end) + longest, longest - cell(bounds, a.end ^ 1)];
      for (let j = 0; j < tasks.length; j++) {
        const there = cell(sides, 3 * j + 2);
        // Of two that need not be here there is nothing to say.
        if (!isHere && there >= 0 && cell(bounds, there) < 1) continue;
        const [from, to] = [cell(sides, 3 * j), cell(sides, 3 * j + 1)];
        const [upTo, ends] = [-cell(bounds, from ^ 1), cell(bounds, to) + longest];
        // Most pairs may be in either order, or are in one that pushes neither.
        if (end <= upTo) {
          if (ends <= latest || (end <= cell(bounds, from) && last <= upTo)) continue;
        } else if (ends <= latest && ends <= begin && longest - cell(bounds, to ^ 1) <= latest) continue;
        const b = tasks[j];
        if (!b || i === j) continue;
        const isThere = there < 0 || cell(bounds, there) === 1;
        if (!isThere && e.most(there) === 0) continue;
        if (!this.pair(i, a, j, b, isHere && isThere)) {
          this.forget();
          return false;
        }
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
      e.raise(other(a.end), -until, [
        ...notBefore(e, b, a, ba),
        ...here(a),
        ...here(b),
        other(b.start),
        -e.most(b.start),
      ])
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
