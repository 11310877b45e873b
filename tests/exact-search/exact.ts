/**
 * Exact search for small problems: depth first over the orders in which operations start, and over who does them. An order is given
 * up as soon as no end of it can be better than the best plan so far.
 */
import { at, cell, item } from '$core/units/at';
import type { Model } from '$core/planning/model/model';
import type { Schedule } from '$core/planning/model/schedule';
import { likeBefore, workerClasses } from './alike';
import { OrderBound } from './order-bound';
import { OrderTimes } from './order-times';

interface ExactSearch {
  /** the best plan below the limit; null when none was found */
  best: Schedule | null;
  makespan: number;
  /** every order was looked at or ruled out: nothing is better, or nothing is right at all */
  complete: boolean;
  /** every order was looked at, but holds that may be over in the moment they begin were counted as if they were not */
  doubtful: boolean;
  nodes: number;
}

interface Child {
  i: number;
  w: number;
  at: number;
  bound: number;
}

/**
 * @param m the model; a few dozen operations at most
 * @param limit only plans with a smaller makespan count; null: any
 * @param budget nodes at most
 * @param stop asked now and then
 * @param earliest starts before which no operation can begin, where that is known
 */
export function searchExactly(
  m: Model,
  limit: number | null,
  budget: number,
  stop: () => boolean = () => false,
  earliest?: Int32Array,
): ExactSearch {
  const search = new Search(m, limit ?? Infinity, budget, stop, earliest);
  search.extend(0);
  return search.result();
}

class Search {
  private readonly times: OrderTimes;
  private readonly bound: OrderBound;
  private readonly classOf: number[];
  /** the lot of each operation; the lot that is like another and must have begun before it; how many of each have begun */
  private readonly lot: number[];
  private readonly like: number[];
  private readonly begun: Int32Array;
  private best: Schedule | null = null;
  private nodes = 0;
  private stopped = false;

  constructor(
    private readonly m: Model,
    private upper: number,
    private readonly budget: number,
    private readonly stop: () => boolean,
    earliest?: Int32Array,
  ) {
    this.times = new OrderTimes(m, earliest);
    this.bound = new OrderBound(m, this.times);
    this.classOf = workerClasses(m);
    const { lot, before } = likeBefore(m, this.times.release);
    [this.lot, this.like] = [lot, before];
    this.begun = new Int32Array(before.length);
  }

  result(): ExactSearch {
    const { best, upper, nodes, stopped } = this;
    const { doubtful } = this.times;
    return {
      ...{ best, makespan: upper, nodes },
      complete: !stopped && !doubtful,
      doubtful: !stopped && doubtful,
    };
  }

  /** Looks at every order that goes on from so many operations. */
  extend(depth: number): void {
    const { times, begun, lot } = this;
    if (depth === this.m.operations.length) {
      this.keepBest(depth);
      return;
    }
    const back = times.keep();
    for (const { i, w, bound } of this.children(depth, back)) {
      if (this.stopped) return;
      if (bound >= this.upper) continue;
      this.nodes++;
      if (this.nodes > this.budget || (this.nodes % 256 === 0 && this.stop())) this.stopped = true;
      if (this.stopped) return;
      const own = at(lot, i);
      times.put(i, depth, w);
      begun[own] = cell(begun, own) + 1;
      if (times.timeOf(depth, false) && times.settle(depth)) this.extend(depth + 1);
      begun[own] = cell(begun, own) - 1;
      times.take(i);
      back();
    }
  }

  private keepBest(depth: number): void {
    const makespan = this.bound.of(depth - 1, this.upper);
    if (makespan >= this.upper) return;
    this.upper = makespan;
    const { start, end, who } = this.times;
    this.best = { start: start.slice(), end: end.slice(), worker: who.slice() };
  }

  /** What can be next, the most promising first. */
  private children(depth: number, back: () => void): Child[] {
    const { m, times } = this;
    const children: Child[] = [];
    for (const i of m.operations.keys()) {
      if (!this.mayBeNext(i)) continue;
      for (const w of this.people(i, depth)) {
        times.put(i, depth, w);
        if (this.isNew(i, depth) && times.timeOf(depth, false) && times.settle(depth)) {
          const bound = this.bound.of(depth, this.upper);
          if (bound < this.upper) children.push({ i, w, at: cell(times.start, i), bound });
        }
        times.take(i);
        back();
      }
    }
    return children.sort((x, y) => x.bound - y.bound || x.at - y.at || at(m.tail, y.i) - at(m.tail, x.i));
  }

  private mayBeNext(i: number): boolean {
    const { m, times, lot, like, begun } = this;
    if (times.isPlaced(i)) return false;
    if (item(m.before, i).some((g) => g.min >= 0 && !times.isPlaced(g.other))) return false;
    const earlier = at(like, at(lot, i));
    return earlier < 0 || !!begun[at(lot, i)] || !!begun[earlier];
  }

  /** Who may do it. Of people alike only who is free first; with windows, where times may still move, one of each time. */
  private people(i: number, depth: number): number[] {
    const { m, classOf } = this;
    const { seq, who, end } = this.times;
    const tried = new Map<number, Set<number>>();
    return item(m.able, i).filter((w) => {
      let ends = 0;
      for (let p = 0; p < depth; p++)
        if (who[cell(seq, p)] === w) ends = Math.max(ends, cell(end, cell(seq, p)));
      const seen = tried.get(at(classOf, w)) ?? new Set();
      tried.set(at(classOf, w), seen);
      if (seen.has(ends)) return false;
      if (!m.windows && !m.problem.travel && seen.size > 0 && ends > Math.min(...seen)) return false;
      seen.add(ends);
      return true;
    });
  }

  /** Whether this order was not tried before: what could as well have started before the last one has been tried there. */
  private isNew(i: number, depth: number): boolean {
    const { times, lot, begun } = this;
    const { seq, start, end } = times;
    if (depth === 0 || times.opens[i] || times.pushed[i]) return true;
    const previous = cell(seq, depth - 1);
    if (!times.timeOf(depth, true)) return false;
    const [begins, last] = [cell(start, i), cell(start, previous)];
    if (begins !== last) return begins > last;
    return !(i < previous && begun[at(lot, i)] && cell(end, previous) > last);
  }
}
