/**
 * A plan carried out with other work times, waits or air than were planned: everyone keeps to their order, and every
 * operation begins as soon as what it waits for allows.
 */
import { earliestRun } from '../model/calendar';
import { allowedFrom, type Model } from '../model/model';
import type { Schedule } from '../model/schedule';

/** The order of a plan, made ready for being carried out many times. */
export interface Order {
  sequence: Int32Array;
  worker: Int32Array;
  /** operations that must have ended before each: the one before it of the same person, and of the same place */
  after: Int32Array[];
  /** operations whose start frees the slots each needs */
  leave: Int32Array[];
  /** changeover minutes in each */
  setup: Int32Array;
}

/** Reads the order from a schedule: who does what after what, and what leaves the rack before what is put there. */
export function orderOf(m: Model, s: Schedule): Order {
  const n = m.operations.length;
  const sequence = Int32Array.from({ length: n }, (_, i) => i).sort(
    (a, b) => (s.start[a] ?? 0) - (s.start[b] ?? 0) || (s.end[a] ?? 0) - (s.end[b] ?? 0) || a - b,
  );
  const lastOf = new Map<number, number>();
  const lastAt = new Map<number, number>();
  const after: Int32Array[] = [];
  const setup = new Int32Array(n);
  for (const i of sequence) {
    const station = m.station[i] ?? -1;
    const before: number[] = [];
    const own = lastOf.get(s.worker[i] ?? -1);
    if (own !== undefined) before.push(own);
    if (station >= 0 && m.single[station]) {
      const there = lastAt.get(station);
      if (there !== undefined) before.push(there);
      setup[i] = m.setup(station, there ?? -1, i);
      lastAt.set(station, i);
    }
    lastOf.set(s.worker[i] ?? -1, i);
    after[i] = Int32Array.from(before);
  }
  const leave = m.operations.map((_, i) => {
    const racks = new Set(
      (m.holdsOf[i] ?? []).flatMap((k) => (m.holds[k]?.from === i ? [m.holds[k].rack] : [])),
    );
    return Int32Array.from(
      m.holds.flatMap((h) =>
        h.to !== null &&
        h.from !== i &&
        racks.has(h.rack) &&
        (s.start[h.to] ?? 0) <= (s.start[i] ?? 0) &&
        h.to !== i
          ? [h.to]
          : [],
      ),
    );
  });
  return { sequence, worker: s.worker, after, leave, setup };
}

/**
 * Carries out an order once.
 * @param minutes work of every operation this time, changeovers left out
 * @param released earliest starts that come from outside, e.g. rework; 0 where nothing is said
 * @param start filled with the starts
 * @param end filled with the ends
 * @returns how many windows were missed: those films are sanded before they go on
 */
export function execute(
  m: Model,
  order: Order,
  minutes: Float64Array,
  start: Int32Array,
  end: Int32Array,
): number {
  let missed = 0;
  for (const i of order.sequence) {
    const op = m.operations[i];
    if (!op) continue;
    // What was begun is begun; a pin is a promise that may slip.
    let from = op.lockedStart ?? 0;
    for (const lag of m.before[i] ?? []) from = Math.max(from, allowedFrom(lag, end[lag.other] ?? 0));
    for (const j of order.after[i] ?? []) from = Math.max(from, (end[j] ?? 0) + m.travel(j, i));
    for (const j of order.leave[i] ?? []) from = Math.max(from, start[j] ?? 0);
    for (const lag of m.before[i] ?? [])
      if (lag.max !== null && from > (end[lag.other] ?? 0) + lag.max) missed++;
    const open = m.hours[order.worker[i] ?? 0]?.[m.within[i] ?? 0] ?? [];
    const work = Math.max(op.minutes > 0 ? 1 : 0, Math.round(minutes[i] ?? 0)) + (order.setup[i] ?? 0);
    const run =
      earliestRun(open, from, work, op.pausable) ??
      // Longer than any stretch of a day: it goes on the next.
      earliestRun(open, from, work, true);
    // Beyond what the calendar knows it goes on day and night: late enough to count as late.
    start[i] = run?.[0] ?? Math.max(from, m.problem.horizon);
    end[i] = run?.[1] ?? (start[i] ?? 0) + work;
  }
  return missed;
}
