/**
 * Serial schedule generation with unscheduling: operations are placed one by one, the most urgent that can be placed
 * first, each at its earliest right time. One that would miss its window pushes the operation that opened the window
 * later, and the construction begins again (Neumann, Schwindt & Zimmermann, Project Scheduling with Time Windows, 2003).
 */
import { earliestRun } from './calendar';
import { allowedFrom, type Model } from './model';
import type { Schedule } from './schedule';

/** An operation that could not be placed, in words. */
export interface Clash {
  clash: string;
}

interface Busy {
  from: number;
  to: number;
  op: number;
}

type Placed = { at: number; end: number; worker: number };
type Refusal = { wait: true } | { push: number; by: number; clash: string } | { never: string };

const FOREVER = 2 ** 30;

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
    return (this.start[i] ?? -1) >= 0;
  }

  /** When the rack next has room for operation i starting at t; t itself when it has, FOREVER when that is unknown. */
  private rackRoom(i: number, t: number, end: number): number {
    let next = t;
    for (const k of this.m.holdsOf[i] ?? []) {
      const own = this.m.holds[k];
      if (!own || own.from !== i) continue;
      const ownEnd =
        own.to !== null ? (this.done(own.to) ? (this.start[own.to] ?? 0) : FOREVER) : end + (own.tail ?? 0);
      const spans: [number, number, number][] = [];
      let most = 0;
      for (const j of this.racks[own.rack] ?? []) {
        const h = this.m.holds[j];
        if (!h || h.from === i) continue;
        const closes =
          h.to === null
            ? (this.end[h.from] ?? 0) + (h.tail ?? 0)
            : h.to === i
              ? t
              : this.done(h.to)
                ? (this.start[h.to] ?? 0)
                : FOREVER;
        const opens = this.start[h.from] ?? 0;
        if (closes > t && opens < ownEnd) {
          spans.push([opens, closes, h.slots]);
          most += h.slots;
        }
      }
      const room = (this.m.problem.racks[own.rack]?.slots ?? 0) - own.slots - this.opened(i, own.rack, k);
      if (most <= room) continue;
      const points = [t, ...spans.map((s) => s[0]).filter((s) => s > t)];
      const full = points.find(
        (p) => spans.reduce((sum, [a, b, n]) => sum + (a <= p && p < b ? n : 0), 0) > room,
      );
      if (full !== undefined) {
        const frees = spans.filter(([a, b]) => a <= full && full < b).map((s) => s[1]);
        next = Math.max(next, Math.min(FOREVER, ...frees));
      }
    }
    return next;
  }

  /** Slots that operation i takes in the same rack through its other holds. */
  private opened(i: number, rack: number, but: number): number {
    return (this.m.holdsOf[i] ?? []).reduce((sum, k) => {
      const h = this.m.holds[k];
      return sum + (h && k !== but && h.from === i && h.rack === rack ? h.slots : 0);
    }, 0);
  }

  /**
   * Earliest right time for operation i by worker w, not before `from`; null when none begins before `until`. FOREVER as
   * start: no room is in sight yet.
   */
  private fit(i: number, w: number, from: number, until: number): Placed | null {
    const { m } = this;
    const op = m.operations[i];
    const s = m.station[i] ?? -1;
    const open = m.hours[w]?.[s + 1];
    if (!op || !open) return null;
    const single = s >= 0 && m.single[s] === true;
    const there = s < 0 ? [] : (this.stations[s] ?? []);
    const own = this.workers[w] ?? [];
    let t = from;
    while (t < until) {
      let setup = 0;
      let last: Busy | undefined;
      let next: Busy | undefined;
      if (s >= 0) {
        const at = lastAt(there, t);
        [last, next] = [there[at], there[at + 1]];
        if (single) {
          if (last && last.to > t) {
            t = last.to;
            continue;
          }
          setup = m.setup(s, last?.op ?? -1, i);
        }
      }
      const run = earliestRun(open, t, op.minutes + setup, op.pausable);
      if (!run) return null;
      if (run[0] !== t) {
        t = run[0];
        continue;
      }
      const end = run[1];
      const mine = lastAt(own, t);
      const [done, due] = [own[mine], own[mine + 1]];
      if (done && done.to + m.travel(done.op, i) > t) {
        t = done.to + m.travel(done.op, i);
        continue;
      }
      if (due && due.from < end + m.travel(i, due.op)) {
        t = due.to + m.travel(due.op, i);
        continue;
      }
      if (single && next) {
        if (next.from < end || m.setup(s, i, next.op) !== m.setup(s, last?.op ?? -1, next.op)) {
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
      if (room >= FOREVER) return { at: FOREVER, end: FOREVER, worker: w };
      if (room > t) {
        t = room;
        continue;
      }
      return { at: t, end, worker: w };
    }
    return null;
  }

  /** Places operation i, or says what stands against it. */
  place(i: number): Placed | Refusal {
    const { m } = this;
    const op = m.operations[i];
    if (!op) return { never: 'no such operation' };
    let from = this.release[i] ?? 0;
    if (op.lockedStart !== null) from = op.lockedStart;
    else
      for (const lag of m.before[i] ?? [])
        if (this.done(lag.other)) from = Math.max(from, allowedFrom(lag, this.end[lag.other] ?? 0));
    let best: Placed | null = null;
    for (const w of m.able[i] ?? []) {
      const found = this.fit(i, w, from, best ? best.end : FOREVER);
      if (found && (!best || found.end < best.end)) best = found;
    }
    if (!best)
      return {
        never: `${op.id} finds no open hours of its people${op.station ? ` and ${op.station}` : ''} before the horizon`,
      };
    if (op.lockedStart !== null && best.at !== op.lockedStart)
      return {
        never: `${op.id} is pinned to minute ${op.lockedStart}, and its people, place or rack are not free then`,
      };
    if (best.at >= FOREVER) return { wait: true };
    if (best.end > m.problem.horizon)
      return {
        never: `${op.id} would end at minute ${best.end}, after the horizon (${m.problem.horizon})`,
      };
    for (const lag of m.before[i] ?? []) {
      if (lag.max === null || !this.done(lag.other)) continue;
      const late = best.at - ((this.end[lag.other] ?? 0) + lag.max);
      const opener = m.operations[lag.other]?.id ?? '';
      const clash = `${op.id} must start within ${lag.max} min of the end of ${opener}, and its people, hours or rack allow it only ${late} min later`;
      if (late > 0)
        return op.lockedStart !== null || m.operations[lag.other]?.lockedStart != null
          ? { never: clash }
          : { push: lag.other, by: late, clash };
    }
    for (const lag of m.after[i] ?? []) {
      if (!this.done(lag.other)) continue;
      const start = this.start[lag.other] ?? 0;
      const next = m.operations[lag.other]?.id ?? '';
      if (allowedFrom(lag, best.end) > start)
        return {
          never: `${op.id} cannot end ${lag.min} min before ${next}, which is pinned to minute ${start}`,
        };
      if (lag.max !== null && best.end + lag.max < start) {
        return {
          push: i,
          by: start - lag.max - best.end,
          clash: `${next} is pinned more than ${lag.max} min after the end of ${op.id}`,
        };
      }
    }
    return best;
  }

  put(i: number, placed: Placed): void {
    const s = this.m.station[i] ?? -1;
    this.start[i] = placed.at;
    this.end[i] = placed.end;
    this.worker[i] = placed.worker;
    const busy = { from: placed.at, to: placed.end, op: i };
    const into = (spans: Busy[] | undefined) => spans?.splice(lastAt(spans, busy.from) + 1, 0, busy);
    into(this.workers[placed.worker]);
    if (s >= 0) into(this.stations[s]);
    for (const k of this.m.holdsOf[i] ?? []) {
      const h = this.m.holds[k];
      if (h?.from === i) this.racks[h.rack]?.push(k);
    }
  }
}

/**
 * Builds one schedule.
 * @param m the compiled problem
 * @param urgency higher is placed sooner, one value per operation
 * @param pushes how often a window may push its opener later
 * @param later minutes before which an operation is not begun; from the start where nothing is said
 * @returns a right schedule, or the clash that stopped the last attempt
 */
export function construct(
  m: Model,
  urgency: Float64Array,
  pushes = 300,
  later: ReadonlyMap<number, number> = new Map(),
): Schedule | Clash {
  const n = m.operations.length;
  const release = new Int32Array(n);
  for (const [i, at] of later) release[i] = at;
  const ranked = Array.from({ length: n }, (_, i) => i).sort((a, b) => {
    const [pinA, pinB] = [m.operations[a]?.lockedStart ?? null, m.operations[b]?.lockedStart ?? null];
    if (pinA !== null || pinB !== null) {
      // What only one person can do comes before what any of several can.
      const [oneA, oneB] = [a, b].map((i) => m.operations[i]?.lockedStart != null && m.able[i]?.length === 1);
      return oneA !== oneB ? (oneA ? -1 : 1) : (pinA ?? FOREVER) - (pinB ?? FOREVER);
    }
    return (urgency[b] ?? 0) - (urgency[a] ?? 0);
  });
  let clash = '';
  attempt: for (let pushed = 0; pushed < pushes; pushed++) {
    const c = new Construction(m, release);
    const left = new Set(ranked);
    /** those that found no room on the rack; asked again when something leaves it */
    const waiting = new Set<number>();
    while (left.size > 0) {
      let moved = false;
      for (const i of left) {
        const pinned = m.operations[i]?.lockedStart != null;
        if (waiting.has(i)) continue;
        if (!pinned && (m.before[i] ?? []).some((lag) => !c.done(lag.other))) continue;
        const result = c.place(i);
        if ('wait' in result) {
          clash = `${m.operations[i]?.id ?? ''} finds no room on the rack`;
          waiting.add(i);
          continue;
        }
        if ('never' in result)
          return { clash: pushed > 0 ? `${clash}; moved later, ${result.never}` : result.never };
        if ('push' in result) {
          clash = result.clash;
          const opener = result.push;
          const at = c.done(opener) ? (c.start[opener] ?? 0) : (release[opener] ?? 0);
          release[opener] = Math.max(release[opener] ?? 0, at + result.by);
          continue attempt;
        }
        c.put(i, result);
        left.delete(i);
        if (waiting.size && (m.holdsOf[i] ?? []).some((k) => m.holds[k]?.to === i)) waiting.clear();
        moved = true;
        break;
      }
      if (!moved) return { clash };
    }
    return { start: c.start, end: c.end, worker: c.worker };
  }
  return { clash };
}
