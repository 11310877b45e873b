/**
 * Propagation of windows: the earliest start and end of every operation through links and calendars, people and places
 * taken to be free. Waits that follow the air are followed.
 */
import { cell, item } from '$core/units/at';
import { earliestRun, latestStart } from '../model/calendar';
import { allowedFrom, type Model } from '../model/model';
import type { Cause } from '../model/cause';
import { Infeasible } from '../model/infeasible';

export interface Heads {
  start: Int32Array;
  end: Int32Array;
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
    let from = Math.max(cell(floor, i), cell(m.earliest, i));
    for (const lag of item(m.before, i)) from = Math.max(from, allowedFrom(lag, cell(end, lag.other)));
    const [latest, { horizon }] = [cell(m.latest, i), m.problem];
    const isTooLong = (): Infeasible => new Infeasible({ code: 'chain too long', operation, horizon });
    /** it would begin later than it may */
    const isTooLate = (pinned: Cause): Infeasible =>
      minute !== null
        ? new Infeasible(pinned)
        : latest < horizon
          ? new Infeasible({ code: 'begins too late', operation, latest, from })
          : isTooLong();
    if (from > latest) throw isTooLate({ code: 'pinned too early', operation, minute: latest, from });
    const run = earliestRun(item(m.anyHours, i), from, op.minutes, op.pausable);
    if (!run || run[1] > horizon) throw isTooLong();
    if (run[0] > latest) throw isTooLate({ code: 'pinned when closed', operation, minute: latest });
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
    latest[i] = Math.min(start, cell(m.latest, i));
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
