/** A problem compiled to indexes, with everything the construction looks up often. */
import { intersect } from './calendar';
import type { Interval, NoPlan, Operation, Problem } from './problem';

export interface Lag {
  /** index of the other operation */
  other: number;
  min: number;
  max: number | null;
}

export interface Hold {
  rack: number;
  slots: number;
  from: number;
  to: number | null;
  tail: number | null;
}

export interface Model {
  problem: Problem;
  operations: Operation[];
  /** workers able to do each operation */
  able: number[][];
  /** station index of each operation, or -1 */
  station: number[];
  /** open hours by worker and station: hours[worker][station + 1] */
  hours: Interval[][][];
  before: Lag[][];
  after: Lag[][];
  holds: Hold[];
  /** indexes of the holds that each operation opens or closes */
  holdsOf: number[][];
  /** least minutes from the start of an operation to the end of the plan, calendars left aside */
  tail: number[];
  /** operations in an order that respects the links */
  order: number[];
}

/** Minutes to change a station from one material to another. */
export function changeover(
  problem: Problem,
  station: number,
  from: string | null,
  to: string | null,
): number {
  return problem.stations[station]?.changeovers.find((c) => c.from === from && c.to === to)?.minutes ?? 0;
}

function topologicalOrder(after: Lag[][]): number[] | null {
  const waiting = after.map(() => 0);
  for (const lags of after) for (const lag of lags) waiting[lag.other] = (waiting[lag.other] ?? 0) + 1;
  const order = waiting.flatMap((n, i) => (n === 0 ? [i] : []));
  for (let k = 0; k < order.length; k++) {
    for (const lag of after[order[k] ?? -1] ?? []) {
      const left = (waiting[lag.other] ?? 0) - 1;
      waiting[lag.other] = left;
      if (left === 0) order.push(lag.other);
    }
  }
  return order.length === after.length ? order : null;
}

/**
 * Compiles a problem and looks for plain impossibilities.
 * @returns the model, or the reason why no plan can be right
 */
export function compile(problem: Problem): Model | NoPlan {
  const no = (reason: string): NoPlan => ({ infeasible: true, proven: true, reason });
  const { operations, workers, stations } = problem;
  const index = new Map(operations.map((o, i) => [o.id, i]));
  const stationIndex = new Map(stations.map((s, i) => [s.id, i]));
  const calendar = new Map(problem.calendars.map((c) => [c.id, c.open]));
  const station = operations.map((o) => (o.station === null ? -1 : (stationIndex.get(o.station) ?? -1)));
  const hours = workers.map((w) => {
    const own = calendar.get(w.calendar) ?? [];
    return [
      own,
      ...stations.map((s) => (s.calendar === null ? own : intersect(own, calendar.get(s.calendar) ?? []))),
    ];
  });
  const able = operations.map((o) => workers.flatMap((w, i) => (w.skills.includes(o.skill) ? [i] : [])));
  const before: Lag[][] = operations.map(() => []);
  const after: Lag[][] = operations.map(() => []);
  for (const l of problem.links) {
    const [from, to] = [index.get(l.from), index.get(l.to)];
    if (from === undefined || to === undefined) continue;
    if (l.maxLag !== null && l.maxLag < l.minLag) {
      return no(
        `${l.to} may start at the earliest ${l.minLag} min after ${l.from} and at the latest ${l.maxLag} min after it: the window is empty`,
      );
    }
    after[from]?.push({ other: to, min: l.minLag, max: l.maxLag });
    before[to]?.push({ other: from, min: l.minLag, max: l.maxLag });
  }
  const holds = problem.holds.map((h) => ({
    rack: problem.racks.findIndex((r) => r.id === h.rack),
    slots: h.slots,
    from: index.get(h.from) ?? -1,
    to: h.to === null ? null : (index.get(h.to) ?? -1),
    tail: h.tail,
  }));
  for (const h of problem.holds) {
    const slots = problem.racks.find((r) => r.id === h.rack)?.slots ?? 0;
    if (h.slots > slots) return no(`${h.from} needs ${h.slots} slots of ${h.rack}, which has ${slots}`);
  }
  const order = topologicalOrder(after);
  if (!order) return no('Some operations wait for each other in a circle');

  for (const [i, o] of operations.entries()) {
    if (!able[i]?.length) return no(`Nobody has the skill “${o.skill}” that ${o.id} needs`);
    const widest = Math.max(
      0,
      ...(able[i] ?? []).map((w) => {
        const spans = (hours[w]?.[(station[i] ?? -1) + 1] ?? []).map(([a, b]) => b - a);
        return o.pausable ? spans.reduce((x, y) => x + y, 0) : Math.max(0, ...spans);
      }),
    );
    if (widest < o.minutes) {
      return no(
        `${o.id} takes ${o.minutes} min ${o.pausable ? 'and all open hours together give' : 'at a stretch and the longest open stretch is'} ${widest} min`,
      );
    }
  }

  const tail = operations.map(() => 0);
  const finish = new Map(problem.finish.map((f) => [index.get(f.operation), f.tail]));
  for (const i of [...order].reverse()) {
    const ends = (after[i] ?? []).map((lag) => lag.min + (tail[lag.other] ?? 0));
    tail[i] = (operations[i]?.minutes ?? 0) + Math.max(finish.get(i) ?? 0, 0, ...ends);
  }
  const holdsOf = operations.map((_, i) => holds.flatMap((h, k) => (h.from === i || h.to === i ? [k] : [])));
  return { problem, operations, able, station, hours, before, after, holds, holdsOf, tail, order };
}
