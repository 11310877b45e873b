/**
 * A search that learns from what fails (lazy clause generation: Ohrimenko, Stuckey & Codish, Constraints 14, 2009), over whole numbers
 * that are known by their bounds alone. Each number has two sides: side 2x rises with its least value, side 2x + 1 with minus its
 * largest; a literal is a side and the value it has reached, so that everything that happens is that a side rises, for a reason.
 * What leads to a contradiction is traced back to the first point where one decision stands for all of its level (first unique
 * implication point; Marques-Silva & Sakallah 1999), and what is learnt there holds for good.
 */
import { frozen } from '$core/frozen';
import { at, cell, item } from '$core/units/at';

/** Sides and the values they have reached, one after the other. */
export type Literals = number[];

interface Clause {
  /** one of these holds; no side is named twice */
  literals: Literals;
  /** decision levels that its literals came from when it was learnt; 0: never forgotten */
  levels: number;
  gone: boolean;
}

export interface Propagator {
  /** 0 is asked first */
  readonly priority: 0 | 1 | 2;
  /** kept by the engine */
  isQueued: boolean;
  /** raises what its rule asks for; false at a contradiction */
  propagate(): boolean;
  /** told which of its sides rose, by the number it gave when it asked to be told */
  wake?(tag: number): void;
  /** told that what it was woken for was undone */
  forget?(): void;
}

/** A reason that is worked out only when it is asked for. */
export interface Explainer {
  /**
   * Adds literals from which it follows that a side is at `value` or above.
   * @param what kind of step it was, as given when the side was raised
   * @param event the step, for `boundAt`
   */
  explain(what: number, side: number, value: number, event: number, into: Literals): void;
}

type Reason = null | Clause | Explainer | Literals;

/** The other bound of the same number. */
export const other = (side: number): number => side ^ 1;

const DECAY = 0.95;
const HUGE = 1e100;
/** Below every value: an event that is not part of what is looked for. */
const UNWANTED = -(1 << 29);
/** Learnt clauses kept at first; and how their number grows with each time that half of them are forgotten. Our choice. */
const KEPT = 2000;
const GROWTH = 1.1;

export class Engine {
  /** what each side has reached */
  private bound = new Int32Array(256);
  private root = new Int32Array(256);
  /** the last event of each side; −1: none */
  private last = new Int32Array(256);
  private sides = 0;
  /** of each event: its side, the value it reached and the one before, the event of that side before, its decision level */
  private side = new Int32Array(256);
  private value = new Int32Array(256);
  private was = new Int32Array(256);
  private previous = new Int32Array(256);
  private level = new Int32Array(256);
  private readonly reason: Reason[] = [];
  private readonly what: number[] = [];
  private events = 0;
  /** the first event of each decision level */
  private readonly begins: number[] = [];
  private done = 0;
  /** where a side is at v, another is at v + minutes: sides and minutes, one after the other */
  private readonly ways: number[][] = [];
  private readonly watches: Clause[][] = [];
  /** who is told that a side rose, and by which number */
  private readonly listeners: Propagator[][] = [];
  private readonly tags: number[][] = [];
  private readonly queues: Propagator[][] = [[], [], []];
  private conflict: Literals = [];
  private learnt: Clause[] = [];
  private kept = KEPT;
  private activity = new Float64Array(64);
  private increment = 1;
  /** the value each number had last, or had in the best plan */
  readonly phase: number[] = [];
  conflicts = 0;
  /** a contradiction that no decision is behind */
  isImpossible = false;
  /** the value of each event that is part of what is looked for */
  private wanted = new Int32Array(256).fill(UNWANTED);

  /** A number within bounds. @returns its side that rises with its least value */
  number(least: number, most: number): number {
    const p = this.sides;
    this.sides += 2;
    if (this.sides > this.bound.length)
      [this.bound, this.root, this.last] = [doubled(this.bound), doubled(this.root), doubled(this.last)];
    this.bound[p] = this.root[p] = least;
    this.bound[p + 1] = this.root[p + 1] = -most;
    this.last[p] = this.last[p + 1] = -1;
    this.ways.push([], []);
    this.watches.push([], []);
    this.listeners.push([], []);
    this.tags.push([], []);
    if (p >> 1 >= this.activity.length)
      this.activity = Float64Array.of(...this.activity, ...this.activity.map(() => 0));
    this.phase.push(least);
    return p;
  }

  /** What a side has reached whatever is decided. */
  proven(side: number): number {
    return cell(this.root, side);
  }
  reaches(side: number, value: number): boolean {
    return cell(this.bound, side) >= value;
  }
  least(p: number): number {
    return cell(this.bound, p);
  }
  most(p: number): number {
    return -cell(this.bound, p ^ 1);
  }
  isFixed(p: number): boolean {
    return cell(this.bound, p) + cell(this.bound, p ^ 1) === 0;
  }
  /** What all sides have reached, for rules that look at many. Not to be kept: it grows with the numbers. */
  get bounds(): Int32Array {
    return this.bound;
  }
  get depth(): number {
    return this.begins.length;
  }

  /** `b` is `minutes` above `a` or more, in every plan. */
  above(a: number, b: number, minutes: number): void {
    this.ways[a]?.push(b, minutes);
    this.ways[b ^ 1]?.push(a ^ 1, minutes);
  }

  listen(side: number, p: Propagator, tag: number): void {
    this.listeners[side]?.push(p);
    this.tags[side]?.push(tag);
  }

  /** One of these holds, in every plan. Said before the search begins. */
  clause(literals: Literals): void {
    if (literals.length === 2) {
      if (!this.raise(at(literals, 0), at(literals, 1), null, 0)) this.isImpossible = true;
      return;
    }
    const made: Clause = { literals, levels: 0, gone: false };
    this.watch(made, 0);
    this.watch(made, 1);
  }

  private watch(c: Clause, k: 0 | 1): void {
    this.watches[at(c.literals, 2 * k) ^ 1]?.push(c);
  }

  /** What a side had reached before an event. */
  boundAt(side: number, event: number): number {
    let e = cell(this.last, side);
    while (e >= event) {
      const before = cell(this.previous, e);
      if (before < event) return cell(this.was, e);
      e = before;
    }
    return e < 0 ? cell(this.root, side) : cell(this.value, e);
  }

  /** Raises a side to a value. @returns false where that contradicts the other bound */
  raise(side: number, value: number, reason: Reason, what = 0): boolean {
    const had = cell(this.bound, side);
    if (value <= had) return true;
    const depth = this.begins.length;
    if (depth === 0) this.root[side] = value;
    const e = this.events++;
    if (e >= this.side.length) this.grow();
    this.side[e] = side;
    this.value[e] = value;
    this.was[e] = had;
    this.previous[e] = cell(this.last, side);
    this.level[e] = depth;
    this.reason.push(reason);
    this.what.push(what);
    this.last[side] = e;
    this.bound[side] = value;
    if (value + cell(this.bound, side ^ 1) <= 0) return true;
    this.conflict = [side, value, side ^ 1, 1 - value];
    return false;
  }

  private grow(): void {
    this.side = doubled(this.side);
    this.value = doubled(this.value);
    this.was = doubled(this.was);
    this.previous = doubled(this.previous);
    this.level = doubled(this.level);
    this.wanted = new Int32Array(this.side.length).fill(UNWANTED);
  }

  /** These hold, and cannot together. @returns false */
  contradict(literals: Literals): false {
    this.conflict = literals;
    return false;
  }

  private propagate(): boolean {
    for (;;) {
      while (this.done < this.events) {
        const e = this.done++;
        const side = cell(this.side, e);
        // Only the last of a side's events counts.
        if (cell(this.last, side) !== e) continue;
        const value = cell(this.value, e);
        if (!this.goWays(side, value) || !this.visit(side)) return false;
        const told = item(this.listeners, side);
        const tags = item(this.tags, side);
        for (let k = 0; k < told.length; k++) {
          const p = told[k];
          if (!p) continue;
          p.wake?.(at(tags, k));
          this.queue(p);
        }
      }
      const [first, second, third] = this.queues;
      const next = first?.pop() ?? second?.pop() ?? third?.pop();
      if (!next) return true;
      next.isQueued = false;
      if (!next.propagate()) return false;
    }
  }

  /** Raises what is so many minutes above a side. */
  private goWays(side: number, value: number): boolean {
    const ways = item(this.ways, side);
    for (let k = 0; k < ways.length; k += 2)
      if (!this.raise(at(ways, k), value + at(ways, k + 1), WAY, side)) return false;
    return true;
  }

  /** Looks at the clauses of which a literal may be false now that a side rose. */
  private visit(side: number): boolean {
    const list = item(this.watches, side);
    const reached = cell(this.bound, side);
    let kept = 0;
    for (let n = 0; n < list.length; n++) {
      const c = list[n];
      if (!c || c.gone) continue;
      const l = c.literals;
      const k = at(l, 0) === (side ^ 1) ? 0 : 1;
      list[kept++] = c;
      if (reached < 1 - at(l, 2 * k + 1)) continue;
      const o = 2 - 2 * k;
      const [os, ov] = [at(l, o), at(l, o + 1)];
      if (cell(this.bound, os) >= ov) continue;
      let moved = false;
      for (let j = 4; j < l.length; j += 2) {
        const [s, v] = [at(l, j), at(l, j + 1)];
        if (cell(this.bound, s ^ 1) >= 1 - v) continue;
        l[j] = at(l, 2 * k);
        l[j + 1] = at(l, 2 * k + 1);
        l[2 * k] = s;
        l[2 * k + 1] = v;
        this.watches[s ^ 1]?.push(c);
        kept--;
        moved = true;
        break;
      }
      if (moved) continue;
      if (!this.raise(os, ov, c)) {
        for (n++; n < list.length; n++) {
          const rest = list[n];
          if (rest && !rest.gone) list[kept++] = rest;
        }
        list.length = kept;
        return false;
      }
    }
    list.length = kept;
    return true;
  }

  /** The literals from which an event follows, for the value that is needed of it. */
  private because(e: number, value: number, into: Literals): void {
    const reason = this.reason[e] ?? null;
    const side = cell(this.side, e);
    if (reason === null) return;
    if (reason === WAY) {
      // From another side, so many minutes before.
      const from = at(this.what, e);
      const ways = item(this.ways, from);
      for (let k = 0; k < ways.length; k += 2)
        if (at(ways, k) === side && this.boundAt(from, e) + at(ways, k + 1) >= value) {
          into.push(from, value - at(ways, k + 1));
          return;
        }
      throw new Error('a bound without its reason');
    }
    if (Array.isArray(reason)) for (const x of reason) into.push(x);
    else if ('explain' in reason) reason.explain(at(this.what, e), side, value, e, into);
    else {
      const l = reason.literals;
      for (let k = 0; k < l.length; k += 2)
        if (at(l, k) !== side || at(l, k + 1) < value) into.push(at(l, k) ^ 1, 1 - at(l, k + 1));
    }
  }

  /** The event that made a literal true; −1 where it holds whatever is decided. */
  private eventOf(side: number, value: number): number {
    if (value <= cell(this.root, side)) return -1;
    let e = cell(this.last, side);
    for (let p = cell(this.previous, e); p >= 0 && cell(this.value, p) >= value; p = cell(this.previous, e))
      e = p;
    return cell(this.level, e) === 0 ? -1 : e;
  }

  /** What a contradiction teaches. @returns the clause with its own literal first, and the level to go back to */
  private analyse(): { literals: Literals; back: number } {
    const start = at(this.begins, this.begins.length - 1);
    const wanted = this.wanted;
    const seen: number[] = [];
    let open = 0;
    const add = (list: Literals): void => {
      for (let k = 0; k < list.length; k += 2) {
        const e = this.eventOf(at(list, k), at(list, k + 1));
        if (e < 0) continue;
        if (cell(wanted, e) === UNWANTED) {
          seen.push(e);
          if (e >= start) open++;
          this.bump(at(list, k) >> 1);
        }
        wanted[e] = Math.max(cell(wanted, e), at(list, k + 1));
      }
    };
    add(this.conflict);
    let e = this.events - 1;
    const why: Literals = [];
    for (;;) {
      while (cell(wanted, e) === UNWANTED) e--;
      if (open === 1) break;
      open--;
      why.length = 0;
      this.because(e, cell(wanted, e), why);
      wanted[e] = UNWANTED;
      add(why);
    }
    const first = e;
    const [side, value] = [cell(this.side, first), cell(wanted, first)];
    const literals: Literals = [side ^ 1, 1 - value];
    let back = 0;
    const strongest = new Map<number, number>();
    for (const x of seen)
      if (x < start && cell(wanted, x) !== UNWANTED && cell(this.side, x) !== side)
        strongest.set(cell(this.side, x), Math.max(strongest.get(cell(this.side, x)) ?? -1, x));
    for (const x of strongest.values()) {
      // What follows from the others need not be said.
      why.length = 0;
      this.because(x, cell(wanted, x), why);
      let follows = why.length > 0;
      for (let k = 0; follows && k < why.length; k += 2) {
        const y = this.eventOf(at(why, k), at(why, k + 1));
        follows =
          y < 0 ||
          (y < start && strongest.get(cell(this.side, y)) === y && cell(wanted, y) >= at(why, k + 1));
      }
      if (follows) continue;
      literals.push(cell(this.side, x) ^ 1, 1 - cell(wanted, x));
      back = Math.max(back, cell(this.level, x));
    }
    for (const x of seen) wanted[x] = UNWANTED;
    return { literals, back };
  }

  /** How much a number had to do with what failed of late. */
  activityOf(x: number): number {
    return this.activity[x] ?? 0;
  }

  private bump(x: number): void {
    this.activity[x] = this.activityOf(x) + this.increment;
    if (this.activityOf(x) < HUGE) return;
    this.activity = this.activity.map((a) => a / HUGE);
    this.increment /= HUGE;
  }

  /** Undoes all decisions beyond a level. */
  back(level: number): void {
    if (level >= this.begins.length) return;
    const to = at(this.begins, level);
    for (let e = this.events - 1; e >= to; e--) {
      const side = cell(this.side, e);
      if (this.isFixed(side)) this.phase[side >> 1] = this.least(side & ~1);
      this.bound[side] = cell(this.was, e);
      this.last[side] = cell(this.previous, e);
    }
    this.reason.length = this.what.length = this.events = to;
    this.begins.length = level;
    this.done = to;
    for (const q of this.queues) {
      for (const p of q) {
        p.isQueued = false;
        p.forget?.();
      }
      q.length = 0;
    }
  }

  private queue(p: Propagator): void {
    if (p.isQueued) return;
    p.isQueued = true;
    this.queues[p.priority]?.push(p);
  }

  decide(side: number, value: number): void {
    this.begins.push(this.events);
    this.raise(side, value, null);
  }

  /** Lets all propagators look at everything, before the search begins. */
  begin(propagators: readonly Propagator[]): void {
    for (const p of propagators) this.queue(p);
    for (let side = 0; side < this.sides; side++)
      if (!this.goWays(side, cell(this.bound, side))) this.isImpossible = true;
    if (!this.isImpossible && !this.propagate()) this.isImpossible = true;
  }

  /**
   * Follows what was decided to its end; a contradiction is learnt from and undone.
   * @returns false when one was found; `isImpossible` tells whether no decision was behind it
   */
  follow(): boolean {
    if (this.isImpossible) return false;
    if (this.propagate()) return true;
    this.conflicts++;
    const top = this.deepest();
    if (top === 0) {
      this.isImpossible = true;
      return false;
    }
    if (top < this.begins.length) this.back(top);
    const { literals, back } = this.analyse();
    this.back(back);
    this.increment /= DECAY;
    if (literals.length === 2) {
      if (!this.raise(at(literals, 0), at(literals, 1), null)) this.isImpossible = true;
      return false;
    }
    this.learn(literals, back);
    return false;
  }

  /**
   * The level that a contradiction comes from. What was found late, and follows from lower levels alone, is put back to what it follows
   * from.
   */
  private deepest(): number {
    for (;;) {
      const events = new Map<number, number>();
      for (let k = 0; k < this.conflict.length; k += 2) {
        const e = this.eventOf(at(this.conflict, k), at(this.conflict, k + 1));
        if (e >= 0) events.set(e, Math.max(events.get(e) ?? UNWANTED, at(this.conflict, k + 1)));
      }
      let [top, last, several] = [0, -1, false];
      for (const e of events.keys()) {
        const level = cell(this.level, e);
        several = level > top ? false : several || level === top;
        if (level > top) [top, last] = [level, e];
      }
      if (top === 0 || several || this.reason[last] === null) return top;
      const next: Literals = [];
      for (const [e, value] of events) if (e !== last) next.push(cell(this.side, e), value);
      this.because(last, events.get(last) ?? 0, next);
      this.conflict = next;
    }
  }

  private learn(literals: Literals, back: number): void {
    const levels = new Set<number>();
    for (let k = 2; k < literals.length; k += 2) {
      const level = cell(this.level, this.eventOf(at(literals, k) ^ 1, 1 - at(literals, k + 1)));
      levels.add(level);
      // One of the level it goes back to is watched.
      if (level === back && k > 2 && levels.size) {
        [literals[2], literals[k]] = [at(literals, k), at(literals, 2)];
        [literals[3], literals[k + 1]] = [at(literals, k + 1), at(literals, 3)];
      }
    }
    const made: Clause = { literals, levels: levels.size + 1, gone: false };
    this.watch(made, 0);
    this.watch(made, 1);
    this.learnt.push(made);
    this.raise(at(literals, 0), at(literals, 1), made);
    if (this.learnt.length > this.kept) this.forget();
  }

  /** Drops the half of what was learnt that spans most levels; nothing that is a reason now. */
  private forget(): void {
    const reasons = new Set<Reason>(this.reason);
    const sorted = [...this.learnt].sort(
      (a, b) => a.levels - b.levels || a.literals.length - b.literals.length,
    );
    const from = sorted.length >> 1;
    this.learnt = sorted.filter((c, i) => {
      c.gone = i >= from && c.levels > 2 && !reasons.has(c);
      return !c.gone;
    });
    this.kept = Math.round(this.kept * GROWTH);
  }
}

function doubled(list: Int32Array): Int32Array<ArrayBuffer> {
  const out = new Int32Array(2 * list.length);
  out.set(list);
  return out;
}

/** The reason of what follows along a way; which side it came from is what the event says. */
const WAY: Literals = frozen([]);
