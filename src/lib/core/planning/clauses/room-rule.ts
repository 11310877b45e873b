/**
 * No more lies on a rack, or is at a place, or needs people at one time, than there is room for: what surely lies there together
 * (time-table: Schutt, Feydt, Stuckey & Wallace, Constraints 16, 2011).
 */
import { other, type Engine, type Literals, type Propagator } from './engine';

export interface Stay {
  /** when it begins, and when it ends so many minutes after */
  from: number;
  to: number;
  tail: number;
  slots: number;
  /** whether it surely lasts; what may be over in the moment it begins takes nothing then */
  lasts: boolean;
}

interface Stretch {
  from: number;
  to: number;
  slots: number;
}

/** More than slots are ever counted, either way: a moment and a change of slots are sorted as one number. */
const HALF = 1 << 22;

export class RoomRule implements Propagator {
  readonly priority = 2;
  isQueued = false;
  private readonly steps: Float64Array;

  /** @param moments starts of what takes no time: it is in the way in the middle of what is there, and nowhere else */
  constructor(
    private readonly e: Engine,
    private readonly stays: readonly Stay[],
    private readonly slots: number,
    private readonly moments: readonly number[] = [],
  ) {
    this.steps = new Float64Array(2 * stays.length);
    for (const s of stays)
      for (const side of [s.from, other(s.from), s.to, other(s.to)]) e.listen(side, this, 0);
    for (const start of moments) for (const side of [start, other(start)]) e.listen(side, this, 0);
  }

  private until = (s: Stay): number => this.e.least(s.to) + s.tail;

  /** How much surely lies there, stretch by stretch. */
  private profile(): Stretch[] {
    const { e } = this;
    let n = 0;
    for (const s of this.stays) {
      const [from, to] = [e.most(s.from), this.until(s)];
      if (from >= to) continue;
      this.steps[n++] = from * 2 * HALF + HALF + s.slots;
      this.steps[n++] = to * 2 * HALF + HALF - s.slots;
    }
    const steps = this.steps.subarray(0, n).sort();
    const out: Stretch[] = [];
    let [taken, since] = [0, 0];
    for (const step of steps) {
      const t = Math.floor(step / (2 * HALF));
      if (t > since && taken > 0) out.push({ from: since, to: t, slots: taken });
      since = t;
      taken += step - t * 2 * HALF - HALF;
    }
    return out;
  }

  /** Stays that surely lie there all through a stretch, enough of them that no more than `room` is left. */
  private why(from: number, to: number, enough: number, but: Stay | null): Literals {
    const { e } = this;
    const there = this.stays
      .filter((s) => s !== but && e.most(s.from) <= from && this.until(s) >= to)
      .sort((a, b) => b.slots - a.slots);
    const out: Literals = [];
    let taken = 0;
    for (const s of there) {
      if (taken >= enough) break;
      taken += s.slots;
      out.push(other(s.from), -from, s.to, to - s.tail);
    }
    return out;
  }

  /** Whether all that takes no time, and whose minute is settled, has room. */
  private momentsFit(): boolean {
    const { e, slots } = this;
    for (const start of this.moments) {
      const t = e.least(start);
      if (!e.isFixed(start)) continue;
      const around = this.stays.filter((s) => e.most(s.from) < t && this.until(s) > t);
      if (around.length >= slots)
        return e.contradict([...this.why(t - 1, t + 1, slots, null), start, t, other(start), -t]);
    }
    return true;
  }

  propagate(): boolean {
    const { e, slots } = this;
    if (!this.momentsFit()) return false;
    const profile = this.profile();
    let most = 0;
    for (const x of profile) {
      if (x.slots > slots) return e.contradict(this.why(x.from, x.from + 1, slots + 1, null));
      most = Math.max(most, x.slots);
    }
    for (const s of this.stays) {
      const room = slots - s.slots;
      if (most <= room || !s.slots || (e.isFixed(s.from) && e.isFixed(s.to))) continue;
      for (const x of profile) {
        const [from, to] = [e.most(s.from), this.until(s)];
        if (x.to <= e.least(s.from)) continue;
        if (x.from >= e.most(s.to) + s.tail) break;
        const own = from <= x.from && to >= x.to ? s.slots : 0;
        if (own || x.slots <= room) continue;
        // It begins after the stretch where it surely ends after its beginning; or when it is over, where it need not last.
        if (to > x.from && e.least(s.from) < x.to) {
          const t = Math.min(x.to - 1, to - 1);
          if (
            !e.raise(s.from, s.lasts ? x.to : t + 1, [
              ...this.why(t, x.to, room + 1, s),
              s.to,
              t + 1 - s.tail,
            ])
          )
            return false;
        }
        // It ends before it where it surely begins before its end; or when it begins.
        if (e.most(s.from) < x.to && e.most(s.to) + s.tail > x.from) {
          const t = Math.max(x.from + 1, e.most(s.from) + 1);
          if (
            !e.raise(other(s.to), s.tail - (s.lasts ? x.from : t - 1), [
              ...this.why(x.from, t, room + 1, s),
              other(s.from),
              1 - t,
            ])
          )
            return false;
        }
      }
    }
    return true;
  }
}
