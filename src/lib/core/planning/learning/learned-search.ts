/**
 * Plans by a search that learns: every rule of the problem as bounds that push each other, what fails remembered. It proves that
 * nothing ends sooner, finds plans between windows and pins where constructions find none, and shows that there is none
 * (Schutt, Feydt, Stuckey & Wallace, Solving RCPSP/max by lazy clause generation, J. Scheduling 16, 2013; Kreter, Schutt & Stuckey,
 * Using constraint programming for solving RCPSP/max-cal, Constraints 22, 2017).
 */
import { frozen } from '$core/frozen';
import { at, cell, item } from '$core/units/at';
import type { Model } from '../model/model';
import type { Schedule } from '../model/schedule';
import { Engine, other, type Literals } from '../clauses/engine';
import { declare, type Asked } from './declare';
import { type Numbers } from '../clauses/numbers';

/** Conflicts between restarts, times Luby's sequence. Our choice. */
const RESTART = 30;

/** Luby, Sinclair & Zuckerman 1993: 1, 1, 2, 1, 1, 2, 4, … */
export function luby(k: number): number {
  let size = 1;
  while (size < k + 1) size = 2 * size + 1;
  let i = k;
  while (size - 1 !== i) {
    size = (size - 1) >> 1;
    i %= size;
  }
  return (size + 1) / 2;
}

/** The most that a plan may have. */
export interface NoMore {
  pieceDays?: number;
  visits?: number;
  nights?: number;
  days?: number;
  ends?: number;
}

const NUMBERS = frozen(['pieceDays', 'visits', 'nights', 'days', 'ends'] as const satisfies (keyof NoMore)[]);

export class LearnedSearch {
  private readonly e = new Engine();
  private readonly n: Numbers;
  private restarts = 0;

  /**
   * @param asked what it can be asked for beside the makespan
   */
  constructor(
    private readonly m: Model,
    asked: Asked = { ties: false, fronts: null },
  ) {
    this.n = declare(m, this.e, asked);
  }

  get conflicts(): number {
    return this.e.conflicts;
  }
  /** No plan of this problem ends before this minute. */
  get bound(): number {
    return this.e.isImpossible ? Infinity : this.e.proven(this.n.makespan);
  }

  /** A plan to begin from: what it holds is tried first. */
  follow(s: Schedule): void {
    const { e } = this;
    for (const i of this.m.operations.keys()) {
      e.phase[at(this.n.start, i) >> 1] = cell(s.start, i);
      for (const p of item(this.n.who, i)) e.phase[p.here >> 1] = p.worker === s.worker[i] ? 1 : 0;
    }
  }

  /** The next thing to try; false where everything is settled. */
  private decide(byTime: boolean): boolean {
    const { e, m } = this;
    if (byTime) {
      let [next, least, latest] = [-1, Infinity, Infinity];
      for (const i of m.operations.keys()) {
        if (this.isSettled(i)) continue;
        const [t, u] = [e.least(at(this.n.start, i)), e.most(at(this.n.start, i))];
        if (t < least || (t === least && u < latest)) [next, least, latest] = [i, t, u];
      }
      if (next >= 0) return this.place(next);
    } else {
      let [next, most] = [-1, -1];
      for (const i of m.operations.keys()) {
        const p = at(this.n.start, i);
        if (!e.isFixed(p) && e.activityOf(p >> 1) > most) [next, most] = [p, e.activityOf(p >> 1)];
        for (const { here } of item(this.n.who, i))
          if (!e.isFixed(here) && e.activityOf(here >> 1) > most)
            [next, most] = [here, e.activityOf(here >> 1)];
      }
      if (next >= 0) {
        const wish = at(e.phase, next >> 1);
        if (wish >= e.most(next)) e.decide(next, e.most(next));
        else if (wish <= e.least(next)) e.decide(other(next), -e.least(next));
        else e.decide(other(next), -wish);
        return true;
      }
    }
    for (const p of [
      ...this.n.setup,
      ...this.n.end,
      this.n.makespan,
      this.n.days,
      this.n.ends,
      this.n.pieceDays,
      this.n.visits,
      this.n.nights,
    ])
      if (p >= 0 && !e.isFixed(p)) {
        e.decide(other(p), -e.least(p));
        return true;
      }
    return false;
  }

  /** Decides what is to hold and does not hold yet, all of it before any of it is followed; 'against' where that cannot be. */
  private hold(held: Literals): 'as it was' | 'decided' | 'against' {
    const depth = this.e.depth;
    for (let k = 0; k < held.length; k += 2) {
      const [side, value] = [at(held, k), at(held, k + 1)];
      if (this.e.reaches(side, value)) continue;
      if (this.e.reaches(other(side), 1 - value)) return 'against';
      this.e.decide(side, value);
    }
    return this.e.depth > depth ? 'decided' : 'as it was';
  }

  /** What leaves no more of these. */
  noMore(most: NoMore): Literals {
    return NUMBERS.flatMap((name) => {
      const [side, value] = [this.n[name], most[name]];
      return value === undefined || side < 0 ? [] : [other(side), -value];
    });
  }

  /** Days without fronts that no plan that ends by a minute has fewer of, as far as that follows from the rules at once. */
  get pieceDays(): number {
    return this.n.pieceDays < 0 ? 0 : this.e.proven(this.n.pieceDays);
  }

  /** What keeps operations where a plan has them, or up to so many minutes sooner. */
  near(s: Schedule, operations: readonly number[], sooner: number): Literals {
    return operations.flatMap((i) => {
      const [side, t] = [at(this.n.start, i), cell(s.start, i)];
      return [other(side), -t, side, Math.max(0, t - sooner)];
    });
  }

  private isSettled(i: number): boolean {
    return (
      this.e.isFixed(at(this.n.start, i)) && item(this.n.who, i).every(({ here }) => this.e.isFixed(here))
    );
  }

  private place(i: number): boolean {
    const { e } = this;
    const open = item(this.n.who, i).filter(({ here }) => !e.isFixed(here));
    const wished = open.find(({ here }) => at(e.phase, here >> 1) === 1) ?? open[0];
    if (wished) e.decide(wished.here, 1);
    else e.decide(other(at(this.n.start, i)), -e.least(at(this.n.start, i)));
    return true;
  }

  /**
   * Looks for a plan that ends by a minute.
   * @param conflicts so many at most
   * @returns the plan; 'none' where it is proven that there is none; 'open' where that is not known yet
   */
  find(
    by: number,
    conflicts: number,
    stop: () => boolean = () => false,
    held: Literals = [],
  ): Schedule | 'none' | 'open' {
    const { e } = this;
    const until = e.conflicts + conflicts;
    for (;;) {
      e.back(0);
      const byTime = this.restarts % 2 === 0;
      let left = RESTART * luby(this.restarts >> 1);
      this.restarts++;
      while (left > 0) {
        // What was learnt last is followed before anything else is decided.
        if (!e.follow()) {
          if (e.isImpossible) return 'none';
          if (e.conflicts >= until || stop()) return 'open';
          left--;
        } else if (e.depth === 0) {
          if (e.least(this.n.makespan) > by) return 'none';
          e.decide(other(this.n.makespan), -by);
        } else {
          const holds = this.hold(held);
          if (holds === 'against') return 'none';
          if (holds === 'as it was' && !this.decide(byTime)) return this.plan();
        }
      }
    }
  }

  private plan(): Schedule {
    const { e, m } = this;
    const read = (sides: readonly number[]) => Int32Array.from(sides, (p) => e.least(p));
    const made: Schedule = {
      start: read(this.n.start),
      end: read(this.n.end),
      worker: Int32Array.from(m.able, (able, i) =>
        able.length < 2
          ? at(able, 0)
          : (this.n.who[i]?.find(({ here }) => e.least(here) === 1)?.worker ?? -1),
      ),
    };
    e.back(0);
    this.follow(made);
    return made;
  }
}
