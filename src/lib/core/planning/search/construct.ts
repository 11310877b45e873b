/**
 * Serial schedule generation with unscheduling: operations are placed one by one, the most urgent that can be placed
 * first, each at its earliest right time. One that would miss its window pushes the operation that opened the window
 * later, and the construction begins again (Neumann, Schwindt & Zimmermann, Project Scheduling with Time Windows, 2003).
 */
import { at, cell, item } from '$core/units/at';
import { earliestRun } from '../model/calendar';
import { afterLinks, NEVER, roomNext, type Stay } from '../model/earliest';
import type { Cause } from '../model/cause';
import { allowedFrom, type Hold, type Model } from '../model/model';
import { startToEndAt } from '../model/calendar';
import { dayOf } from '../model/fronts';
import type { Schedule } from '../model/schedule';
import { Turn } from './turn';

/** What could not be placed. */
interface Clash {
  /** why, and why not either once what was in the way had moved later */
  clash: Cause[];
  /** the operation that nothing was left for; null where several keep pushing each other */
  late: number | null;
}

interface Busy {
  from: number;
  to: number;
  op: number;
}

type Placed = { at: number; end: number; worker: number };
type Refusal = { wait: true } | { push: number; by: number; clash: Cause } | { never: Cause };

/** Index of the last of sorted spans that begins at or before `t`; -1 when none does. */
function lastAt(spans: readonly Busy[], t: number): number {
  let [low, high] = [0, spans.length];
  while (low < high) {
    const mid = (low + high) >> 1;
    if ((spans[mid]?.from ?? 0) <= t) low = mid + 1;
    else high = mid;
  }
  return low - 1;
}

/** The same, from one that begins no later. */
function lastFrom(spans: readonly Busy[], k: number, t: number): number {
  while ((spans[k + 1]?.from ?? NEVER) <= t) k++;
  return k;
}

class Construction {
  readonly start: Int32Array;
  readonly end: Int32Array;
  readonly worker: Int32Array;
  private readonly workers: Busy[][];
  private readonly stations: Busy[][];
  /** holds that have begun, by rack */
  private readonly racks: number[][];

  constructor(
    private readonly m: Model,
    private readonly release: Int32Array,
    private readonly by: ReadonlyMap<number, number>,
    private readonly sparing: Sparing | null,
  ) {
    const n = m.operations.length;
    this.start = new Int32Array(n).fill(-1);
    this.end = new Int32Array(n).fill(-1);
    this.worker = new Int32Array(n).fill(-1);
    this.workers = m.problem.workers.map(() => []);
    this.stations = m.problem.stations.map(() => []);
    this.racks = m.problem.racks.map(() => []);
  }

  done(i: number): boolean {
    return cell(this.start, i) >= 0;
  }

  /** When the rack next has room for operation i starting at t; t itself when it has, NEVER when that is unknown. */
  private rackRoom(i: number, t: number, end: number): number {
    let next = t;
    for (const k of item(this.m.holdsOf, i)) {
      const own = this.m.holds[k];
      if (!own || own.from !== i || own.to === i) continue;
      const ownEnd =
        own.to !== null ? (this.done(own.to) ? cell(this.start, own.to) : NEVER) : end + (own.tail ?? 0);
      // A hold that is over before it begins takes nothing.
      if (ownEnd <= t) continue;
      const stays: Stay[] = [];
      // What it takes off itself is gone when it begins.
      for (const j of item(this.racks, own.rack)) {
        const h = this.m.holds[j];
        if (h && h.from !== i && h.to !== i) stays.push(this.stay(h));
      }
      const room = (this.m.problem.racks[own.rack]?.slots ?? 0) - own.slots - this.opened(i, own.rack, k, t);
      next = Math.max(next, roomNext(stays, room, t, ownEnd));
    }
    return next;
  }

  /** Slots that operation i takes in the same rack through its other holds. */
  private opened(i: number, rack: number, but: number, t: number): number {
    return item(this.m.holdsOf, i).reduce((sum, k) => {
      const h = this.m.holds[k];
      if (!h || k === but || h.from !== i || h.rack !== rack || h.to === i) return sum;
      const isOver = h.to !== null && this.done(h.to) && cell(this.start, h.to) <= t;
      return isOver ? sum : sum + h.slots;
    }, 0);
  }

  /**
   * Earliest right time for operation i by worker w, not before `from`; null when none begins before `until`. NEVER as
   * start: no room is in sight yet.
   * @param early before all that comes before it is placed: with the changeover that what is known leaves, or the least that anything may
   */
  private fit(
    i: number,
    w: number,
    from: number,
    until: number,
    early: 'known' | 'least' | null,
  ): Placed | null {
    const { m } = this;
    const op = m.operations[i];
    const s = at(m.station, i);
    const open = m.hours[w]?.[at(m.within, i)];
    if (!op || !open) return null;
    const single = s >= 0 && m.single[s] === true;
    const there = s < 0 ? [] : item(this.stations, s);
    const own = item(this.workers, w);
    let t = from;
    let [before, mine] = [lastAt(there, t), lastAt(own, t)];
    while (t < until) {
      // What its own minutes cannot fit into is left behind before anything dearer is looked at.
      mine = lastFrom(own, mine, t);
      const [done, due] = [own[mine], own[mine + 1]];
      if (done && done.to + m.travel(done.op, i) > t) {
        t = done.to + m.travel(done.op, i);
        continue;
      }
      if (due && due.from < t + op.minutes + m.travel(i, due.op)) {
        t = due.to + m.travel(due.op, i);
        continue;
      }
      let setup = 0;
      let last: Busy | undefined;
      let next: Busy | undefined;
      if (s >= 0) {
        before = lastFrom(there, before, t);
        [last, next] = [there[before], there[before + 1]];
        if (single) {
          if (last && last.to > t) {
            t = last.to;
            continue;
          }
          setup = early === 'least' ? this.leastSetup(s, i) : m.setup(s, last?.op ?? -1, i);
        }
      }
      const run = earliestRun(open, t, op.minutes + setup, op.pausable);
      if (!run) return null;
      if (run[0] !== t) {
        t = run[0];
        continue;
      }
      const end = run[1];
      if (due && due.from < end + m.travel(i, due.op)) {
        t = due.to + m.travel(due.op, i);
        continue;
      }
      if (single && next) {
        if (
          next.from < end ||
          (!early &&
            m.setup(s, i, next.op) !== m.setup(s, last?.op ?? -1, next.op) &&
            !this.mayPrecede(s, i, end, next))
        ) {
          t = next.to;
          continue;
        }
      } else if (s >= 0 && !single) {
        const overlapping = there.filter((b) => b.from < end && b.to > t);
        if (overlapping.length >= (m.problem.stations[s]?.capacity ?? 1)) {
          t = Math.min(...overlapping.map((b) => b.to));
          continue;
        }
      }
      const room = this.rackRoom(i, t, end);
      if (room >= NEVER) return { at: NEVER, end: NEVER, worker: w };
      if (room > t) {
        t = room;
        continue;
      }
      return { at: t, end, worker: w };
    }
    return null;
  }

  /**
   * When the operation that is next on a station ends if i comes right before it: its changeover may be another one then.
   * @returns null where its start, or what is placed after it, does not allow that
   */
  private endBehind(s: number, i: number, next: Busy): number | null {
    const { m } = this;
    const op = m.operations[next.op];
    const w = cell(this.worker, next.op);
    if (!op) return null;
    const run = earliestRun(
      m.hours[w]?.[at(m.within, next.op)] ?? [],
      next.from,
      op.minutes + m.setup(s, i, next.op),
      op.pausable,
    );
    if (run?.[0] !== next.from || run[1] > m.problem.horizon) return null;
    const end = run[1];
    if (end === next.to) return end;
    // Work of no minutes and what comes after it may begin in the same minute.
    const after = (spans: readonly Busy[] = []) => spans[spans.findIndex((b) => b.op === next.op) + 1];
    const [there, own] = [after(this.stations[s]), after(this.workers[w])];
    if (there && there.from < end) return null;
    if (own && own.from < end + m.travel(next.op, own.op)) return null;
    for (const lag of [...item(m.after, next.op), ...item(m.backOutOf, next.op)]) {
      if (!this.done(lag.other)) continue;
      const start = cell(this.start, lag.other);
      if (allowedFrom(lag, end) > start || (lag.max !== null && end + lag.max < start)) return null;
    }
    return this.tailsFit(next.op, end) ? end : null;
  }

  /** The least minutes of changing over to operation i, whatever of the station's work comes before it. */
  private leastSetup(s: number, i: number): number {
    const { m } = this;
    return m.operations.reduce(
      (least, _, j) => (j !== i && m.station[j] === s ? Math.min(least, m.setup(s, j, i)) : least),
      m.setup(s, -1, i),
    );
  }

  /**
   * Whether operation i may come right before another one whose changeover it changes: a pinned one, which was placed before
   * what precedes it was known. It ends at another time then; or work that is not placed yet may go between and leave it
   * the changeover it has now.
   */
  private mayPrecede(s: number, i: number, from: number, next: Busy): boolean {
    const { m } = this;
    if (m.operations[next.op]?.lockedStart == null) return false;
    if (this.endBehind(s, i, next) !== null) return true;
    return m.operations.some(
      (o, j) =>
        !this.done(j) &&
        m.station[j] === s &&
        from + o.minutes <= next.from &&
        this.endBehind(s, j, next) === next.to,
    );
  }

  /** The first operation whose changeover does not fit what came before it in the end; null where all do. */
  misfit(): number | null {
    const { m } = this;
    for (const [s, there] of this.stations.entries()) {
      if (!m.single[s]) continue;
      for (const [k, { op: i, from, to }] of there.entries()) {
        const op = m.operations[i];
        const minutes = (op?.minutes ?? 0) + m.setup(s, there[k - 1]?.op ?? -1, i);
        const run = earliestRun(
          m.hours[cell(this.worker, i)]?.[at(m.within, i)] ?? [],
          from,
          minutes,
          op?.pausable ?? false,
        );
        if (run?.[0] !== from || run[1] !== to) return i;
      }
    }
    return null;
  }

  /** Whether what stays on the racks for a while after operation i may stay so much longer that it ends later. */
  private tailsFit(i: number, end: number): boolean {
    const was = cell(this.end, i);
    if (end <= was) return true;
    return item(this.m.holdsOf, i).every((k) => {
      const own = this.m.holds[k];
      if (own?.from !== i || own.to !== null) return true;
      const [from, to] = [was + (own.tail ?? 0), end + (own.tail ?? 0)];
      const stays = item(this.racks, own.rack).flatMap((j) => {
        const h = this.m.holds[j];
        return h && j !== k ? [this.stay(h)] : [];
      });
      const room = (this.m.problem.racks[own.rack]?.slots ?? 0) - own.slots;
      return roomNext(stays, room, from, to) === from;
    });
  }

  /** When a hold that has begun begins and ends; NEVER where its end is not placed yet. */
  private stay(h: Hold): Stay {
    const to =
      h.to === null
        ? cell(this.end, h.from) + (h.tail ?? 0)
        : this.done(h.to)
          ? cell(this.start, h.to)
          : NEVER;
    return { from: cell(this.start, h.from), to, slots: h.slots };
  }

  /**
   * Places operation i, or says why it is refused.
   * @param early a pinned one, before anything else is placed
   */
  place(i: number, early: 'known' | 'least' | null = null): Placed | Refusal {
    const { m } = this;
    const op = item(m.operations, i);
    const operation = op.id;
    let from = cell(this.release, i);
    if (op.lockedStart !== null) from = op.lockedStart;
    else {
      const endOf = (k: number): number | null => (this.done(k) ? cell(this.end, k) : null);
      from = Math.max(from, cell(m.earliest, i));
      from = afterLinks(item(m.before, i), endOf, afterLinks(item(m.backInto, i), endOf, from));
    }
    let best: Placed | null = null;
    let least = NEVER;
    const first = this.by.get(i) ?? -1;
    const able = item(m.able, i);
    for (const w of able.includes(first) ? [first, ...able.filter((x) => x !== first)] : able) {
      const found = this.fit(i, w, from, best ? least : NEVER, early);
      if (!found) continue;
      const cost = found.end + (w === first ? 0 : this.costs(i, found));
      if (best && cost >= least) continue;
      [best, least] = [found, cost];
    }
    if (!best) return { never: { code: 'no hours left', operation, station: op.station } };
    if (op.lockedStart !== null && best.at !== op.lockedStart)
      return { never: { code: 'pinned when taken', operation, minute: op.lockedStart } };
    if (best.at >= NEVER) return { wait: true };
    const { horizon } = m.problem;
    if (best.end > horizon) return { never: { code: 'ends too late', operation, end: best.end, horizon } };
    const latest = cell(m.latest, i);
    if (best.at > latest) return { never: { code: 'begins too late', operation, latest, from: best.at } };
    const idOf = (other: number): string => item(m.operations, other).id;
    const pinOf = (other: number): number | null => item(m.operations, other).lockedStart;
    for (const lag of [...item(m.before, i), ...item(m.backInto, i)]) {
      if (lag.max === null || !this.done(lag.other)) continue;
      const late = best.at - (cell(this.end, lag.other) + lag.max);
      if (late <= 0) continue;
      const before = idOf(lag.other);
      const clash: Cause = { code: 'window missed', operation, before, most: lag.max, late };
      return op.lockedStart !== null || pinOf(lag.other) !== null
        ? { never: clash }
        : { push: lag.other, by: late, clash };
    }
    for (const lag of item(m.backOutOf, i)) {
      if (!this.done(lag.other)) continue;
      const [start, from] = [cell(this.start, lag.other), allowedFrom(lag, best.end)];
      const clash: Cause = { code: 'overlap missed', operation, before: idOf(lag.other), most: -lag.min };
      // Work that came first begins later, so that this one ends in time.
      if (from > start)
        return pinOf(lag.other) !== null ? { never: clash } : { push: lag.other, by: from - start, clash };
      if (lag.max !== null && best.end + lag.max < start)
        return { push: i, by: start - lag.max - best.end, clash };
    }
    for (const lag of item(m.after, i)) {
      if (!this.done(lag.other)) continue;
      const start = cell(this.start, lag.other);
      const next = idOf(lag.other);
      if (allowedFrom(lag, best.end) > start)
        return { never: { code: 'next is pinned', operation, next, least: lag.min, minute: start } };
      if (lag.max !== null && best.end + lag.max < start) {
        const clash: Cause = { code: 'next is pinned too late', operation, next, most: lag.max };
        return { push: i, by: start - lag.max - best.end, clash };
      }
    }
    return best;
  }

  /** Minutes that an operation may end later, so that nobody else is fetched or sent elsewhere for it. */
  private costs(i: number, { at: start, worker }: Placed): number {
    const { sparing, m } = this;
    if (!sparing || start >= NEVER) return 0;
    const own = item(this.workers, worker);
    const k = lastAt(own, start);
    const [before, after] = [own[k], own[k + 1]];
    const day = dayOf(m.midnight, start);
    const on = (b: Busy | undefined): boolean =>
      b !== undefined && dayOf(m.midnight, b.from) <= day && day <= dayOf(m.midnight, b.to - 1);
    const near = [before, after].filter((b) => b && on(b));
    const isThere = near.some((b) => b && m.travel(b.op, i) === 0);
    return (
      (near.length ? 0 : sparing.coming) +
      (isThere ? 0 : sparing.drive) +
      (this.by.has(i) ? sparing.other : 0)
    );
  }

  /** The earliest start, after the one it has, with which operation i ends so much later: what waits for it pushes it no further. */
  endingLater(i: number, by: number): number {
    const { m } = this;
    const [start, end] = [cell(this.start, i), cell(this.end, i)];
    const op = m.operations[i];
    const open = m.hours[cell(this.worker, i)]?.[at(m.within, i)] ?? [];
    if (!op?.pausable) return start + by;
    const work = open.reduce((sum, [a, b]) => sum + Math.max(0, Math.min(b, end) - Math.max(a, start)), 0);
    return Math.max(start + 1, startToEndAt(open, end + by, work, true) ?? start + by);
  }

  /** Takes people and place for operation i. Its racks are taken by `occupy`. */
  put(i: number, placed: Placed): void {
    const s = at(this.m.station, i);
    this.start[i] = placed.at;
    this.end[i] = placed.end;
    this.worker[i] = placed.worker;
    const busy = { from: placed.at, to: placed.end, op: i };
    const into = (spans: Busy[] | undefined) => spans?.splice(lastAt(spans, busy.from) + 1, 0, busy);
    into(this.workers[placed.worker]);
    if (s < 0) return;
    into(this.stations[s]);
    const there = item(this.stations, s);
    const next = this.m.single[s] ? there[there.indexOf(busy) + 1] : undefined;
    if (!next) return;
    // What is on the station after it changes over from it now.
    next.to = this.end[next.op] = this.endBehind(s, i, next) ?? next.to;
  }

  /** Whether the racks have room for operation i, which is placed. */
  hasRoom(i: number): boolean {
    const at = cell(this.start, i);
    return this.rackRoom(i, at, cell(this.end, i)) === at;
  }

  /** Lays the pieces of operation i, which is placed, on its racks. */
  occupy(i: number): void {
    for (const k of item(this.m.holdsOf, i)) {
      const h = this.m.holds[k];
      if (h?.from === i) this.racks[h.rack]?.push(k);
    }
  }
}

/** Minutes that an operation may end later, so that nobody else is fetched for it that day, nobody drives for it, or who is named does it. */
interface Sparing {
  coming: number;
  drive: number;
  other: number;
}

/** What a construction keeps to beside the rules. */
interface Wishes {
  /** what people are spared; nothing where nothing is said: whoever ends it soonest does it */
  sparing?: Sparing | undefined;
  /** how often a window may push its opener later; 300 where nothing is said */
  pushes?: number;
  /** minutes before which an operation is not begun; from the start where nothing is said */
  later?: ReadonlyMap<number, number>;
  /** asked with every operation; true gives the construction up */
  stop?: () => boolean;
  /** whether what must follow within a window is placed before all that need not */
  windowsFirst?: boolean;
  /** who does an operation where others would not end it sooner */
  by?: ReadonlyMap<number, number>;
}

/**
 * Builds one schedule. What is pinned takes its people and place before anything else is placed.
 * @param m the compiled problem
 * @param urgency higher is placed sooner, one value per operation
 * @returns a right schedule, or the clash that stopped the last attempt
 */
export function construct(m: Model, urgency: Float64Array, wishes: Wishes = {}): Schedule | Clash {
  const first = attempts(m, urgency, wishes, 'in turn');
  const held = m.operations.some(
    (o, i) => o.lockedStart !== null && m.before[i]?.length && m.holdsOf[i]?.length,
  );
  return 'clash' in first && held ? attempts(m, urgency, wishes, 'at once') : first;
}

/** @param pins when pinned work takes its slots of the rack: when its turn comes, or before all that is not pinned */
function attempts(
  m: Model,
  urgency: Float64Array,
  {
    pushes = 300,
    later = new Map(),
    by = new Map(),
    stop = () => false,
    windowsFirst = false,
    sparing,
  }: Wishes,
  pins: 'in turn' | 'at once',
): Schedule | Clash {
  const n = m.operations.length;
  const release = new Int32Array(n);
  for (const [i, at] of later) release[i] = at;
  const pinOf = (i: number): number | null => m.operations[i]?.lockedStart ?? null;
  const all = Array.from({ length: n }, (_, i) => i);
  // What only one person can do comes before what any of several can.
  const pinned = all
    .filter((i) => pinOf(i) !== null)
    .sort((a, b) => {
      const [oneA, oneB] = [m.able[a]?.length === 1, m.able[b]?.length === 1];
      return oneA !== oneB ? (oneA ? -1 : 1) : (pinOf(a) ?? 0) - (pinOf(b) ?? 0);
    });
  const ranked = all.sort((a, b) => (urgency[b] ?? 0) - (urgency[a] ?? 0));
  const rank = new Int32Array(n);
  for (const [k, i] of ranked.entries()) rank[i] = k;
  let clash: Cause[] = [];
  attempt: for (let pushed = 0; pushed < pushes; pushed++) {
    const c = new Construction(m, release, by, sparing ?? null);
    const turn = new Turn(m, ranked, rank, windowsFirst);
    const never = (why: Cause, late: number): Clash => ({
      clash: pushed > 0 ? [...clash, why] : [why],
      late,
    });
    const idOf = (i: number): string => item(m.operations, i).id;
    const noRoom = (i: number): Cause => ({ code: 'no room on the rack', operation: idOf(i) });
    for (const i of pinned) {
      const known = c.place(i, 'known');
      const result = 'at' in known ? known : c.place(i, 'least');
      if ('at' in result) {
        c.put(i, result);
        if (pins === 'in turn' && m.before[i]?.length) continue;
        c.occupy(i);
        turn.isOver(i);
      } else if ('never' in result) return never(result.never, i);
      else return never('clash' in result ? result.clash : noRoom(i), i);
    }
    for (let i = turn.next(); i !== null; i = turn.next()) {
      if (stop()) return { clash: clash.length ? clash : [{ code: 'out of time' }], late: null };
      const result = c.done(i) ? null : c.place(i);
      if (result && 'never' in result) return never(result.never, i);
      if (result && 'push' in result) {
        clash = [result.clash];
        const opener = result.push;
        release[opener] = c.done(opener)
          ? Math.max(cell(release, opener), c.endingLater(opener, result.by))
          : cell(release, opener) + result.by;
        continue attempt;
      }
      // What is pinned may find the rack full, too: something may leave it yet.
      if (result ? 'wait' in result : !c.hasRoom(i)) {
        clash = [noRoom(i)];
        turn.waits(i);
        continue;
      }
      if (result && 'at' in result) c.put(i, result);
      c.occupy(i);
      turn.isOver(i);
    }
    if (!turn.isEmpty) return { clash, late: null };
    const misfit = c.misfit();
    if (misfit !== null)
      return never(
        { code: 'no time to change over', operation: idOf(misfit), minute: pinOf(misfit) ?? 0 },
        misfit,
      );
    return { start: c.start, end: c.end, worker: c.worker };
  }
  return { clash, late: null };
}
