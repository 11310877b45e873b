/**
 * Iterated search: schedules are built from urgencies; the best is kept, and its own starts, shifted here and there,
 * are the urgencies of the next (a large-neighbourhood move: a lot, a person's days or a stretch of time is taken out
 * of the order and put back elsewhere).
 */
import { DAY_MINUTES } from '$core/units/durations';
import { frozen } from '$core/frozen';
import { at, cell, indexes, item } from '$core/units/at';
import { seeded } from '$core/units/random';
import { Mirror } from './mirror';
import { construct } from './construct';
import { afterBack } from '../model/goals';
import type { Cause } from '../model/cause';
import type { Model } from '../model/model';
import type { Effort, Near, SolveOptions } from './effort';
import { endOfPlan, latestStarts, type Heads } from '../bounds/heads';
import { makespanOf, type Schedule } from '../model/schedule';
import { isLess, ranking, type Rank } from './rank';

/** Minutes of hand-back that a minute after the promise counts for. Our choice. */
const LATE = 10;
/** How much worse a plan that leads on may be, and how many plans may be none the better meanwhile. Our choice. */
const STRAY = 0.02;
const PATIENCE = 60;
/** How much worse a plan may be that is read backwards. Our choice: measured with kitchens of 100 and 150 operations. */
const NEAR = 0.1;
/** Share of the steps in which whole lots change places first; and how far apart they stand, in lengths of the longest way. Our choice. */
const ORDERS = 0.5;
/** Before these steps operations move alone: what is easy is found by then. Our choice. */
const SINGLE = 24;
const APART = frozen([2, 0.5, 0.12] as const);

interface LotOrder {
  order: readonly number[];
  apart: number;
}

/** What a plan is measured by: its hand-back first, whatever counts first in the end, then the goals one after another. */
interface Cost {
  main: number;
  then: Rank;
}

const better = (a: Cost, b: Cost): boolean => (a.main === b.main ? isLess(a.then, b.then) : a.main < b.main);

/** What is minimised first: hand-back, or the jobs' weighed hand-backs. */
export function worthOf(m: Model, options: SolveOptions): (s: Schedule) => number {
  if (!options.weighed) return (s) => makespanOf(m, s.end);
  const index = new Map(m.operations.map((o, i) => [o.id, i]));
  const jobs = options.weighed.jobs.map((j) => ({
    ...j,
    finish: j.finish.map((f) => [index.get(f.operation) ?? -1, f.tail] as const),
  }));
  return (s) =>
    jobs.reduce((sum, { finish, promised, weight }) => {
      const back = Math.max(0, ...finish.map(([i, tail]) => cell(s.end, i) + tail));
      return sum + weight * (back + LATE * (promised === null ? 0 : Math.max(0, back - promised)));
    }, 0);
}

/** What is minimised: that first, then the other goals, then ends. */
function costOf(m: Model, options: SolveOptions): (s: Schedule) => Cost {
  const worth = worthOf(m, options);
  const { rank } = ranking(m, { goals: afterBack(options.goals), near: options.near });
  return (s) => ({ main: worth(s), then: rank(s) });
}

/** When the operations of a plan that is followed began, and who did them, by index. */
export function asItWas(m: Model, near: Near): { later: Map<number, number>; by: Map<number, number> } {
  const people = new Map(m.problem.workers.map((w, i) => [w.id, i]));
  const [later, by] = [new Map<number, number>(), new Map<number, number>()];
  for (const [i, o] of m.operations.entries()) {
    const was = near.get(o.id);
    const person = people.get(was?.worker ?? '');
    if (was) later.set(i, was.start);
    if (person !== undefined) by.set(i, person);
  }
  return { later, by };
}

interface Improved {
  best: Schedule | null;
  /** what stopped the first construction that was stopped */
  clash: Cause[];
}

/** A schedule that leads on, by its hand-back and the mean end of what ends it. */
interface Walk {
  schedule: Schedule;
  value: number;
}

class Improving {
  best: { schedule: Schedule; cost: Cost } | null;
  clash: Cause[] = [];
  private readonly random: () => number;
  /** for whole lots, and for what leads on */
  private readonly chance: () => number;
  private readonly cost: (s: Schedule) => Cost;
  private readonly lots: readonly string[];
  private readonly members: readonly number[][];
  private readonly finals: readonly number[];
  /** what waits behind each operation until the end of the plan, through the calendars; without them where time is up */
  private readonly behind: Float64Array;
  private readonly firsts: readonly Float64Array[];
  /** what something waits on: a window or a place on the rack. Beginning it later can be better */
  private readonly openers: readonly number[];
  private readonly spread: number;
  private walk: Walk | null = null;
  private idle = 0;
  private windowsFirst = false;
  /** what was tried last, where there is no plan yet */
  private failed: { keys: Float64Array | null; late: number | null } = { keys: null, late: null };
  private mirror: Mirror | null = null;
  private lotOrder: { at: LotOrder; value: number } | null = null;

  constructor(
    private readonly m: Model,
    head: Heads,
    private readonly effort: Effort,
    private readonly options: SolveOptions,
    begin?: Schedule,
  ) {
    this.random = seeded(effort.seed);
    this.chance = seeded(effort.seed + 1);
    this.cost = costOf(m, options);
    this.best = begin ? { schedule: begin, cost: this.cost(begin) } : null;
    this.finals = indexes([...m.finish], (tail) => tail >= 0);
    const lots = [...new Set(m.operations.map((o) => o.lot))];
    this.lots = lots;
    this.members = lots.map((lot) => indexes(m.operations, (o) => o.lot === lot));
    const behind = Float64Array.from(m.operations, (_, i) =>
      effort.stop?.() ? Infinity : endOfPlan(m, head, i, cell(head.end, i)) - cell(head.end, i),
    );
    this.behind = Float64Array.from(behind, (b, i) => (Number.isFinite(b) ? b : at(m.tail, i)));
    this.spread = Math.max(...m.tail);
    this.openers = indexes(
      m.operations,
      (_, i) =>
        item(m.after, i).some((g) => g.max !== null) ||
        item(m.holdsOf, i).some((k) => m.holds[k]?.from === i),
    );
    this.firsts = this.rulesOfTheField(head);
  }

  /** Urgencies that are tried first: by what waits behind, or by when it can begin. */
  private rulesOfTheField(head: Heads): Float64Array[] {
    const { m, behind, lots } = this;
    const { near } = this.options;
    const pinned = m.operations.some((o) => o.lockedStart !== null);
    return [
      ...(near ? [this.inItsOrder(near, head)] : []),
      ...(pinned ? [Float64Array.from(latestStarts(m), (s) => -s)] : []),
      Float64Array.from(m.tail),
      behind,
      Float64Array.from(behind, (b, i) => b - cell(head.start, i)),
      Float64Array.from(head.start, (s) => -s),
      // One lot after another, first come first served.
      Float64Array.from(m.operations, (o) => -lots.indexOf(o.lot)),
    ];
  }

  private inItsOrder(near: Near, head: Heads): Float64Array {
    return Float64Array.from(this.m.operations, (o, i) => -(near.get(o.id)?.start ?? head.start[i] ?? 0));
  }

  /** The plan to stay near to, as it is: whatever was pinned to where it is there can be kept. */
  follow(near: Near): void {
    const { later, by } = asItWas(this.m, near);
    const [order] = this.firsts;
    if (order) this.attempt(order, later, by);
  }

  /** Mean end of what ends the plan: of two plans of one day the one whose lots are done sooner leads on. */
  private meanEnd(s: Schedule): number {
    const ends = this.finals.reduce((sum, i) => sum + cell(s.end, i) + cell(this.m.finish, i), 0);
    return ends / Math.max(1, this.finals.length);
  }

  /** What nothing was left for, and all that comes before it, more urgent than it was (squeaky wheels: Joslin & Clements, JAIR 10, 1999). */
  private repaired(): Float64Array | null {
    const { keys, late } = this.failed;
    if (!keys || late === null) return null;
    const out = Float64Array.from(keys);
    const blamed = new Set([late]);
    for (const i of blamed) {
      out[i] = (out[i] ?? 0) + DAY_MINUTES * (0.2 + this.random());
      for (const lag of item(this.m.before, i)) blamed.add(lag.other);
    }
    return out;
  }

  /** @returns what the schedule comes to that these urgencies make; null where they make none */
  private attempt(
    keys: Float64Array,
    later?: ReadonlyMap<number, number>,
    by?: ReadonlyMap<number, number>,
    parent = Infinity,
  ): number | null {
    const { m } = this;
    const schedule = construct(m, keys, {
      windowsFirst: m.windows && this.windowsFirst,
      pushes: 60,
      later,
      by,
      stop: this.best ? this.effort.stop : undefined,
    });
    if ('clash' in schedule) {
      if (!this.clash.length) this.clash = schedule.clash;
      this.failed = { keys, late: schedule.late };
      return null;
    }
    const c = this.cost(schedule);
    if (!this.best || better(c, this.best.cost)) {
      this.best = { schedule, cost: c };
      this.idle = 0;
    }
    const value = c.main + this.meanEnd(schedule);
    // What comes near the plan that leads on is read backwards, again and again while that makes it better.
    if (value < parent && value < (this.walk?.value ?? Infinity) * (1 + NEAR)) {
      this.mirror ??= Mirror.of(m, schedule);
      const order = this.mirror?.latest(schedule);
      if (order) this.attempt(order, undefined, undefined, value);
    }
    this.leadOn({ schedule, value });
    return value;
  }

  /** A little worse now and then leads on; whoever strayed for long comes back. */
  private leadOn(next: Walk): void {
    const { walk, best } = this;
    if (!walk || next.value <= walk.value * (1 + STRAY * this.chance() * this.chance())) this.walk = next;
    else if (++this.idle > PATIENCE) {
      this.idle = 0;
      this.walk = best && { schedule: best.schedule, value: best.cost.main + this.meanEnd(best.schedule) };
    }
  }

  /** One or two openers that are held back behind where the best schedule has them. */
  private heldBack(from: Schedule): Map<number, number> {
    const { random, openers } = this;
    const later = new Map<number, number>();
    for (let k = random() < 0.6 ? 1 : 2; k > 0; k--) {
      const i = openers[Math.floor(random() * openers.length)];
      if (i !== undefined) later.set(i, Math.round(cell(from.start, i) + random() * random() * DAY_MINUTES));
    }
    return later;
  }

  /** Keys near the best schedule: its starts, with something moved. */
  private varied(from: Schedule): Float64Array {
    const { random, members } = this;
    const n = this.m.operations.length;
    const keys = Float64Array.from(from.start, (s) => -s);
    const last = Math.max(...from.end, 1);
    const shift = (): number => (random() - 0.5) * (random() < 0.5 ? DAY_MINUTES : last * 0.6);
    const kind = random();
    if (kind < 0.3) {
      // A lot earlier or later as a whole.
      const by = shift();
      for (const i of item(members, Math.floor(random() * members.length))) keys[i] = (keys[i] ?? 0) + by;
    } else if (kind < 0.55) {
      // A stretch of time, shuffled.
      const from0 = random() * last;
      const to = from0 + DAY_MINUTES * (0.5 + random() * 2);
      from.start.forEach((s, i) => {
        if (s >= from0 && s < to) keys[i] = -(from0 + random() * (to - from0));
      });
    } else if (kind < 0.9) {
      const share = 1 / n + random() * random() * 0.3;
      for (let i = 0; i < n; i++) if (random() < share) keys[i] = (keys[i] ?? 0) + shift();
    } else {
      // A few operations as urgent as what waits behind them.
      for (let i = 0; i < n; i++) if (random() < 0.3) keys[i] = (this.behind[i] ?? 0) - this.spread;
    }
    return keys;
  }

  /** The lots in an order, more or less one after another; each operation as urgent as what waits behind it. */
  private inOrder({ order, apart }: LotOrder): Float64Array {
    const keys = Float64Array.from(this.behind);
    order.forEach((l, rank) => {
      for (const i of item(this.members, l)) keys[i] = (keys[i] ?? 0) - rank * apart * this.spread;
    });
    return keys;
  }

  /** Another order near one: two lots change places, one goes elsewhere, or they stand nearer together. */
  private reordered({ order, apart }: LotOrder): LotOrder {
    const { chance } = this;
    const next = [...order];
    const any = (): number => Math.floor(chance() * next.length);
    const kind = chance();
    if (kind < 0.45) {
      const [a, b] = [any(), any()];
      [next[a], next[b]] = [at(next, b), at(next, a)];
    } else if (kind < 0.85) next.splice(any(), 0, ...next.splice(any(), 1));
    else return { order: next, apart: APART[Math.floor(chance() * APART.length)] ?? 1 };
    return { order: next, apart };
  }

  /** Places the lots in an order that is near the best one. */
  private tryOrder(): void {
    const was = this.lotOrder;
    const order = was ? this.reordered(was.at) : { order: this.lots.map((_, l) => l), apart: APART[0] };
    const value = this.attempt(this.inOrder(order));
    if (!was || (value !== null && value <= was.value))
      this.lotOrder = { at: order, value: value ?? Infinity };
  }

  /** Tries one schedule, and what it leads to. */
  try(step: number): void {
    const { best, random, firsts, effort } = this;
    this.windowsFirst = !best && step % 2 === 1;
    const first = firsts[step];
    const again = !best && step >= firsts.length ? this.repaired() : null;
    if (first) this.attempt(first);
    else if (again) this.attempt(again);
    else if (this.lots.length > 2 && step >= SINGLE && (step < effort.steps * ORDERS || step % 4 === 0))
      this.tryOrder();
    else if (best && step % 5) {
      const { schedule } = step >= SINGLE && step % 3 ? (this.walk ?? best) : best;
      const keys = this.varied(schedule);
      this.attempt(keys, this.openers.length && random() < 0.25 ? this.heldBack(schedule) : undefined);
    } else {
      const base = firsts[Math.floor(random() * firsts.length)] ?? this.behind;
      const share = 0.1 + random() * 0.4;
      this.attempt(base.map((k) => (random() < share ? k + (random() - 0.5) * this.spread : k)));
    }
  }
}

/**
 * @param bound the search stops when the makespan meets it
 * @param begin a schedule to start from
 * @param hopeless steps after which it is given up where there is no plan yet
 */
export function improve(
  m: Model,
  head: Heads,
  bound: number,
  effort: Effort,
  options: SolveOptions = {},
  begin?: Schedule,
  hopeless = Infinity,
): Improved {
  const improving = new Improving(m, head, effort, options, begin);
  if (options.near) improving.follow(options.near);
  const least = Math.min(m.operations.length, effort.steps / 4, 12);
  for (let step = 0; step < effort.steps; step++) {
    improving.try(step);
    const { best } = improving;
    if (!best && step + 1 >= hopeless) break;
    if (best && !options.weighed && best.cost.main <= bound && step >= least) break;
    if (step % 8 === 7) effort.progress?.((step + 1) / effort.steps, best?.cost.main ?? null);
    if (effort.stop?.()) break;
  }
  return { best: improving.best?.schedule ?? null, clash: improving.clash };
}
