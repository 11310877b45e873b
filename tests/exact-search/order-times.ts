/**
 * The earliest times of operations in an order of their starts, each with its person. Every rule reads "not before …" there; a window
 * pushes the operation that opened it, and one pass, repeated until nothing moves, gives the least fixed point (Franck, Neumann &
 * Schwindt, OR Spektrum 23, 2001).
 */
import { at, cell, item } from '$core/units/at';
import { earliestRun } from '$core/planning/model/calendar';
import { afterLinks, NEVER, placeFrom, roomFrom, type Stay } from '$core/planning/model/earliest';
import { allowedFrom, type Hold, type Lag, type Model } from '$core/planning/model/model';
import { startToEndAt } from '$core/planning/model/calendar';

export class OrderTimes {
  /** operations in the order of their starts, and where each stands; −1: not yet */
  readonly seq: Int32Array;
  readonly position: Int32Array;
  readonly who: Int32Array;
  readonly start: Int32Array;
  readonly end: Int32Array;
  /** before which none is begun: the earliest starts, and what windows push */
  readonly release: Int32Array;
  /** open minutes of each, its changeover among them */
  private readonly due: Int32Array;
  /** all links into each operation, whichever way they lead */
  private readonly into: Lag[][];
  /** whether it lays something on a rack */
  readonly opens: boolean[];
  /** operations that something placed after them may push later */
  readonly pushed: boolean[];
  /** a beginning was given up, or put off, that might be right */
  doubtful = false;

  constructor(
    private readonly m: Model,
    earliest?: Int32Array,
  ) {
    const n = m.operations.length;
    const list = (): Int32Array => new Int32Array(n);
    [this.seq, this.who, this.start, this.end, this.due] = [list(), list(), list(), list(), list()];
    this.position = list().fill(-1);
    this.release = earliest?.slice() ?? list();
    this.into = m.operations.map((_, i) => [...item(m.before, i), ...item(m.backInto, i)]);
    this.opens = m.operations.map((_, i) => item(m.holdsOf, i).some((k) => m.holds[k]?.from === i));
    this.pushed = m.operations.map(
      (_, i) => item(m.after, i).some((g) => g.max !== null) || item(this.into, i).some((g) => g.min < 0),
    );
  }

  isPlaced(i: number): boolean {
    return cell(this.position, i) >= 0;
  }

  /** Puts operation i at position p, done by w; its time is not known yet. */
  put(i: number, p: number, w: number): void {
    this.seq[p] = i;
    this.who[i] = w;
    this.position[i] = p;
  }

  take(i: number): void {
    this.position[i] = -1;
  }

  /** What can be gone back to: times, and what was pushed. @returns goes back */
  keep(): () => void {
    const [start, end, release] = [this.start.slice(), this.end.slice(), this.release.slice()];
    return () => {
      this.start.set(start);
      this.end.set(end);
      this.release.set(release);
    };
  }

  /** Whether a hold that position p begins ends no later than it begins: it takes nothing. */
  private isOver({ from, to, tail }: Hold, p: number): boolean {
    const { m, position } = this;
    if (to === null) return (m.operations[from]?.minutes ?? 0) + (tail ?? 0) === 0;
    const at = cell(position, to);
    return to === from || (at >= 0 && at < p);
  }

  /** The earliest time of position p, those before it being fixed. `natural` leaves the order of starts aside. */
  timeOf(p: number, natural: boolean): boolean {
    const { m, seq, who, position, start, end, release } = this;
    const i = cell(seq, p);
    const w = cell(who, i);
    const op = m.operations[i];
    if (!op) return false;
    const s = at(m.station, i);
    let from = cell(release, i);
    if (!natural && p > 0) from = Math.max(from, cell(start, cell(seq, p - 1)));
    if (op.lockedStart !== null) from = Math.max(from, op.lockedStart);
    const endOf = (k: number): number | null => {
      const place = cell(position, k);
      return place >= 0 && place < p ? cell(end, k) : null;
    };
    from = afterLinks(item(this.into, i), endOf, from);
    let last = -1;
    const busy: number[] = [];
    for (let q = 0; q < p; q++) {
      const j = cell(seq, q);
      if (who[j] === w) from = Math.max(from, cell(end, j) + m.travel(j, i));
      if (s >= 0 && m.station[j] === s) {
        last = j;
        busy.push(cell(end, j));
      }
    }
    if (s >= 0) from = Math.max(from, placeFrom(busy, m.problem.stations[s]?.capacity ?? 1));
    if (this.opens[i]) {
      for (const k of item(m.holdsOf, i)) {
        const own = m.holds[k];
        if (!own || own.from !== i || this.isOver(own, p)) continue;
        let taken = 0;
        for (const j of item(m.holdsOf, i)) {
          const other = m.holds[j];
          if (other && other.from === i && other.rack === own.rack && !this.isOver(other, p))
            taken += other.slots;
        }
        const stays: Stay[] = [];
        // What may be over in the moment it begins is counted as if it were not.
        let unsure = op.minutes === 0 || item(m.holdsOf, i).some((j) => !m.sure[j]);
        for (const [j, h] of m.holds.entries()) {
          if (h.rack !== own.rack || h.from === i) continue;
          const q = cell(position, h.from);
          if (q < 0 || q >= p) continue;
          if (h.to === null) {
            stays.push({ from: 0, to: cell(end, h.from) + (h.tail ?? 0), slots: h.slots });
          } else {
            const r = cell(position, h.to);
            if (r < 0 || r > p) {
              stays.push({ from: 0, to: NEVER, slots: h.slots });
              unsure ||= !m.sure[j];
            }
          }
        }
        const room = (m.problem.racks[own.rack]?.slots ?? 0) - taken;
        if (unsure && stays.reduce((sum, x) => sum + x.slots, 0) > room) this.doubtful = true;
        from = roomFrom(stays, room, from);
        if (from >= NEVER) return false;
      }
    }
    const setup = s >= 0 && m.single[s] ? m.setup(s, last, i) : 0;
    const run = earliestRun(m.hours[w]?.[at(m.within, i)] ?? [], from, op.minutes + setup, op.pausable);
    if (!run || run[1] > m.problem.horizon) return false;
    if (op.lockedStart !== null && run[0] !== op.lockedStart) return false;
    start[i] = run[0];
    end[i] = run[1];
    this.due[i] = op.minutes + setup;
    return true;
  }

  /** The first window that is missed, as the operation to push and the moment its end must reach; null when all are kept. */
  private missed(depth: number): [number, number] | null {
    const { seq, position, start, end } = this;
    for (let p = 0; p <= depth; p++) {
      const i = cell(seq, p);
      for (const lag of item(this.into, i)) {
        const q = cell(position, lag.other);
        if (q < 0 || q > depth) continue;
        if (lag.max !== null && cell(start, i) > cell(end, lag.other) + lag.max)
          return [lag.other, cell(start, i) - lag.max];
        // Only a negative lag lets the later of two begin first.
        if (q > p && cell(start, i) < allowedFrom(lag, cell(end, lag.other))) {
          this.release[i] = allowedFrom(lag, cell(end, lag.other));
          return [i, -1];
        }
      }
    }
    return null;
  }

  /** Pushes what opened a missed window, and all after it, until every window is kept; false where that cannot be. */
  settle(depth: number): boolean {
    const { m, who, position, start, release } = this;
    const { horizon } = m.problem;
    for (;;) {
      const miss = this.missed(depth);
      if (miss === null) return true;
      const [i, reach] = miss;
      const op = m.operations[i];
      if (!op || op.lockedStart !== null) return false;
      if (reach >= 0) {
        const open = m.hours[cell(who, i)]?.[at(m.within, i)] ?? [];
        const later = startToEndAt(open, reach, cell(this.due, i), op.pausable);
        release[i] = Math.max(cell(start, i) + 1, later ?? horizon);
        if (cell(release, i) >= horizon) return false;
      }
      for (let p = cell(position, i); p <= depth; p++) if (!this.timeOf(p, false)) return false;
    }
  }
}
