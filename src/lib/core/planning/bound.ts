/**
 * A proven lower bound on the makespan: the longest chain of work and waits through the calendars, the work content
 * of every skill, the minutes of every station, and lots that share a rack. Each relaxes the problem, so none exceeds the
 * optimum.
 */
import { earliestRun, unite } from './calendar';
import type { Model } from './model';
import type { Interval, NoPlan } from './problem';
import { rackBound } from './rack-bound';

/** When so many minutes of work can be done at the earliest, from `from`, by any number of calendars at once. */
function workDone(calendars: readonly (readonly Interval[])[], from: number, minutes: number): number | null {
  const points = calendars
    .flat()
    .flatMap(([a, b]) => (b > from ? [[Math.max(a, from), 1] as const, [b, -1] as const] : []))
    .sort((x, y) => x[0] - y[0]);
  let [t, people, left] = [from, 0, minutes];
  for (const [at, change] of points) {
    if (people > 0 && left <= people * (at - t)) return t + Math.ceil(left / people);
    left -= people * (at - t);
    t = at;
    people += change;
  }
  return left <= 0 ? t : null;
}

/**
 * @param m the compiled problem
 * @returns a makespan that no right plan is below; or why no plan can be right
 */
export function lowerBound(m: Model): number | NoPlan {
  const n = m.operations.length;
  const head = new Array<number>(n).fill(0);
  const earliestEnd = new Array<number>(n).fill(0);
  const united = m.operations.map((_, i) =>
    unite((m.able[i] ?? []).map((w) => m.hours[w]?.[(m.station[i] ?? -1) + 1] ?? [])),
  );
  const hoursOf = (i: number): readonly Interval[] => united[i] ?? [];
  for (const i of m.order) {
    const op = m.operations[i];
    if (!op) continue;
    let from = op.lockedStart ?? 0;
    for (const lag of m.before[i] ?? []) from = Math.max(from, (earliestEnd[lag.other] ?? 0) + lag.min);
    if (op.lockedStart !== null && from > op.lockedStart) {
      return {
        infeasible: true,
        proven: true,
        reason: `${op.id} is pinned to minute ${op.lockedStart}, and what comes before it ends no earlier than minute ${from}`,
      };
    }
    const run = earliestRun(hoursOf(i), from, op.minutes, op.pausable);
    if (!run || run[1] > m.problem.horizon) {
      return {
        infeasible: true,
        proven: true,
        reason: `${op.id} cannot end before the horizon (minute ${m.problem.horizon}): the chain of work and waits before it is too long for the open hours`,
      };
    }
    head[i] = run[0];
    earliestEnd[i] = run[1];
  }
  const finish = new Map(m.problem.finish.map((f) => [f.operation, f.tail]));
  let bound = Math.max(
    ...m.operations.map((o, i) => (finish.has(o.id) ? (earliestEnd[i] ?? 0) + (finish.get(o.id) ?? 0) : 0)),
  );

  // What must still follow the end of an operation; −∞ where nothing on the way to the finish does.
  const tailAfter = m.operations.map((o) => finish.get(o.id) ?? -Infinity);
  for (const i of [...m.order].reverse()) {
    for (const lag of m.after[i] ?? []) {
      tailAfter[i] = Math.max(
        tailAfter[i] ?? -Infinity,
        lag.min + (m.operations[lag.other]?.minutes ?? 0) + (tailAfter[lag.other] ?? -Infinity),
      );
    }
  }
  /** The set must be done one after another within the hours; thresholds on heads and tails give the strongest subset. */
  const content = (set: number[], hours: readonly (readonly Interval[])[]): void => {
    for (const from of new Set(set.map((i) => head[i] ?? 0))) {
      for (const after of new Set(set.map((i) => tailAfter[i] ?? -Infinity))) {
        if (after === -Infinity) continue;
        const inside = set.filter((i) => (head[i] ?? 0) >= from && (tailAfter[i] ?? -Infinity) >= after);
        if (inside.length === 0) continue;
        const minutes = inside.reduce((sum, i) => sum + (m.operations[i]?.minutes ?? 0), 0);
        const done = workDone(hours, from, minutes);
        if (done !== null) bound = Math.max(bound, done + after);
      }
    }
  };
  for (const skill of new Set(m.operations.map((o) => o.skill))) {
    const people = m.problem.workers.flatMap((w, i) =>
      w.skills.includes(skill) ? [m.hours[i]?.[0] ?? []] : [],
    );
    const set = m.operations.flatMap((o, i) => (o.skill === skill ? [i] : []));
    content(set, people);
  }
  m.problem.stations.forEach((station, s) => {
    const set = m.operations.flatMap((_, i) => (m.station[i] === s ? [i] : []));
    if (!set.length || station.capacity !== 1) return;
    content(set, [unite(m.problem.workers.map((_, w) => m.hours[w]?.[s + 1] ?? []))]);
  });
  bound = Math.max(bound, rackBound(m, head, tailAfter, hoursOf));
  // One crew in which everybody can do everything: its whole work content.
  content(
    m.operations.map((_, i) => i),
    m.hours.map((h) => h[0] ?? []),
  );
  return bound;
}
