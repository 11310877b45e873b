/** Arithmetic on open hours: sorted, disjoint, half-open intervals of whole minutes. */
import type { Interval } from './problem';

/** The minutes that are open in both. */
export function intersect(a: readonly Interval[], b: readonly Interval[]): Interval[] {
  const out: Interval[] = [];
  for (let i = 0, j = 0; i < a.length && j < b.length;) {
    const [x, y] = [a[i], b[j]];
    if (!x || !y) break;
    const from = Math.max(x[0], y[0]);
    const to = Math.min(x[1], y[1]);
    if (from < to) out.push([from, to]);
    if (x[1] < y[1]) i++;
    else j++;
  }
  return out;
}

/** The minutes that are open in any of them. */
export function unite(calendars: readonly (readonly Interval[])[]): Interval[] {
  const all = calendars.flat().sort((a, b) => a[0] - b[0]);
  const out: Interval[] = [];
  for (const [from, to] of all) {
    const last = out.at(-1);
    if (last && from <= last[1]) last[1] = Math.max(last[1], to);
    else out.push([from, to]);
  }
  return out;
}

/** Index of the first interval that closes after `t`; the length when there is none. */
export function firstOpen(open: readonly Interval[], t: number): number {
  let [low, high] = [0, open.length];
  while (low < high) {
    const mid = (low + high) >> 1;
    if ((open[mid]?.[1] ?? 0) > t) high = mid;
    else low = mid + 1;
  }
  return low;
}

/**
 * Earliest run of work in open hours.
 * @param open the hours
 * @param from not before this minute
 * @param minutes open minutes of work
 * @param pausable whether it may stop at closing time and go on at the next opening
 * @returns start and end, or null when it fits nowhere; work of no minutes starts and ends at one moment
 */
export function earliestRun(
  open: readonly Interval[],
  from: number,
  minutes: number,
  pausable: boolean,
): Interval | null {
  const first = firstOpen(open, from);
  // Work of no minutes may be done at a closing minute.
  if (minutes === 0 && open[first - 1]?.[1] === from) return [from, from];
  for (let i = first; i < open.length; i++) {
    const hours = open[i];
    if (!hours) return null;
    const start = Math.max(from, hours[0]);
    if (start + minutes <= hours[1]) return [start, start + minutes];
    if (!pausable) continue;
    let left = minutes - (hours[1] - start);
    for (let k = i + 1; k < open.length; k++) {
      const next = open[k];
      if (!next) return null;
      if (left <= next[1] - next[0]) return [start, next[0] + left];
      left -= next[1] - next[0];
    }
    return null;
  }
  return null;
}

/** The minutes of a horizon that are not in `closed`, which is sorted and disjoint. */
export function complement(closed: readonly Interval[], horizon: number): Interval[] {
  const out: Interval[] = [];
  let from = 0;
  for (const [a, b] of closed) {
    if (from < a) out.push([from, a]);
    from = Math.max(from, b);
  }
  if (from < horizon) out.push([from, horizon]);
  return out;
}

/** Open minutes of work walked back from a moment: the latest start from which `minutes` are done by `end`. */
export function latestStart(
  open: readonly (readonly [number, number])[],
  end: number,
  minutes: number,
  pausable: boolean,
): number | null {
  let left = minutes;
  for (let k = open.length - 1; k >= 0; k--) {
    const span = open[k];
    if (!span || span[0] >= end) continue;
    const to = Math.min(span[1], end);
    if (to - span[0] >= left) return to - left;
    if (pausable) left -= to - span[0];
  }
  return null;
}

/**
 * The earliest start for which work ends no sooner than a moment: how far an operation is pushed when what follows it
 * must begin within a window.
 */
export function startToEndAt(
  open: readonly (readonly [number, number])[],
  end: number,
  minutes: number,
  pausable: boolean,
): number | null {
  // Work never ends in closed hours: the end is the first open minute's end from there on.
  const span = open.find(([, b]) => b >= end);
  if (!span) return null;
  const target = span[0] < end ? end : span[0] + 1;
  if (!pausable) return Math.max(span[0], target - minutes);
  const start = latestStart(open, target, minutes, pausable);
  return start === null ? (open[0]?.[0] ?? null) : start;
}
