/**
 * What decides between plans that end at the same minute: how long the household is without its doors, on how many days people come, and
 * how early everything ends.
 */
import { at } from '$core/units/at';
import { dayOf, dayStart } from '../model/fronts';
import type { Front } from '../model/model';
import type { Interval } from '../model/problem';
import { other, type Engine, type Literals, type Propagator } from './engine';

export interface Work {
  start: number;
  end: number;
  /** the person, and the side that says that they do it; −1: nobody else could */
  people: { worker: number; here: number }[];
}

/** Days on which each of the people surely comes, counted from below. */
export class DaysRule implements Propagator {
  readonly priority = 2;
  isQueued = false;
  /** people whose hours go on past midnight */
  private readonly nights: ReadonlySet<number>;

  /**
   * @param days the number that is never below
   * @param hours when each of the people works; null for those who do not count
   * @param midnight minutes to the first one, by which days are counted
   */
  constructor(
    private readonly e: Engine,
    private readonly days: number,
    private readonly works: readonly Work[],
    private readonly hours: readonly (readonly Interval[] | null)[],
    private readonly midnight: number,
  ) {
    const past = ([from, to]: Interval): boolean => this.day(from) < this.day(to - 1);
    this.nights = new Set(hours.flatMap((open, w) => (open?.some(past) ? [w] : [])));
    for (const w of works) {
      for (const s of [w.start, other(w.start), w.end, other(w.end)]) e.listen(s, this, 0);
      for (const { here } of w.people) if (here >= 0) e.listen(here, this, 0);
    }
  }

  private day = (minute: number): number => dayOf(this.midnight, minute);

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
        const only = this.day(first);
        const [begins, ends] = [
          Math.max(0, dayStart(this.midnight, only)),
          dayStart(this.midnight, only + 1),
        ];
        // All of it within one day, whichever hours of it.
        if (later <= ends && !this.nights.has(worker))
          this.count(why, worker, only, [...is, w.start, begins, other(w.end), -ends]);
        else
          for (const [from, to] of open) {
            if (from >= sooner) break;
            if (to > last)
              this.count(why, worker, this.day(from), [...is, other(w.start), 1 - to, w.end, from + 1]);
          }
      }
    return e.raise(this.days, why.size, [...why.values()].flat());
  }

  private count(why: Map<number, Literals>, worker: number, day: number, because: Literals): void {
    const key = worker * 100_000 + day;
    if (!why.has(key)) why.set(key, because);
  }
}

/** A number that stands for days of a group: from its day so many minutes on, to that so many minutes on or the same. */
export interface Cover {
  group: number;
  side: number;
  from: number;
  to: number;
}

/** Days that are surely covered, each once in its group, counted from below. */
export class CoverRule implements Propagator {
  readonly priority = 2;
  isQueued = false;

  /** @param days the number that is never below */
  constructor(
    private readonly e: Engine,
    private readonly days: number,
    private readonly covers: readonly Cover[],
    private readonly midnight: number,
  ) {
    for (const { side } of covers) for (const s of [side, other(side)]) e.listen(s, this, 0);
  }

  private day = (minute: number): number => dayOf(this.midnight, minute);
  private begins = (day: number): number => dayStart(this.midnight, day);

  propagate(): boolean {
    const { e } = this;
    const why = new Map<number, Literals>();
    for (const { group, side, from, to } of this.covers) {
      const [least, most] = [e.least(side), e.most(side)];
      const last = Math.max(this.day(least + from), this.day(least + to));
      for (let day = this.day(most + from); day <= last; day++) {
        const key = group * 100_000 + day;
        if (why.has(key)) continue;
        const since = Math.min(this.begins(day) - from, this.begins(day) - to);
        why.set(key, [other(side), 1 - (this.begins(day + 1) - from), ...(since > 0 ? [side, since] : [])]);
      }
    }
    return e.raise(this.days, why.size, [...why.values()].flat());
  }
}

/** A front's operations as sides: the start of what takes it down (−1: it is down already), and the end of what hangs it. */
export interface Away extends Omit<Front, 'house'> {
  /** days on which it is gone in every plan */
  least: number;
}

/** Days without fronts, each piece counted by itself. */
export class FrontsRule implements Propagator {
  readonly priority = 2;
  isQueued = false;

  /** @param pieceDays the number that is never below */
  constructor(
    private readonly e: Engine,
    private readonly pieceDays: number,
    private readonly fronts: readonly Away[],
    private readonly midnight: number,
  ) {
    for (const { down, home } of fronts) {
      e.listen(home, this, 0);
      if (down >= 0) e.listen(other(down), this, 0);
    }
    e.listen(other(pieceDays), this, 0);
  }

  private day = (minute: number): number => dayOf(this.midnight, minute);
  private begins = (day: number): number => dayStart(this.midnight, day);

  /** Days on which a front is surely gone. */
  private surely({ down, home, least }: Away): number {
    const first = this.day(down < 0 ? 0 : this.e.most(down));
    return Math.max(least, this.day(this.e.least(home) - 1) - first + 1);
  }

  /** Why that is so, as weak as it may be said. */
  private why({ down, home, least }: Away, days: number): Literals {
    if (days <= least) return [];
    const first = this.day(down < 0 ? 0 : this.e.most(down));
    return [
      ...[home, this.begins(first + days - 1) + 1],
      ...(down < 0 ? [] : [other(down), 1 - this.begins(first + 1)]),
    ];
  }

  propagate(): boolean {
    const { e, fronts } = this;
    const days = fronts.map((f) => this.surely(f));
    const least = fronts.reduce((sum, f, k) => sum + f.pieces * at(days, k), 0);
    const all = (but: number): Literals =>
      fronts.flatMap((f, k) => (k === but ? [] : this.why(f, at(days, k))));
    if (least > e.least(this.pieceDays) && !e.raise(this.pieceDays, least, all(-1))) return false;
    const most = e.most(this.pieceDays);
    for (const [k, f] of fronts.entries()) {
      if (!f.pieces) continue;
      const room = Math.floor((most - least) / f.pieces) + at(days, k);
      const first = this.day(f.down < 0 ? 0 : e.most(f.down));
      const because = (own: Literals): Literals => [...all(k), other(this.pieceDays), -most, ...own];
      // It is home by the end of the day so many days after the last on which it comes down.
      const until = this.begins(first + room);
      const down = f.down < 0 ? [] : [other(f.down), 1 - this.begins(first + 1)];
      if (until < e.most(f.home) && !e.raise(other(f.home), -until, because(down))) return false;
      if (f.down < 0) continue;
      const back = this.day(e.least(f.home) - 1);
      const from = this.begins(back - room + 1);
      if (from > e.least(f.down) && !e.raise(f.down, from, because([f.home, this.begins(back) + 1])))
        return false;
    }
    return true;
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
