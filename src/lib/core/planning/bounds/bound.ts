/**
 * A proven lower bound on the makespan: the longest chain of work and waits through the calendars, the work content
 * of every skill, the minutes of every station, and lots that share a rack. Each relaxes the problem, so none exceeds
 * the optimum.
 */
import { at, cell, item } from '$core/units/at';
import { earliestRun, unite } from '../model/calendar';
import type { Model } from '../model/model';
import type { Interval } from '../model/problem';
import { endOfPlan, type Heads } from './heads';
import { rackBound } from './rack-bound';

/** Thresholds that are looked at on each side of a work content; more are thinned out. */
const THRESHOLDS = 24;

/** When so many minutes of work can be done at the earliest, from `from`, by any number of calendars at once. */
function workDone(
  points: readonly (readonly [number, number])[],
  from: number,
  minutes: number,
): number | null {
  let [t, people, left] = [from, 0, minutes];
  for (const [at, change] of points) {
    if (at > t) {
      if (people > 0 && left <= people * (at - t)) return t + Math.ceil(left / people);
      left -= people * (at - t);
      t = at;
    }
    people += change;
  }
  return left <= 0 ? t : null;
}

const edges = (calendars: readonly (readonly Interval[])[]) =>
  calendars
    .flat()
    .flatMap(([a, b]) => [[a, 1] as const, [b, -1] as const])
    .sort((x, y) => x[0] - y[0]);

function thin(values: Iterable<number>): number[] {
  const sorted = [...new Set(values)].sort((a, b) => a - b);
  const step = Math.max(1, sorted.length / THRESHOLDS);
  return sorted.filter((_, i) => Math.floor(i / step) !== Math.floor((i - 1) / step));
}

/** Least minutes from the end of every operation to the end of the plan; −∞ where the plan does not wait for it. */
export function restAfter(m: Model): number[] {
  const rest = Array.from(m.finish, (tail) => (tail >= 0 ? tail : -Infinity));
  for (const i of [...m.order].reverse()) {
    for (const lag of item(m.after, i)) {
      rest[i] = Math.max(
        rest[i] ?? -Infinity,
        lag.min + (m.operations[lag.other]?.minutes ?? 0) + (rest[lag.other] ?? -Infinity),
      );
    }
  }
  return rest;
}

/**
 * @param m the compiled problem
 * @param head its earliest times
 * @param stop asked now and then; true leaves the bound at what is proven by then
 * @returns a makespan that no right plan is below
 */
export function lowerBound(m: Model, head: Heads, stop: () => boolean = () => false): number {
  const rest = restAfter(m);
  let bound = 0;
  m.finish.forEach((tail, i) => {
    if (tail >= 0) bound = Math.max(bound, cell(head.end, i) + tail);
  });
  /** The first moment from `t` on at which operation i can end, and the end of the plan after it. */
  const planEnd = (i: number, t: number): number => {
    const least = m.operations[i]?.minutes === 0 ? 0 : 1;
    const end = earliestRun(item(m.anyHours, i), Math.max(0, t - least), least, true)?.[1];
    return end === undefined ? Infinity : endOfPlan(m, head, i, Math.max(t, end));
  };
  /**
   * The set must be done within the hours, by as many at once as there are calendars; of every subset, cut by head and
   * by rest, one operation ends last, and the plan goes on from there.
   */
  const content = (set: readonly number[], hours: readonly (readonly Interval[])[], more = 0): void => {
    const points = edges(hours);
    const waited = set.filter((i) => (rest[i] ?? -Infinity) > -Infinity);
    const froms = thin(waited.map((i) => cell(head.start, i)));
    for (const after of thin(waited.map((i) => at(rest, i)))) {
      if (stop()) return;
      const late = waited.filter((i) => at(rest, i) >= after).sort((x, y) => at(rest, x) - at(rest, y));
      for (const from of froms) {
        const inside = late.filter((i) => cell(head.start, i) >= from);
        if (inside.length < 2 || stop()) break;
        const whole = inside.length === set.length ? more : 0;
        const minutes = inside.reduce((sum, i) => sum + (m.operations[i]?.minutes ?? 0), whole);
        const done = workDone(points, from, minutes);
        if (done === null) continue;
        let least = Infinity;
        for (const i of inside) {
          least = Math.min(least, planEnd(i, done));
          if (least <= bound) break;
          if (stop()) return;
        }
        if (Number.isFinite(least)) bound = Math.max(bound, least);
      }
    }
  };
  for (const skill of new Set(m.operations.map((o) => o.skill))) {
    const people = m.problem.workers.flatMap((w, i) =>
      w.skills.includes(skill) ? [m.hours[i]?.[0] ?? []] : [],
    );
    content(
      m.operations.flatMap((o, i) => (o.skill === skill ? [i] : [])),
      people,
    );
  }
  m.problem.stations.forEach((station, s) => {
    const set = m.operations.flatMap((_, i) => (m.station[i] === s ? [i] : []));
    if (!set.length) return;
    const people = new Set(set.flatMap((i) => item(m.able, i)));
    const hours = unite([...people].map((w) => m.hours[w]?.[s + 1] ?? []));
    content(
      set,
      Array.from({ length: station.capacity }, () => hours),
      station.capacity === 1 ? leastSetups(m, s, set) : 0,
    );
  });
  bound = Math.max(
    bound,
    rackBound(
      m,
      [...head.start],
      rest,
      (i) => item(m.anyHours, i),
      (i, t) => endOfPlan(m, head, i, t),
      stop,
    ),
  );
  content(
    m.operations.map((_, i) => i),
    m.hours.map((h) => item(h, 0)),
  );
  return bound;
}

/** Minutes of changeovers that every order of a station's operations needs: one into each material but the first. */
function leastSetups(m: Model, s: number, set: readonly number[]): number {
  const byMaterial = new Map<string | null, number>();
  for (const i of set) byMaterial.set(m.operations[i]?.material ?? null, i);
  const kinds = [...byMaterial.values()];
  const first = kinds.map((i) => m.setup(s, -1, i));
  const into = kinds.map((i) => Math.min(...kinds.flatMap((j) => (j === i ? [] : [m.setup(s, j, i)]))));
  if (kinds.length < 2) return first[0] ?? 0;
  const all = into.reduce((sum, n) => sum + n, 0);
  return Math.min(...kinds.map((_, k) => all - at(into, k) + at(first, k)));
}
