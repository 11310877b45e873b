/** What decides between plans that end at the same minute: on how many days people come, and how early everything ends. */
import type { Interval } from '../model/problem';
import { other, type Engine, type Literals, type Propagator } from './engine';

export interface Work {
  start: number;
  end: number;
  /** the person, and the side that says that they do it; −1: nobody else could */
  people: { worker: number; here: number }[];
}

const DAY = 1440;

/** Days on which each of the people surely comes, counted from below. */
export class DaysRule implements Propagator {
  readonly priority = 2;
  isQueued = false;
  /** people whose hours go on past midnight */
  private readonly nights: ReadonlySet<number>;

  /**
   * @param days the number that is never below
   * @param hours when each of the people works; null for those who do not count
   */
  constructor(
    private readonly e: Engine,
    private readonly days: number,
    private readonly works: readonly Work[],
    private readonly hours: readonly (readonly Interval[] | null)[],
  ) {
    const past = ([from, to]: Interval): boolean => Math.floor(from / DAY) < Math.floor((to - 1) / DAY);
    this.nights = new Set(hours.flatMap((open, w) => (open?.some(past) ? [w] : [])));
    for (const w of works) {
      for (const s of [w.start, other(w.start), w.end, other(w.end)]) e.listen(s, this, 0);
      for (const { here } of w.people) if (here >= 0) e.listen(here, this, 0);
    }
  }

  propagate(): boolean {
    const { e } = this;
    const why = new Map<number, Literals>();
    for (const w of this.works)
      for (const { worker, here } of w.people) {
        const open = this.hours[worker];
        if (!open || (here >= 0 && e.least(here) === 0)) continue;
        const [first, last] = [e.least(w.start), e.most(w.start)];
        const [sooner, later] = [e.least(w.end), e.most(w.end)];
        const is: Literals = here < 0 ? [] : [here, 1];
        const only = Math.floor(first / DAY);
        // All of it within one day, whichever hours of it.
        if (later <= (only + 1) * DAY && !this.nights.has(worker))
          this.count(why, worker, only, [...is, w.start, only * DAY, other(w.end), -(only + 1) * DAY]);
        else
          for (const [from, to] of open) {
            if (from >= sooner) break;
            if (to > last)
              this.count(why, worker, Math.floor(from / DAY), [
                ...is,
                other(w.start),
                1 - to,
                w.end,
                from + 1,
              ]);
          }
      }
    return e.raise(this.days, why.size, [...why.values()].flat());
  }

  private count(why: Map<number, Literals>, worker: number, day: number, because: Literals): void {
    const key = worker * 100_000 + day;
    if (!why.has(key)) why.set(key, because);
  }
}

/** A number that is the sum of others, or more. */
export class SumRule implements Propagator {
  readonly priority = 2;
  isQueued = false;

  constructor(
    private readonly e: Engine,
    private readonly sum: number,
    private readonly parts: readonly number[],
  ) {
    for (const p of [...parts, other(sum)]) e.listen(p, this, 0);
  }

  propagate(): boolean {
    const { e, parts } = this;
    const least = parts.reduce((sum, p) => sum + e.least(p), 0);
    const all = (but: number): Literals => parts.flatMap((p, i) => (i === but ? [] : [p, e.least(p)]));
    if (least > e.least(this.sum) && !e.raise(this.sum, least, all(-1))) return false;
    const most = e.most(this.sum);
    for (const [i, p] of parts.entries()) {
      const until = most - (least - e.least(p));
      if (until < e.most(p) && !e.raise(other(p), -until, [...all(i), other(this.sum), -most])) return false;
    }
    return true;
  }
}
