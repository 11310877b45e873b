/**
 * Works of no minutes that are at one place in one minute may be there in any order: one of these orders leaves each of them, and what
 * follows, the changeover that it has. Asked once all of them are settled.
 */
import { other, type Engine, type Literals, type Propagator } from './engine';
import type { Changing } from './changeover-rule';

export class TurnRule implements Propagator {
  readonly priority = 2;
  isQueued = false;

  /** @param minutes of changing over from one to the next, by their indexes; from −1 at first */
  constructor(
    private readonly e: Engine,
    private readonly tasks: readonly Changing[],
    private readonly minutes: (last: number, next: number) => number,
  ) {
    for (const side of this.sides()) for (const s of [side, other(side)]) e.listen(s, this, 0);
  }

  private sides(): number[] {
    return this.tasks.flatMap(({ start, end, setup }) => [start, end, ...(setup < 0 ? [] : [setup])]);
  }

  /** Whether what is left can go on after the last one. @param left in turn */
  private goesOn(left: readonly number[], last: number): boolean {
    const [head] = left;
    if (head === undefined) return true;
    return this.atOnceWith(head, left).some((next) => {
      const setup = this.tasks[next]?.setup ?? -1;
      if (setup >= 0 && this.e.least(setup) !== this.minutes(last, next)) return false;
      const rest = left.filter((i) => i !== next);
      return this.goesOn(rest, next);
    });
  }

  /** What may come first of what is left: the first in turn, or what else takes no time in the same minute. */
  private atOnceWith(head: number, left: readonly number[]): readonly number[] {
    const [from, to] = this.timesOf(head);
    if (from < to) return [head];
    return left.filter((i) => this.timesOf(i)[0] === from && this.timesOf(i)[1] === to);
  }

  private timesOf(i: number): [from: number, to: number] {
    const task = this.tasks[i];
    return task ? [this.e.least(task.start), this.e.least(task.end)] : [0, 0];
  }

  propagate(): boolean {
    const { e } = this;
    const sides = this.sides();
    if (sides.some((s) => !e.isFixed(s))) return true;
    const inTurn = [...this.tasks.keys()].sort((a, b) => {
      const [x, y] = [this.timesOf(a), this.timesOf(b)];
      return x[0] - y[0] || x[1] - y[1];
    });
    if (this.goesOn(inTurn, -1)) return true;
    return e.contradict(sides.flatMap((s): Literals => [s, e.least(s), other(s), -e.least(s)]));
  }
}
