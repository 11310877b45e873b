/**
 * From when a partial plan leaves something free: links, places and racks, read alike by constructions, the exact search and the replay.
 * The auditor has its own reading.
 */
import { allowedFrom, type Lag } from './lag';

/** Later than anything: no horizon reaches it. */
export const NEVER = 1 << 28;

/**
 * From when links into an operation allow it.
 * @param endOf when the operation before ends; null where that is not known yet, and asks nothing
 * @param from not before
 */
export function afterLinks(
  lags: readonly Lag[],
  endOf: (operation: number) => number | null,
  from: number,
): number {
  let least = from;
  for (const lag of lags) {
    const end = endOf(lag.other);
    if (end !== null) least = Math.max(least, allowedFrom(lag, end));
  }
  return least;
}

/** When the first of what follows an operation may begin: its film takes the next coat then, whatever waits longer; its end where nothing waits. */
export function firstAllowed(lags: readonly Lag[], end: number): number {
  const waits = lags.map((lag) => allowedFrom(lag, end)).filter((from) => from > end);
  return waits.length ? Math.min(...waits) : end;
}

/**
 * From when a place has room, where nothing comes after what it holds now.
 * @param ends of all that was put there
 */
export function placeFrom(ends: readonly number[], capacity: number): number {
  if (ends.length < capacity) return 0;
  if (capacity === 1) return Math.max(...ends);
  return [...ends].sort((x, y) => y - x)[capacity - 1] ?? 0;
}

/** What lies on a rack from one moment, included, until another. */
export interface Stay {
  from: number;
  to: number;
  slots: number;
}

/**
 * Whether a rack has room all the time from `t` until `until`.
 * @param room slots that others may take
 * @returns `t` where it has; else the first moment at which something that is in the way leaves, NEVER where that is not known
 */
export function roomNext(stays: readonly Stay[], room: number, t: number, until: number): number {
  const inTheWay = stays.filter((s) => s.to > t && s.from < until);
  if (inTheWay.reduce((sum, s) => sum + s.slots, 0) <= room) return t;
  const there = (p: number): Stay[] => inTheWay.filter((s) => s.from <= p && p < s.to);
  for (const p of [t, ...inTheWay.map((s) => s.from).filter((from) => from > t)]) {
    const full = there(p);
    if (full.reduce((sum, s) => sum + s.slots, 0) > room) return Math.min(NEVER, ...full.map((s) => s.to));
  }
  return t;
}

/** The first moment from `t` on from which a rack has room for ever; NEVER where that is not known. */
export function roomFrom(stays: readonly Stay[], room: number, t: number): number {
  let from = t;
  for (;;) {
    const next = roomNext(stays, room, from, NEVER);
    if (next === from || next >= NEVER) return next;
    from = next;
  }
}
