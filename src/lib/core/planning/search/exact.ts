/**
 * Exact search for small problems: depth first over the orders in which operations start, and over who does them. Once
 * the order is fixed every rule reads "not before …" — a window pushes the operation that opened it later — so that one
 * pass, repeated until nothing moves, gives the earliest times of that order (the least fixed point: Franck, Neumann &
 * Schwindt, Project scheduling with calendars, OR Spektrum 23, 2001). An order is given up as soon as no end of it can
 * be better than the best plan so far.
 */
import { earliestRun } from '../model/calendar';
import { allowedFrom, type Hold, type Model } from '../model/model';
import { startToEndAt } from '../model/propagate';
import type { Schedule } from '../model/schedule';

export interface ExactSearch {
  /** the best plan below the limit; null when none was found */
  best: Schedule | null;
  makespan: number;
  /** every order was looked at or ruled out: nothing is better, or nothing is right at all */
  complete: boolean;
  /** every order was looked at, but holds that may be over in the moment they begin were counted as if they were not */
  doubtful: boolean;
  nodes: number;
}

/** Groups of workers with the same hours and skills. */
function workerClasses(m: Model): number[] {
  const keys = new Map<string, number>();
  return m.problem.workers.map((w) => {
    const key = `${w.calendar} ${[...w.skills].sort().join()}`;
    const known = keys.get(key) ?? keys.size;
    keys.set(key, known);
    return known;
  });
}

/**
 * Lots that are alike in everything: their first starts may be taken in one order. An entry is the lot that must have
 * begun before; -1 for none.
 */
function likeBefore(m: Model, earliest: Int32Array): { lot: number[]; before: number[] } {
  const names = [...new Set(m.operations.map((o) => o.lot))];
  const lot = m.operations.map((o) => names.indexOf(o.lot));
  const members = names.map((_, l) => lot.flatMap((x, i) => (x === l ? [i] : [])));
  const place = m.operations.map((_, i) => members[lot[i] ?? -1]?.indexOf(i) ?? -1);
  const waits = new Map<unknown, number>();
  const named = (wait: unknown): number => {
    const known = waits.get(wait) ?? waits.size;
    waits.set(wait, known);
    return known;
  };
  const signature = members.map((list, l) => {
    const parts = list.map((i) => {
      const o = m.operations[i];
      const links = (m.after[i] ?? []).map((g) =>
        lot[g.other] === l ? [place[g.other], g.min, g.max, named(g.ready)] : ['out', i, g.other],
      );
      const back = (m.backInto[i]?.length ?? 0) + (m.backOutOf[i]?.length ?? 0) > 0;
      const came = back || (m.before[i] ?? []).some((g) => lot[g.other] !== l) ? `from ${i}` : '';
      const holds = (m.holdsOf[i] ?? []).map((k) => {
        const h = m.holds[k];
        if (!h) return [];
        const own = lot[h.from] === l && (h.to === null || lot[h.to] === l);
        return own
          ? [h.rack, h.slots, place[h.from], h.to === null ? null : place[h.to], h.tail]
          : ['out', k];
      });
      return [
        o?.minutes,
        o?.skill,
        o?.pausable,
        o?.station,
        o?.material,
        o?.lockedStart,
        m.within[i],
        m.finish[i],
        earliest[i],
        links,
        came,
        holds,
      ];
    });
    return JSON.stringify(parts);
  });
  return {
    lot,
    before: signature.map((s, l) => signature.lastIndexOf(s, l - 1)).map((b, l) => (l === 0 ? -1 : b)),
  };
}

/** Adds up open hours of a group of people, to tell when so much work can be done at the earliest. */
class Work {
  private readonly at: number[] = [];
  private readonly sum: number[] = [];
  private readonly rate: number[] = [];

  constructor(private readonly calendars: readonly (readonly (readonly [number, number])[])[]) {
    const points = calendars
      .flat()
      .flatMap(([a, b]) => [[a, 1] as const, [b, -1] as const])
      .sort((x, y) => x[0] - y[0]);
    let [people, done, t] = [0, 0, 0];
    for (const [at, change] of points) {
      done += people * (at - t);
      people += change;
      t = at;
      this.at.push(at);
      this.sum.push(done);
      this.rate.push(people);
    }
  }

  /** open minutes of one calendar before `t` */
  static spent(open: readonly (readonly [number, number])[], t: number): number {
    let sum = 0;
    for (const [a, b] of open) {
      if (a >= t) break;
      sum += Math.min(b, t) - a;
    }
    return sum;
  }

  /** when `minutes` are done by people who are free from the given moments; Infinity when never */
  done(free: readonly number[], minutes: number): number {
    let target = minutes;
    this.calendars.forEach((open, k) => (target += Work.spent(open, free[k] ?? 0)));
    let [low, high] = [0, this.at.length];
    while (low < high) {
      const mid = (low + high) >> 1;
      if ((this.sum[mid] ?? 0) >= target) high = mid;
      else low = mid + 1;
    }
    if (low >= this.at.length) return Infinity;
    if (low === 0) return 0;
    const people = this.rate[low - 1] ?? 0;
    return (this.at[low] ?? 0) - (people > 0 ? Math.floor(((this.sum[low] ?? 0) - target) / people) : 0);
  }
}

/**
 * @param m the model; a few dozen operations at most
 * @param limit only plans with a smaller makespan count; null: any
 * @param budget nodes at most
 * @param stop asked now and then
 * @param earliest starts before which no operation can begin, where that is known
 */
export function searchExactly(
  m: Model,
  limit: number | null,
  budget: number,
  stop: () => boolean = () => false,
  earliest?: Int32Array,
): ExactSearch {
  const n = m.operations.length;
  const horizon = m.problem.horizon;
  const seq = new Int32Array(n);
  const who = new Int32Array(n);
  const position = new Int32Array(n).fill(-1);
  const start = new Int32Array(n);
  const end = new Int32Array(n);
  /** open minutes of each, its changeover among them */
  const due = new Int32Array(n);
  const release = earliest?.slice() ?? new Int32Array(n);
  const classOf = workerClasses(m);
  const { lot, before: like } = likeBefore(m, release);
  const begun = new Int32Array(like.length);
  /** least minutes from the end of an operation to the end of the plan; null where the plan does not wait for it */
  const rest = m.operations.map((): number | null => null);
  for (const i of [...m.order].reverse()) {
    const after = (m.after[i] ?? []).flatMap((g) => {
      const r = rest[g.other] ?? null;
      return r === null ? [] : [g.min + (m.operations[g.other]?.minutes ?? 0) + r];
    });
    const own = m.finish[i] ?? -1;
    if (own >= 0) after.push(own);
    if (after.length) rest[i] = Math.max(...after);
  }
  /** all links into each operation, whichever way they lead */
  const into = m.operations.map((_, i) => [...(m.before[i] ?? []), ...(m.backInto[i] ?? [])]);
  const opens = m.operations.map((_, i) => (m.holdsOf[i] ?? []).some((k) => m.holds[k]?.from === i));
  /** operations that something placed after them may push later */
  const pushed = m.operations.map(
    (_, i) => (m.after[i] ?? []).some((g) => g.max !== null) || (into[i] ?? []).some((g) => g.min < 0),
  );
  /** people by what they can do, for the work that is left */
  const skills = [...new Set(m.operations.map((o) => o.skill))].map((skill) => {
    const people = m.problem.workers.flatMap((w, i) => (w.skills.includes(skill) ? [i] : []));
    return {
      people,
      ops: m.operations.flatMap((o, i) => (o.skill === skill ? [i] : [])),
      work: new Work(people.map((w) => m.hours[w]?.[0] ?? [])),
    };
  });
  const everybody = m.problem.workers.map((_, i) => i);
  const free = new Int32Array(m.problem.workers.length);

  let best: Schedule | null = null;
  let upper = limit ?? Infinity;
  let nodes = 0;
  let stopped = false;
  /** a beginning was given up, or put off, that might be right */
  let doubtful = false;

  /** Whether a hold that position p begins ends no later than it begins: it takes nothing. */
  const isOver = ({ from, to, tail }: Hold, p: number): boolean => {
    if (to === null) return (m.operations[from]?.minutes ?? 0) + (tail ?? 0) === 0;
    const at = position[to] ?? -1;
    return to === from || (at >= 0 && at < p);
  };

  /** The earliest time of position p, those before it being fixed. `natural` leaves the order of starts aside. */
  const timeOf = (p: number, natural: boolean): boolean => {
    const i = seq[p] ?? 0;
    const w = who[i] ?? 0;
    const op = m.operations[i];
    if (!op) return false;
    const s = m.station[i] ?? -1;
    let from = release[i] ?? 0;
    if (!natural && p > 0) from = Math.max(from, start[seq[p - 1] ?? 0] ?? 0);
    if (op.lockedStart !== null) from = Math.max(from, op.lockedStart);
    for (const lag of into[i] ?? []) {
      const at = position[lag.other] ?? -1;
      if (at >= 0 && at < p) from = Math.max(from, allowedFrom(lag, end[lag.other] ?? 0));
    }
    let last = -1;
    const busy: number[] = [];
    for (let q = 0; q < p; q++) {
      const j = seq[q] ?? 0;
      if (who[j] === w) from = Math.max(from, (end[j] ?? 0) + m.travel(j, i));
      if (s >= 0 && m.station[j] === s) {
        last = j;
        busy.push(end[j] ?? 0);
      }
    }
    if (s >= 0) {
      const capacity = m.problem.stations[s]?.capacity ?? 1;
      if (busy.length >= capacity) {
        busy.sort((x, y) => y - x);
        from = Math.max(from, busy[capacity - 1] ?? 0);
      }
    }
    if (opens[i]) {
      for (const k of m.holdsOf[i] ?? []) {
        const own = m.holds[k];
        if (!own || own.from !== i || isOver(own, p)) continue;
        let taken = 0;
        for (const j of m.holdsOf[i] ?? []) {
          const other = m.holds[j];
          if (other && other.from === i && other.rack === own.rack && !isOver(other, p)) taken += other.slots;
        }
        const leaving: [number, number][] = [];
        // What may be over in the moment it begins is counted as if it were not.
        let unsure = op.minutes === 0 || (m.holdsOf[i] ?? []).some((j) => !m.sure[j]);
        for (const [j, h] of m.holds.entries()) {
          if (h.rack !== own.rack || h.from === i) continue;
          const q = position[h.from] ?? -1;
          if (q < 0 || q >= p) continue;
          if (h.to === null) {
            leaving.push([(end[h.from] ?? 0) + (h.tail ?? 0), h.slots]);
            taken += h.slots;
          } else {
            const r = position[h.to] ?? -1;
            if (r < 0 || r > p) {
              taken += h.slots;
              unsure ||= !m.sure[j];
            }
          }
        }
        const slots = m.problem.racks[own.rack]?.slots ?? 0;
        leaving.sort((x, y) => x[0] - y[0]);
        if (unsure && taken > slots) doubtful = true;
        for (const [gone, count] of leaving) {
          if (taken <= slots) break;
          from = Math.max(from, gone);
          taken -= count;
        }
        if (taken > slots) return false;
      }
    }
    const setup = s >= 0 && m.single[s] ? m.setup(s, last, i) : 0;
    const run = earliestRun(m.hours[w]?.[m.within[i] ?? 0] ?? [], from, op.minutes + setup, op.pausable);
    if (!run || run[1] > horizon) return false;
    if (op.lockedStart !== null && run[0] !== op.lockedStart) return false;
    start[i] = run[0];
    end[i] = run[1];
    due[i] = op.minutes + setup;
    return true;
  };

  /** The first window that is missed, as the operation to push and the moment its end must reach; null when all are kept. */
  const missed = (depth: number): [number, number] | null => {
    for (let p = 0; p <= depth; p++) {
      const i = seq[p] ?? 0;
      for (const lag of into[i] ?? []) {
        const q = position[lag.other] ?? -1;
        if (q < 0 || q > depth) continue;
        if (lag.max !== null && (start[i] ?? 0) > (end[lag.other] ?? 0) + lag.max)
          return [lag.other, (start[i] ?? 0) - lag.max];
        // Only a negative lag lets the later of two begin first.
        if (q > p && (start[i] ?? 0) < allowedFrom(lag, end[lag.other] ?? 0)) {
          release[i] = allowedFrom(lag, end[lag.other] ?? 0);
          return [i, -1];
        }
      }
    }
    return null;
  };

  const settle = (depth: number): boolean => {
    for (;;) {
      const miss = missed(depth);
      if (miss === null) return true;
      const [i, reach] = miss;
      const op = m.operations[i];
      if (!op || op.lockedStart !== null) return false;
      if (reach >= 0) {
        const open = m.hours[who[i] ?? 0]?.[m.within[i] ?? 0] ?? [];
        const later = startToEndAt(open, reach, due[i] ?? 0, op.pausable);
        release[i] = Math.max((start[i] ?? 0) + 1, later ?? horizon);
        if ((release[i] ?? 0) >= horizon) return false;
      }
      for (let p = position[i] ?? 0; p <= depth; p++) if (!timeOf(p, false)) return false;
    }
  };

  const head = new Int32Array(n);
  const headEnd = new Int32Array(n);
  /** A makespan that no plan with this beginning is below. */
  const bound = (depth: number): number => {
    const now = depth < 0 ? 0 : (start[seq[depth] ?? 0] ?? 0);
    free.fill(now);
    const stationFree = new Map<number, number>();
    let most = 0;
    for (let p = 0; p <= depth; p++) {
      const i = seq[p] ?? 0;
      const e = end[i] ?? 0;
      free[who[i] ?? 0] = Math.max(free[who[i] ?? 0] ?? 0, e);
      const s = m.station[i] ?? -1;
      if (s >= 0 && m.single[s]) stationFree.set(s, Math.max(stationFree.get(s) ?? 0, e));
      if ((m.finish[i] ?? -1) >= 0) most = Math.max(most, e + (m.finish[i] ?? 0));
    }
    for (const i of m.order) {
      if ((position[i] ?? -1) >= 0) {
        headEnd[i] = end[i] ?? 0;
        continue;
      }
      const op = m.operations[i];
      if (!op) continue;
      let from = Math.max(now, release[i] ?? 0, stationFree.get(m.station[i] ?? -1) ?? 0);
      let person = Infinity;
      for (const w of m.able[i] ?? []) person = Math.min(person, free[w] ?? 0);
      from = Math.max(from, person);
      for (const lag of m.before[i] ?? []) from = Math.max(from, allowedFrom(lag, headEnd[lag.other] ?? 0));
      if (op.lockedStart !== null && from > op.lockedStart) return Infinity;
      const run = earliestRun(
        m.anyHours[i] ?? [],
        Math.max(from, op.lockedStart ?? 0),
        op.minutes,
        op.pausable,
      );
      if (!run || run[1] > horizon) return Infinity;
      head[i] = run[0];
      headEnd[i] = run[1];
      if ((m.finish[i] ?? -1) >= 0) most = Math.max(most, run[1] + (m.finish[i] ?? 0));
    }
    if (most >= upper) return most;
    const crowd = (ops: Iterable<number>, people: readonly number[], work: Work): void => {
      let [minutes, tail] = [0, Infinity];
      for (const i of ops) {
        const left = rest[i] ?? null;
        if ((position[i] ?? -1) >= 0 || left === null) continue;
        minutes += m.operations[i]?.minutes ?? 0;
        tail = Math.min(tail, left);
      }
      if (minutes > 0)
        most = Math.max(
          most,
          work.done(
            people.map((w) => free[w] ?? 0),
            minutes,
          ) + tail,
        );
    };
    for (const { people, ops, work } of skills) crowd(ops, people, work);
    if (skills.length > 1 && everyWork) crowd(m.order, everybody, everyWork);
    return most;
  };
  const everyWork = skills.length > 1 ? new Work(everybody.map((w) => m.hours[w]?.[0] ?? [])) : null;

  const extend = (depth: number): void => {
    if (depth === n) {
      const makespan = bound(n - 1);
      if (makespan < upper) {
        upper = makespan;
        best = { start: start.slice(), end: end.slice(), worker: who.slice() };
      }
      return;
    }
    const kept = [start.slice(), end.slice(), release.slice()] as const;
    const children: { i: number; w: number; at: number; bound: number }[] = [];
    const previous = depth > 0 ? (seq[depth - 1] ?? 0) : -1;
    const restore = () => {
      start.set(kept[0]);
      end.set(kept[1]);
      release.set(kept[2]);
    };
    for (let i = 0; i < n; i++) {
      if ((position[i] ?? -1) >= 0) continue;
      if ((m.before[i] ?? []).some((g) => g.min >= 0 && (position[g.other] ?? -1) < 0)) continue;
      const earlier = like[lot[i] ?? -1] ?? -1;
      if (earlier >= 0 && !begun[lot[i] ?? 0] && !begun[earlier]) continue;
      const tried = new Map<number, Set<number>>();
      for (const w of m.able[i] ?? []) {
        // People alike: only who is free first; with windows, where times may still move, one of each time.
        let ends = 0;
        for (let p = 0; p < depth; p++)
          if (who[seq[p] ?? 0] === w) ends = Math.max(ends, end[seq[p] ?? 0] ?? 0);
        const seen = tried.get(classOf[w] ?? 0) ?? new Set();
        tried.set(classOf[w] ?? 0, seen);
        if (seen.has(ends)) continue;
        if (!m.windows && !m.problem.travel && seen.size > 0 && ends > Math.min(...seen)) continue;
        seen.add(ends);
        seq[depth] = i;
        who[i] = w;
        position[i] = depth;
        let fits = true;
        if (previous >= 0 && !opens[i] && !pushed[i]) {
          // What could as well have started before the last one has been tried there.
          fits = timeOf(depth, true);
          const at = start[i] ?? 0;
          const last = start[previous] ?? 0;
          if (
            fits &&
            (at < last || (at === last && i < previous && begun[lot[i] ?? 0] && (end[previous] ?? 0) > last))
          )
            fits = false;
        }
        if (fits && timeOf(depth, false) && settle(depth)) {
          const b = bound(depth);
          if (b < upper) children.push({ i, w, at: start[i] ?? 0, bound: b });
        }
        position[i] = -1;
        restore();
      }
    }
    children.sort((x, y) => x.bound - y.bound || x.at - y.at || (m.tail[y.i] ?? 0) - (m.tail[x.i] ?? 0));
    for (const child of children) {
      if (stopped) return;
      if (child.bound >= upper) continue;
      nodes++;
      if (nodes > budget || (nodes % 256 === 0 && stop())) stopped = true;
      if (stopped) return;
      seq[depth] = child.i;
      who[child.i] = child.w;
      position[child.i] = depth;
      begun[lot[child.i] ?? 0] = (begun[lot[child.i] ?? 0] ?? 0) + 1;
      if (timeOf(depth, false) && settle(depth)) extend(depth + 1);
      begun[lot[child.i] ?? 0] = (begun[lot[child.i] ?? 0] ?? 0) - 1;
      position[child.i] = -1;
      restore();
    }
  };
  extend(0);
  return { best, makespan: upper, complete: !stopped && !doubtful, doubtful: !stopped && doubtful, nodes };
}
