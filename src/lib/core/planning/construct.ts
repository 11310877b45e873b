/**
 * Serial schedule generation with unscheduling: operations are placed one by one, the most urgent that can be placed
 * first, each at its earliest right time. One that would miss its window pushes the operation that opened the window
 * later, and the construction begins again (Neumann, Schwindt & Zimmermann, Project Scheduling with Time Windows, 2003).
 */
import { earliestRun } from './calendar';
import { changeover, type Model } from './model';

export interface Schedule {
  start: Int32Array;
  end: Int32Array;
  worker: Int32Array;
  makespan: number;
}

/** An operation that could not be placed, in words. */
export interface Clash {
  clash: string;
}

interface Busy {
  from: number;
  to: number;
  material: string | null;
}

type Placed = { at: number; end: number; worker: number };
type Refusal = { wait: true } | { push: number; by: number; clash: string } | { never: string };

const FOREVER = 2 ** 30;

class Construction {
  readonly start: Int32Array;
  readonly end: Int32Array;
  readonly worker: Int32Array;
  private readonly workers: Busy[][];
  private readonly stations: Busy[][];

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
      for (const h of this.m.holds) {
        if (h.rack !== own.rack || h.from === i || !this.done(h.from)) continue;
        const closes =
          h.to === null
            ? (this.end[h.from] ?? 0) + (h.tail ?? 0)
            : h.to === i
              ? t
              : this.done(h.to)
                ? (this.start[h.to] ?? 0)
                : FOREVER;
        if (closes > t && (this.start[h.from] ?? 0) < ownEnd)
          spans.push([this.start[h.from] ?? 0, closes, h.slots]);
      }
      const room = (this.m.problem.racks[own.rack]?.slots ?? 0) - own.slots - this.opened(i, own.rack, k);
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

  /** Earliest right time for operation i by worker w, not before `from`. FOREVER as start: no room is in sight yet. */
  private fit(i: number, w: number, from: number): Placed | null {
    const op = this.m.operations[i];
    const s = this.m.station[i] ?? -1;
    const open = this.m.hours[w]?.[s + 1];
    if (!op || !open) return null;
    const capacity = this.m.problem.stations[s]?.capacity ?? 1;
    const there = s < 0 ? [] : (this.stations[s] ?? []);
    let t = from;
    for (;;) {
      const first = earliestRun(open, t, 0, true);
      if (!first) return null;
      t = first[0];
      let last: Busy | undefined;
      let next: Busy | undefined;
      for (const b of there) {
        if (b.from <= t && (!last || b.from >= last.from)) last = b;
        if (b.from > t && (!next || b.from < next.from)) next = b;
      }
      const setup = s < 0 ? 0 : changeover(this.m.problem, s, last?.material ?? null, op.material);
      const run = earliestRun(open, t, op.minutes + setup, op.pausable);
      if (!run) return null;
      if (run[0] !== t) {
        t = run[0];
        continue;
      }
      const end = run[1];
      const clash = (this.workers[w] ?? []).find((b) => b.from < end && b.to > t);
      if (clash) {
        t = clash.to;
        continue;
      }
      if (s >= 0) {
        const overlapping = there.filter((b) => b.from < end && b.to > t);
        if (overlapping.length >= capacity) {
          t = Math.min(...overlapping.map((b) => b.to));
          continue;
        }
        const due = (material: string | null) =>
          changeover(this.m.problem, s, material, next?.material ?? null);
        if (next && due(op.material) !== due(last?.material ?? null)) {
          t = next.to;
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
  }

  /** Places operation i, or says what stands against it. */
  place(i: number): Placed | Refusal {
    const op = this.m.operations[i];
    if (!op) return { never: 'no such operation' };
    let from = this.release[i] ?? 0;
    if (op.lockedStart !== null) from = op.lockedStart;
    else
      for (const lag of this.m.before[i] ?? [])
        if (this.done(lag.other)) from = Math.max(from, (this.end[lag.other] ?? 0) + lag.min);
    let best: Placed | null = null;
    for (const w of this.m.able[i] ?? []) {
      const found = this.fit(i, w, from);
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
    if (best.end > this.m.problem.horizon)
      return {
        never: `${op.id} would end at minute ${best.end}, after the horizon (${this.m.problem.horizon})`,
      };
    for (const lag of this.m.before[i] ?? []) {
      if (lag.max === null || !this.done(lag.other)) continue;
      const late = best.at - ((this.end[lag.other] ?? 0) + lag.max);
      const opener = this.m.operations[lag.other]?.id ?? '';
      const clash = `${op.id} must start within ${lag.max} min of the end of ${opener}, and its people, hours or rack allow it only ${late} min later`;
      if (late > 0)
        return op.lockedStart !== null || this.m.operations[lag.other]?.lockedStart != null
          ? { never: clash }
          : { push: lag.other, by: late, clash };
    }
    for (const lag of this.m.after[i] ?? []) {
      if (!this.done(lag.other)) continue;
      const start = this.start[lag.other] ?? 0;
      const next = this.m.operations[lag.other]?.id ?? '';
      if (best.end + lag.min > start)
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
    const op = this.m.operations[i];
    const s = this.m.station[i] ?? -1;
    this.start[i] = placed.at;
    this.end[i] = placed.end;
    this.worker[i] = placed.worker;
    const busy = { from: placed.at, to: placed.end, material: op?.material ?? null };
    this.workers[placed.worker]?.push(busy);
    if (s >= 0) this.stations[s]?.push(busy);
  }
}

const MAX_PUSHES = 300;

/**
 * Builds one schedule.
 * @param m the compiled problem
 * @param urgency higher is placed sooner, one value per operation
 * @returns a right schedule, or the clash that stopped the last attempt
 */
export function construct(m: Model, urgency: Float64Array): Schedule | Clash {
  const n = m.operations.length;
  const release = new Int32Array(n);
  const ranked = Array.from({ length: n }, (_, i) => i).sort((a, b) => {
    const [pinA, pinB] = [m.operations[a]?.lockedStart ?? null, m.operations[b]?.lockedStart ?? null];
    if (pinA !== null || pinB !== null) return (pinA ?? FOREVER) - (pinB ?? FOREVER);
    return (urgency[b] ?? 0) - (urgency[a] ?? 0);
  });
  let clash = '';
  attempt: for (let pushes = 0; pushes < MAX_PUSHES; pushes++) {
    const c = new Construction(m, release);
    const left = new Set(ranked);
    while (left.size > 0) {
      let moved = false;
      for (const i of left) {
        const pinned = m.operations[i]?.lockedStart != null;
        if (!pinned && (m.before[i] ?? []).some((lag) => !c.done(lag.other))) continue;
        const result = c.place(i);
        if ('wait' in result) {
          clash = `${m.operations[i]?.id ?? ''} finds no room on the rack`;
          continue;
        }
        if ('never' in result)
          return { clash: pushes > 0 ? `${clash}; moved later, ${result.never}` : result.never };
        if ('push' in result) {
          clash = result.clash;
          const opener = result.push;
          const at = c.done(opener) ? (c.start[opener] ?? 0) : (release[opener] ?? 0);
          release[opener] = Math.max(release[opener] ?? 0, at + result.by);
          continue attempt;
        }
        c.put(i, result);
        left.delete(i);
        moved = true;
        break;
      }
      if (!moved) return { clash };
    }
    return { start: c.start, end: c.end, worker: c.worker, makespan: makespan(m, c.end) };
  }
  return { clash };
}

function makespan(m: Model, end: Int32Array): number {
  return Math.max(
    ...m.problem.finish.map((f) => (end[m.operations.findIndex((o) => o.id === f.operation)] ?? 0) + f.tail),
  );
}
