/** What no plan that begins with some operations is below: the work that is left, each by itself and all of a skill together. */
import { at, cell, item } from '$core/units/at';
import { earliestRun } from '$core/planning/model/calendar';
import { allowedFrom, type Model } from '$core/planning/model/model';
import type { OrderTimes } from './order-times';
import { Work } from './work';

interface Crowd {
  people: readonly number[];
  operations: readonly number[];
  work: Work;
}

export class OrderBound {
  /** least minutes from the end of an operation to the end of the plan; null where the plan does not wait for it */
  private readonly rest: (number | null)[];
  /** people by what they can do, and all of them, for the work that is left */
  private readonly crowds: Crowd[];
  private readonly free: Int32Array;
  private readonly headEnd: Int32Array;

  constructor(
    private readonly m: Model,
    private readonly times: OrderTimes,
  ) {
    this.rest = m.operations.map((): number | null => null);
    for (const i of [...m.order].reverse()) {
      const after = item(m.after, i).flatMap((g) => {
        const r = this.rest[g.other] ?? null;
        return r === null ? [] : [g.min + (m.operations[g.other]?.minutes ?? 0) + r];
      });
      const own = cell(m.finish, i);
      if (own >= 0) after.push(own);
      if (after.length) this.rest[i] = Math.max(...after);
    }
    const crowd = (people: readonly number[], operations: readonly number[]): Crowd => ({
      ...{ people, operations, work: new Work(people.map((w) => m.hours[w]?.[0] ?? [])) },
    });
    const skills = [...new Set(m.operations.map((o) => o.skill))];
    const everybody = m.problem.workers.map((_, i) => i);
    this.crowds = [
      ...skills.map((skill) =>
        crowd(
          everybody.filter((w) => m.problem.workers[w]?.skills.includes(skill)),
          m.order.filter((i) => m.operations[i]?.skill === skill),
        ),
      ),
      ...(skills.length > 1 ? [crowd(everybody, m.order)] : []),
    ];
    this.free = new Int32Array(m.problem.workers.length);
    this.headEnd = new Int32Array(m.operations.length);
  }

  /** @param upper from which on it need not be known exactly */
  of(depth: number, upper: number): number {
    const { m, free, headEnd, rest } = this;
    const { seq, who, start, end, release } = this.times;
    const now = depth < 0 ? 0 : cell(start, cell(seq, depth));
    free.fill(now);
    const stationFree = new Map<number, number>();
    let most = 0;
    for (let p = 0; p <= depth; p++) {
      const i = cell(seq, p);
      const e = cell(end, i);
      free[cell(who, i)] = Math.max(cell(free, cell(who, i)), e);
      const s = at(m.station, i);
      if (s >= 0 && m.single[s]) stationFree.set(s, Math.max(stationFree.get(s) ?? 0, e));
      if (cell(m.finish, i) >= 0) most = Math.max(most, e + cell(m.finish, i));
    }
    for (const i of m.order) {
      if (this.times.isPlaced(i)) {
        headEnd[i] = cell(end, i);
        continue;
      }
      const op = m.operations[i];
      if (!op) continue;
      let from = Math.max(now, cell(release, i), stationFree.get(at(m.station, i)) ?? 0);
      let person = Infinity;
      for (const w of item(m.able, i)) person = Math.min(person, cell(free, w));
      from = Math.max(from, person);
      for (const lag of item(m.before, i)) from = Math.max(from, allowedFrom(lag, cell(headEnd, lag.other)));
      if (op.lockedStart !== null && from > op.lockedStart) return Infinity;
      const run = earliestRun(
        item(m.anyHours, i),
        Math.max(from, op.lockedStart ?? 0),
        op.minutes,
        op.pausable,
      );
      if (!run || run[1] > m.problem.horizon) return Infinity;
      headEnd[i] = run[1];
      if (cell(m.finish, i) >= 0) most = Math.max(most, run[1] + cell(m.finish, i));
    }
    if (most >= upper) return most;
    for (const { people, operations, work } of this.crowds) {
      let [minutes, tail] = [0, Infinity];
      for (const i of operations) {
        const left = rest[i] ?? null;
        if (this.times.isPlaced(i) || left === null) continue;
        minutes += m.operations[i]?.minutes ?? 0;
        tail = Math.min(tail, left);
      }
      if (minutes === 0) continue;
      const done = work.done(
        people.map((w) => cell(free, w)),
        minutes,
      );
      most = Math.max(most, done + tail);
    }
    return most;
  }
}
