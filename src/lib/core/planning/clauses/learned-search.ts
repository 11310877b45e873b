/**
 * Plans by a search that learns: every rule of the problem as bounds that push each other, what fails remembered. It proves that
 * nothing ends sooner, finds plans between windows and pins where constructions find none, and shows that there is none
 * (Schutt, Feydt & Stuckey, Explaining time-table-edge-finding propagation, 2013; Kreter, Schutt & Stuckey, Using constraint
 * programming for solving RCPSP/max-cal, Constraints 22, 2017).
 */
import { at } from '$core/units/at';
import type { Interval } from '../model/problem';
import { allowedFrom, type Model } from '../model/model';
import type { Schedule } from '../model/schedule';
import { AirRule } from './air-rule';
import { ApartRule, type Task } from './apart-rule';
import { ChangeoverRule } from './changeover-rule';
import { Engine, other, type Propagator } from './engine';
import { OpenTime } from './open-time';
import { RoomRule, type Stay } from './room-rule';
import { RunRule, type Run, type Way } from './run-rule';

/** Whether the search knows all rules of a problem: not work of no minutes, nor holds that may be over when they begin. */
export const canLearn = (m: Model): boolean =>
  m.operations.every((o) => o.minutes > 0) && m.sure.every((sure) => sure);

/** Conflicts between restarts, times Luby's sequence. Our choice. */
const RESTART = 100;

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

export class LearnedSearch {
  private readonly e = new Engine();
  private readonly start: number[];
  private readonly end: number[];
  /** those of several people who may do an operation, and the side that says it */
  private readonly who: { worker: number; here: number }[][];
  private readonly setup: number[];
  /** the makespan */
  private readonly whole: number;
  private readonly ways: Way[][] = [];
  private restarts = 0;
  private best: Schedule | null = null;

  constructor(private readonly m: Model) {
    const { e } = this;
    const { horizon } = m.problem;
    const n = m.operations.length;
    const propagators: Propagator[] = [];
    this.start = m.operations.map((o) => e.number(o.lockedStart ?? 0, o.lockedStart ?? horizon));
    this.end = m.operations.map(() => e.number(0, horizon));
    this.who = m.able.map((able) =>
      able.length < 2 ? [] : able.map((worker) => ({ worker, here: e.number(0, 1) })),
    );
    for (const people of this.who) {
      if (!people.length) continue;
      e.clause(people.flatMap(({ here }) => [here, 1]));
      for (const [k, a] of people.entries())
        for (const b of people.slice(k + 1)) e.clause([other(a.here), 0, other(b.here), 0]);
    }
    this.setup = m.operations.map((_, i) => {
      const s = m.station[i] ?? -1;
      if (s < 0 || !m.single[s]) return -1;
      const minutes = [-1, ...this.at(s).filter((j) => j !== i)].map((j) => m.setup(s, j, i));
      const [least, most] = [Math.min(...minutes), Math.max(...minutes)];
      return most > 0 ? e.number(least, most) : -1;
    });
    this.whole = e.number(0, horizon + Math.max(0, ...m.finish));
    const known = new Map<string, OpenTime>();
    const openTime = (open: readonly Interval[], pausable: boolean): OpenTime => {
      const key = `${pausable} ${open.join()}`;
      const found = known.get(key) ?? new OpenTime(open, pausable);
      known.set(key, found);
      return found;
    };
    for (const [i, o] of m.operations.entries()) {
      const ways = new Map<OpenTime, number[]>();
      for (const w of m.able[i] ?? []) {
        const open = openTime(m.hours[w]?.[m.within[i] ?? 0] ?? [], o.pausable);
        const here = this.who[i]?.find((p) => p.worker === w)?.here;
        ways.set(open, [...(ways.get(open) ?? []), ...(here === undefined ? [] : [here])]);
      }
      this.ways.push([...ways].map(([open, people]) => ({ open, people })));
      const run: Run = {
        ...{ start: at(this.start, i), end: at(this.end, i), minutes: o.minutes, setup: at(this.setup, i) },
        ways: at2(this.ways, i),
      };
      propagators.push(new RunRule(e, run));
      e.above(run.start, run.end, o.minutes);
      const tail = m.finish[i] ?? -1;
      if (tail >= 0) e.above(run.end, this.whole, tail);
      for (const lag of [...(m.after[i] ?? []), ...(m.backOutOf[i] ?? [])]) {
        const next = at(this.start, lag.other);
        e.above(run.end, next, lag.min);
        if (lag.max !== null) e.above(other(run.end), other(next), -lag.max);
        if (lag.ready)
          propagators.push(new AirRule(e, run.end, next, (t) => allowedFrom(lag, t), horizon));
      }
    }
    for (const w of m.problem.workers.keys()) {
      const mine = [...Array(n).keys()].filter((i) => m.able[i]?.includes(w));
      const tasks = mine.map(
        (i): Task => ({
          ...{ start: at(this.start, i), end: at(this.end, i) },
          here: this.who[i]?.find((p) => p.worker === w)?.here ?? -1,
        }),
      );
      propagators.push(new ApartRule(e, tasks, (a, b) => m.travel(at(mine, a), at(mine, b))));
    }
    for (const [s, station] of m.problem.stations.entries()) {
      const there = this.at(s);
      const stays = there.map((i) => this.stay(i));
      if (!m.single[s]) propagators.push(new RoomRule(e, stays, station.capacity));
      else {
        const tasks = there.map((i): Task => ({ start: at(this.start, i), end: at(this.end, i), here: -1 }));
        propagators.push(new ApartRule(e, tasks, () => 0));
        const changing = there.filter((i) => at(this.setup, i) >= 0);
        if (changing.length)
          propagators.push(
            new ChangeoverRule(
              e,
              there.map((i) => ({ start: at(this.start, i), end: at(this.end, i), setup: at(this.setup, i) })),
              (a, b) => m.setup(s, a < 0 ? -1 : at(there, a), at(there, b)),
            ),
          );
      }
    }
    // People who can do the same things are together no more than they are.
    for (const able of new Map(m.able.map((list) => [list.join(), list])).values()) {
      const stays = m.able.flatMap((list, i) => (list.every((w) => able.includes(w)) ? [this.stay(i)] : []));
      if (able.length > 1 && stays.length > able.length) propagators.push(new RoomRule(e, stays, able.length));
    }
    for (const [r, rack] of m.problem.racks.entries()) {
      const stays = m.holds.flatMap((h): Stay[] =>
        h.rack !== r
          ? []
          : [
              {
                ...{ from: at(this.start, h.from), slots: h.slots, tail: h.tail ?? 0 },
                to: h.to === null ? at(this.end, h.from) : at(this.start, h.to),
              },
            ],
      );
      for (const s of stays) if (s.tail === 0) e.above(s.from, s.to, 1);
      if (stays.length) propagators.push(new RoomRule(e, stays, rack.slots));
    }
    e.begin(propagators);
  }

  private at(s: number): number[] {
    return this.m.station.flatMap((x, i) => (x === s ? [i] : []));
  }
  private stay(i: number): Stay {
    return { from: at(this.start, i), to: at(this.end, i), tail: 0, slots: 1 };
  }

  get conflicts(): number {
    return this.e.conflicts;
  }
  /** No plan of this problem ends before this minute. */
  get bound(): number {
    return this.e.isImpossible ? Infinity : this.e.least(this.whole);
  }

  /** A plan to begin from: what it holds is tried first. */
  follow(s: Schedule): void {
    const { e } = this;
    for (const i of this.m.operations.keys()) {
      e.phase[at(this.start, i) >> 1] = s.start[i] ?? 0;
      for (const p of this.who[i] ?? []) e.phase[p.here >> 1] = p.worker === s.worker[i] ? 1 : 0;
    }
    this.best = s;
  }

  /** The next thing to try; false where everything is settled. */
  private decide(byTime: boolean): boolean {
    const { e, m } = this;
    if (byTime) {
      let [next, least, urgent] = [-1, Infinity, -1];
      for (const i of m.operations.keys()) {
        if (this.isSettled(i)) continue;
        const [t, u] = [e.least(at(this.start, i)), m.tail[i] ?? 0];
        if (t < least || (t === least && u > urgent)) [next, least, urgent] = [i, t, u];
      }
      if (next >= 0) return this.place(next);
    } else {
      let [next, most] = [-1, -1];
      for (const i of m.operations.keys()) {
        const p = at(this.start, i);
        if (!e.isFixed(p) && at(e.activity, p >> 1) > most) [next, most] = [p, at(e.activity, p >> 1)];
        for (const { here } of this.who[i] ?? [])
          if (!e.isFixed(here) && at(e.activity, here >> 1) > most)
            [next, most] = [here, at(e.activity, here >> 1)];
      }
      if (next >= 0) {
        const wish = at(e.phase, next >> 1);
        if (wish >= e.most(next)) e.decide(next, e.most(next));
        else if (wish <= e.least(next)) e.decide(other(next), -e.least(next));
        else e.decide(other(next), -wish);
        return true;
      }
    }
    for (const p of [...this.setup, ...this.end, this.whole])
      if (p >= 0 && !e.isFixed(p)) {
        e.decide(other(p), -e.least(p));
        return true;
      }
    return false;
  }

  private isSettled(i: number): boolean {
    return (
      this.e.isFixed(at(this.start, i)) && (this.who[i] ?? []).every(({ here }) => this.e.isFixed(here))
    );
  }

  private place(i: number): boolean {
    const { e } = this;
    const open = (this.who[i] ?? []).filter(({ here }) => !e.isFixed(here));
    const wished = open.find(({ here }) => at(e.phase, here >> 1) === 1) ?? open[0];
    if (wished) e.decide(wished.here, 1);
    else e.decide(other(at(this.start, i)), -e.least(at(this.start, i)));
    return true;
  }

  /**
   * Looks for a plan that ends by a minute.
   * @param conflicts so many at most
   * @returns the plan; 'none' where it is proven that there is none; 'open' where that is not known yet
   */
  find(by: number, conflicts: number, stop: () => boolean = () => false): Schedule | 'none' | 'open' {
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
          if (e.conflicts >= until) return 'open';
          left--;
        } else if (e.depth > 0) {
          if (!this.decide(byTime)) return this.plan();
        } else if (e.least(this.whole) > by) return 'none';
        else e.decide(other(this.whole), -by);
      }
      if (stop()) return 'open';
    }
  }

  private plan(): Schedule {
    const { e, m } = this;
    const read = (sides: readonly number[]) => Int32Array.from(sides, (p) => e.least(p));
    const made: Schedule = {
      start: read(this.start),
      end: read(this.end),
      worker: Int32Array.from(m.able, (able, i) =>
        able.length < 2
          ? (able[0] ?? -1)
          : (this.who[i]?.find(({ here }) => e.least(here) === 1)?.worker ?? -1),
      ),
    };
    e.back(0);
    this.follow(made);
    return made;
  }
}

function at2<T>(list: readonly T[], i: number): T {
  const found = list[i];
  if (found === undefined) throw new RangeError(`nothing at ${i}`);
  return found;
}
