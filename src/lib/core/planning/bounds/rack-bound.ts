/**
 * A lower bound from racks: lots that do not fit on a rack together lie there one after another, each at least as long
 * as its own chain of work and waits through the calendars. Relaxes everything else.
 */
import { at, item } from '$core/units/at';
import { earliestRun } from '../model/calendar';
import { allowedFrom, type Hold, type Model } from '../model/model';
import type { Interval } from '../model/problem';

/** Stays that are ordered at most: the work grows with 2ⁿ. And sets of them that are looked at. */
const MOST = 8;
const SETS = 16;

/** The operations between the two ends of a hold, in an order that respects the links; the first is where it begins. */
function between(m: Model, from: number, to: number): number[] {
  const reached = new Set([from]);
  for (const i of m.order) if (reached.has(i)) for (const lag of item(m.after, i)) reached.add(lag.other);
  const leads = new Set([to]);
  for (const i of [...m.order].reverse())
    if (item(m.after, i).some((lag) => leads.has(lag.other))) leads.add(i);
  return m.order.filter((i) => reached.has(i) && leads.has(i));
}

/** A stay on a rack without a gap: holds of which each begins with the operation that ends the one before. */
interface Stay {
  slots: number;
  from: number;
  /** leaves at the start of this operation; null: so long after the end of `last` */
  to: number | null;
  last: number;
  tail: number;
}

/** Joins the holds of a rack to stays; where the slots differ the fewest count. */
function stays(holds: readonly Hold[]): Stay[] {
  const open = new Map(holds.map((h) => [h.from, h]));
  const follows = new Set(holds.flatMap((h) => (h.to === null || !open.has(h.to) ? [] : [h.to])));
  return holds.flatMap((first) => {
    if (follows.has(first.from)) return [];
    let hold = first;
    let slots = first.slots;
    const joined = new Set([first]);
    for (;;) {
      const next = hold.to === null ? undefined : open.get(hold.to);
      // Holds may form circles.
      if (!next || joined.has(next)) break;
      joined.add(next);
      hold = next;
      slots = Math.min(slots, hold.slots);
    }
    return [{ slots, from: first.from, to: hold.to, last: hold.from, tail: hold.tail ?? 0 }];
  });
}

/** Sets of stays of which no two fit together, one grown from each stay, largest first. */
function crowds(all: readonly Stay[], slots: number): Stay[][] {
  const sorted = [...all].sort((x, y) => y.slots - x.slots);
  const found = new Map<string, Stay[]>();
  const grow = (start: readonly Stay[]) => {
    const crowd = [...start];
    for (const one of sorted)
      if (crowd.length < MOST && !crowd.includes(one) && crowd.every((o) => o.slots + one.slots > slots))
        crowd.push(one);
    if (crowd.length > 1)
      found.set(
        crowd
          .map((s) => s.from)
          .sort((x, y) => x - y)
          .join(' '),
        crowd,
      );
  };
  for (const one of sorted) grow([one]);
  sorted.forEach((one, i) =>
    sorted.slice(i + 1).forEach((other) => {
      if (found.size < SETS && one.slots + other.slots > slots) grow([one, other]);
    }),
  );
  return [...found.values()].slice(0, SETS);
}

/** Slots that are taken for certain, whatever the plan: what was pinned there and for how long. */
interface Fixed {
  from: number;
  to: number;
  slots: number;
}

function fixedOn(m: Model, rack: number): { fixed: Fixed[]; free: Hold[] } {
  const fixed: Fixed[] = [];
  const free: Hold[] = [];
  for (const [k, h] of m.holds.entries()) {
    // What may be over before it begins binds nothing for sure.
    if (h.rack !== rack || !m.sure[k]) continue;
    const op = m.operations[h.from];
    const at = op?.lockedStart ?? null;
    if (op && at !== null && h.to === null)
      fixed.push({ from: at, to: at + op.minutes + (h.tail ?? 0), slots: h.slots });
    else free.push(h);
  }
  return { fixed, free };
}

/**
 * Rounds on a rack: sorted by when they begin, so many stays are on it at once as fit beside what is fixed there, and the
 * m-th to leave goes no sooner than one that began no earlier than the m-th. The last to begin still goes its whole way.
 */
function rounds(
  all: readonly Stay[],
  fixed: readonly Fixed[],
  slots: number,
  release: (stay: Stay, t: number) => number | null,
  planEnd: (stay: Stay, t: number) => number,
  stop: () => boolean,
): number {
  let bound = 0;
  const sorted = [...all].sort((x, y) => y.slots - x.slots);
  for (let n = fixed.length ? 1 : 2; n <= sorted.length; n++) {
    if (stop()) break;
    const set = sorted.slice(0, n);
    /** most stays at once at a moment: the fewest slots fill the rack with the most */
    const room = (t: number): number => {
      let left = slots;
      for (const f of fixed) if (f.from <= t && t < f.to) left -= f.slots;
      let k = 0;
      for (let i = set.length - 1; i >= 0; i--) {
        left -= set[i]?.slots ?? 0;
        if (left < 0) break;
        k++;
      }
      return k;
    };
    const begins: number[] = [];
    const leaves: number[] = [];
    for (let j = 0; j < n; j++) {
      const before = begins.at(-1) ?? 0;
      const times = [before, ...leaves, ...fixed.map((f) => f.to)]
        .filter((t) => t >= before)
        .sort((x, y) => x - y);
      const begin =
        times.find((t) => j + 1 - leaves.filter((e) => e <= t).length <= room(t)) ?? times.at(-1) ?? 0;
      begins.push(begin);
      leaves.push(Math.min(...set.map((s) => release(s, begin) ?? Infinity)));
    }
    const last = begins.at(-1) ?? 0;
    const end = Math.min(...set.map((s) => planEnd(s, last)));
    if (Number.isFinite(end)) bound = Math.max(bound, end);
  }
  return bound;
}

/**
 * @param head earliest start of every operation
 * @param after least minutes from the end of every operation to the end of the plan; −∞ where nothing follows
 * @param hours open hours in which each operation can be done by somebody
 * @param endAfter the earliest end of a plan after an operation has ended
 * @param stop asked now and then; true leaves the bound at what is proven by then
 * @returns a makespan that no right plan is below, 0 where racks bind nothing
 */
export function rackBound(
  m: Model,
  head: readonly number[],
  after: readonly number[],
  hours: (operation: number) => readonly Interval[],
  endAfter: (operation: number, t: number) => number,
  stop: () => boolean = () => false,
): number {
  const paths = new Map<Stay, number[]>();
  const pathOf = (stay: Stay): number[] => {
    const known = paths.get(stay) ?? between(m, stay.from, stay.to ?? stay.last);
    paths.set(stay, known);
    return known;
  };
  /** When a stay that begins no earlier than `t` can end; null when never within the hours. */
  const release = (stay: Stay, t: number): number | null => {
    const path = pathOf(stay);
    // Nothing links its ends: only when its last operation can begin is known.
    if (path.length === 0) return stay.to !== null ? at(head, stay.to) : 0;
    const ends = new Map<number, number>();
    let start = 0;
    for (const i of path) {
      let from = Math.max(at(head, i), i === stay.from ? t : 0);
      for (const lag of item(m.before, i)) {
        const end = ends.get(lag.other);
        if (end !== undefined) from = Math.max(from, allowedFrom(lag, end));
      }
      const op = m.operations[i];
      const run = op && earliestRun(hours(i), from, op.minutes, op.pausable);
      if (!run) return null;
      start = run[0];
      ends.set(i, run[1]);
    }
    // The path ends with the operation that ends the stay.
    return stay.to !== null ? start : (ends.get(stay.last) ?? 0) + stay.tail;
  };
  /** Least minutes from the end of a stay to the end of the plan. */
  const rest = (stay: Stay): number => {
    const minutes = after[stay.to ?? stay.last] ?? -Infinity;
    if (minutes === -Infinity) return -Infinity;
    return stay.to === null ? minutes - stay.tail : minutes + (m.operations[stay.to]?.minutes ?? 0);
  };

  /** The earliest end of a plan in which a stay begins no earlier than `t`. */
  const planEnd = (stay: Stay, t: number): number => {
    const op = m.operations[stay.from];
    const run =
      op && earliestRun(hours(stay.from), Math.max(t, at(head, stay.from)), op.minutes, op.pausable);
    return run ? endAfter(stay.from, run[1]) : Infinity;
  };

  let bound = 0;
  m.problem.racks.forEach((rack, r) => {
    const { fixed, free } = fixedOn(m, r);
    const own = stays(free);
    for (const crowd of crowds(own, rack.slots)) {
      if (stop()) return;
      const all = (1 << crowd.length) - 1;
      /** earliest moment at which the stays of a set have all been on the rack and left it */
      const left = new Array<number>(all + 1).fill(Infinity);
      left[0] = 0;
      /** of all orders, the earliest end of a plan */
      let best = Infinity;
      for (let set = 1; set <= all; set++) {
        crowd.forEach((stay, i) => {
          if (!(set & (1 << i))) return;
          const before = left[set ^ (1 << i)] ?? Infinity;
          const end = Number.isFinite(before) ? release(stay, before) : null;
          if (end === null) return;
          left[set] = Math.min(left[set] ?? Infinity, end);
          if (set === all) best = Math.min(best, Math.max(0, end + rest(stay)));
        });
      }
      if (Number.isFinite(best)) bound = Math.max(bound, best);
    }
    bound = Math.max(bound, rounds(own, fixed, rack.slots, release, planEnd, stop));
  });
  return bound;
}
