/**
 * Iterated search: schedules are built from urgencies; the best is kept, and its own starts, shifted here and there,
 * are the urgencies of the next (a large-neighbourhood move: a lot, a person's days or a stretch of time is taken out
 * of the order and put back elsewhere).
 */
import { DAY_MINUTES } from '$core/units/durations';
import { frozen } from '$core/frozen';
import { at, cell, item } from '$core/units/at';
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
  const rank = ranking(m, { goals: afterBack(options.goals), near: options.near });
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
  const random = seeded(effort.seed);
  /** for whole lots, and for what leads on */
  const chance = seeded(effort.seed + 1);
  const n = m.operations.length;
  const cost = costOf(m, options);
  let best: { schedule: Schedule; cost: Cost } | null = begin ? { schedule: begin, cost: cost(begin) } : null;
  let walk: { schedule: Schedule; value: number } | null = null;
  let idle = 0;
  const finals = [...m.finish.keys()].filter((i) => cell(m.finish, i) >= 0);
  /** mean end of what ends the plan: of two plans of one day the one whose lots are done sooner leads on */
  const meanEnd = (s: Schedule): number =>
    finals.reduce((sum, i) => sum + cell(s.end, i) + cell(m.finish, i), 0) / Math.max(1, finals.length);
  let clash: Cause[] = [];
  const lots = [...new Set(m.operations.map((o) => o.lot))];
  const members = lots.map((lot) => m.operations.flatMap((o, i) => (o.lot === lot ? [i] : [])));
  // Urgency by the latest end of plan that waits behind an operation, through the calendars; without them where time is up.
  const behind = Float64Array.from(m.operations, (_, i) =>
    effort.stop?.() ? Infinity : endOfPlan(m, head, i, cell(head.end, i)) - cell(head.end, i),
  );
  const finite = Float64Array.from(behind, (b, i) => (Number.isFinite(b) ? b : at(m.tail, i)));
  const near = options.near;
  const inItsOrder = Float64Array.from(
    m.operations,
    (o, i) => -(near?.get(o.id)?.start ?? head.start[i] ?? 0),
  );
  const pinned = m.operations.some((o) => o.lockedStart !== null);
  const firsts: Float64Array[] = [
    ...(near ? [inItsOrder] : []),
    ...(pinned ? [Float64Array.from(latestStarts(m), (s) => -s)] : []),
    Float64Array.from(m.tail),
    finite,
    Float64Array.from(finite, (b, i) => b - cell(head.start, i)),
    Float64Array.from(head.start, (s) => -s),
    // One lot after another, first come first served.
    Float64Array.from(m.operations, (o) => -lots.indexOf(o.lot)),
  ];
  let windowsFirst = false;
  /** what was tried last, where there is no plan yet */
  const failed: { keys: Float64Array | null; late: number | null } = { keys: null, late: null };
  /** What nothing was left for, and all that comes before it, more urgent than it was (squeaky wheels: Joslin & Clements, JAIR 10, 1999). */
  const repaired = (): Float64Array | null => {
    const { keys, late } = failed;
    if (!keys || late === null) return null;
    const out = Float64Array.from(keys);
    const blamed = new Set([late]);
    for (const i of blamed) {
      out[i] = (out[i] ?? 0) + DAY_MINUTES * (0.2 + random());
      for (const lag of item(m.before, i)) blamed.add(lag.other);
    }
    return out;
  };
  let mirror: Mirror | null = null;
  const spread = Math.max(...m.tail);
  const attempt = (
    keys: Float64Array,
    later?: ReadonlyMap<number, number>,
    by?: ReadonlyMap<number, number>,
    parent = Infinity,
  ): number | null => {
    const schedule = construct(m, keys, {
      windowsFirst: m.windows && windowsFirst,
      pushes: 60,
      later,
      by,
      stop: best ? effort.stop : undefined,
    });
    if ('clash' in schedule) {
      if (!clash.length) clash = schedule.clash;
      Object.assign(failed, { keys, late: schedule.late });
      return null;
    }
    const c = cost(schedule);
    if (!best || better(c, best.cost)) {
      best = { schedule, cost: c };
      idle = 0;
    }
    const value = c.main + meanEnd(schedule);
    // What comes near the plan that leads on is read backwards, again and again while that makes it better.
    if (value < parent && value < (walk?.value ?? Infinity) * (1 + NEAR)) {
      mirror ??= Mirror.of(m, schedule);
      const order = mirror?.latest(schedule);
      if (order) attempt(order, undefined, undefined, value);
    }
    // A little worse now and then leads on; whoever strayed for long comes back.
    if (!walk || value <= walk.value * (1 + STRAY * chance() * chance())) walk = { schedule, value };
    else if (++idle > PATIENCE) {
      idle = 0;
      walk = best && { schedule: best.schedule, value: best.cost.main + meanEnd(best.schedule) };
    }
    return value;
  };
  // The plan to stay near to, as it is: whatever was pinned to where it is there can be kept.
  if (near) {
    const { later, by } = asItWas(m, near);
    attempt(inItsOrder, later, by);
  }
  /** What something waits on: a window or a place on the rack. Beginning it later can be better. */
  const openers = m.operations.flatMap((_, i) =>
    item(m.after, i).some((g) => g.max !== null) || item(m.holdsOf, i).some((k) => m.holds[k]?.from === i)
      ? [i]
      : [],
  );
  /** One or two openers that are held back behind where the best schedule has them. */
  const heldBack = (from: Schedule): Map<number, number> => {
    const later = new Map<number, number>();
    for (let k = random() < 0.6 ? 1 : 2; k > 0; k--) {
      const i = openers[Math.floor(random() * openers.length)];
      if (i !== undefined) later.set(i, Math.round(cell(from.start, i) + random() * random() * DAY_MINUTES));
    }
    return later;
  };
  /** Keys near the best schedule: its starts, with something moved. */
  const varied = (from: Schedule): Float64Array => {
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
      for (let i = 0; i < n; i++) if (random() < 0.3) keys[i] = (finite[i] ?? 0) - spread;
    }
    return keys;
  };
  /** The lots in an order, more or less one after another; each operation as urgent as what waits behind it. */
  const inOrder = ({ order, apart }: LotOrder): Float64Array => {
    const keys = Float64Array.from(finite);
    order.forEach((l, rank) => {
      for (const i of item(members, l)) keys[i] = (keys[i] ?? 0) - rank * apart * spread;
    });
    return keys;
  };
  /** Another order near one: two lots change places, one goes elsewhere, or they stand nearer together. */
  const reordered = ({ order, apart }: LotOrder): LotOrder => {
    const next = [...order];
    const any = (): number => Math.floor(chance() * next.length);
    const kind = chance();
    if (kind < 0.45) {
      const [a, b] = [any(), any()];
      [next[a], next[b]] = [at(next, b), at(next, a)];
    } else if (kind < 0.85) next.splice(any(), 0, ...next.splice(any(), 1));
    else return { order: next, apart: APART[Math.floor(chance() * APART.length)] ?? 1 };
    return { order: next, apart };
  };
  let lotOrder: { at: LotOrder; value: number } | null = null;
  /** Places the lots in an order that is near the best one. */
  const tryOrder = (): void => {
    const at = lotOrder ? reordered(lotOrder.at) : { order: lots.map((_, l) => l), apart: APART[0] };
    const value = attempt(inOrder(at));
    if (!lotOrder || (value !== null && value <= lotOrder.value)) lotOrder = { at, value: value ?? Infinity };
  };
  for (let step = 0; step < effort.steps; step++) {
    windowsFirst = !best && step % 2 === 1;
    const first = firsts[step];
    const again = !best && step >= firsts.length ? repaired() : null;
    if (first) attempt(first);
    else if (again) attempt(again);
    else if (lots.length > 2 && step >= SINGLE && (step < effort.steps * ORDERS || step % 4 === 0))
      tryOrder();
    else if (best && step % 5) {
      const { schedule } = (step >= SINGLE && step % 3 ? (walk ?? best) : best) as { schedule: Schedule };
      attempt(varied(schedule), openers.length && random() < 0.25 ? heldBack(schedule) : undefined);
    } else {
      const base = firsts[Math.floor(random() * firsts.length)] ?? finite;
      const share = 0.1 + random() * 0.4;
      attempt(base.map((k) => (random() < share ? k + (random() - 0.5) * spread : k)));
    }
    const found = best as { schedule: Schedule; cost: Cost } | null;
    if (!found && step + 1 >= hopeless) break;
    if (found && !options.weighed && found.cost.main <= bound && step >= Math.min(n, effort.steps / 4, 12))
      break;
    if (step % 8 === 7) effort.progress?.((step + 1) / effort.steps, found?.cost.main ?? null);
    if (effort.stop?.()) break;
  }
  return { best: (best as { schedule: Schedule } | null)?.schedule ?? null, clash };
}
