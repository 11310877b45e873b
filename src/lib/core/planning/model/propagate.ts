/**
 * Propagation of windows: the earliest start and end of every operation through links and calendars, people and places
 * taken to be free. Waits that follow the air are followed.
 */
import { cell, item } from '$core/units/at';
import { earliestRun } from './calendar';
import { allowedFrom, type Model } from './model';
import { Infeasible } from './infeasible';

export interface Heads {
  start: Int32Array;
  end: Int32Array;
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

/** Rounds of pushing along links that lead back at most. */
const ROUNDS = 200;

/**
 * Earliest times of all operations.
 * @throws Infeasible where one cannot be done within the horizon or before its pin
 */
export function heads(m: Model): Heads {
  const n = m.operations.length;
  const start = new Int32Array(n);
  const end = new Int32Array(n);
  const floor = new Int32Array(n);
  const place = (i: number): void => {
    const op = m.operations[i];
    if (!op) return;
    const { id: operation, lockedStart: minute } = op;
    let from = cell(floor, i);
    for (const lag of item(m.before, i)) from = Math.max(from, allowedFrom(lag, cell(end, lag.other)));
    if (minute !== null) {
      if (from > minute) throw new Infeasible({ code: 'pinned too early', operation, minute, from });
      from = minute;
    }
    const run = earliestRun(item(m.anyHours, i), from, op.minutes, op.pausable);
    if (!run || run[1] > m.problem.horizon)
      throw new Infeasible({ code: 'chain too long', operation, horizon: m.problem.horizon });
    if (minute !== null && run[0] !== minute)
      throw new Infeasible({ code: 'pinned when closed', operation, minute });
    start[i] = run[0];
    end[i] = run[1];
  };
  // Links that lead back push what was placed before them: again until all are kept, or it is enough for a bound.
  for (let round = 0; round < ROUNDS; round++) {
    for (const i of m.order) place(i);
    let pushed = false;
    for (const [i, lags] of m.backInto.entries())
      for (const lag of lags) {
        const from = allowedFrom(lag, cell(end, lag.other));
        if (from <= cell(start, i)) continue;
        floor[i] = from;
        pushed = true;
      }
    if (!pushed) break;
  }
  return { start, end };
}

/** The latest starts of all operations, back from the horizon, pins and windows; −1 where none is in time. */
export function latestStarts(m: Model): Int32Array {
  const n = m.operations.length;
  const latest = new Int32Array(n).fill(m.problem.horizon);
  const back = (i: number): void => {
    const o = m.operations[i];
    if (!o) return;
    if (o.lockedStart !== null) {
      latest[i] = o.lockedStart;
      return;
    }
    let end = m.problem.horizon;
    for (const lag of item(m.after, i)) end = Math.min(end, cell(latest, lag.other) - lag.min);
    let start = latestStart(item(m.anyHours, i), end, o.minutes, o.pausable) ?? -1;
    for (const lag of item(m.before, i)) {
      const opener = m.operations[lag.other];
      if (lag.max === null || opener?.lockedStart == null) continue;
      const run = earliestRun(
        item(m.anyHours, lag.other),
        opener.lockedStart,
        opener.minutes,
        opener.pausable,
      );
      if (run) start = Math.min(start, run[1] + lag.max);
    }
    latest[i] = start;
  };
  for (const i of [...m.order].reverse()) back(i);
  return latest;
}

/** The earliest end of a plan, given that operation i ends no earlier than `t`: its successors run through their hours. */
export function endOfPlan(m: Model, head: Heads, i: number, t: number): number {
  let most = cell(m.finish, i) >= 0 ? t + cell(m.finish, i) : -Infinity;
  const ends = new Map([[i, t]]);
  let seen = false;
  for (const k of m.order) {
    if (k === i) seen = true;
    else if (seen) {
      let from = -1;
      for (const lag of item(m.before, k)) {
        const e = ends.get(lag.other);
        if (e !== undefined) from = Math.max(from, allowedFrom(lag, e));
      }
      if (from < 0) continue;
      const op = m.operations[k];
      const run =
        op && earliestRun(item(m.anyHours, k), Math.max(from, cell(head.start, k)), op.minutes, op.pausable);
      if (!run) return Infinity;
      ends.set(k, run[1]);
      const tail = cell(m.finish, k);
      if (tail >= 0) most = Math.max(most, run[1] + tail);
    }
  }
  return most;
}
