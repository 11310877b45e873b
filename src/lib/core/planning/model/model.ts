/** A problem compiled to indexes, with everything the search looks up often. */
import { at, cell, item } from '$core/units/at';
import { intersect, unite } from './calendar';
import type { Hold, Lag, Ready } from './lag';
import { impossibleCircle, orderOf, sureHolds, type Link } from './circles';
import { Infeasible } from './infeasible';
import type { Interval, Operation, Problem } from './problem';

export { allowedFrom, type Hold, type Lag, type Ready } from './lag';

/** Waits that depend on when the operation before ends, by “from to”; the problem's own minLag is their least. */
export type AirWaits = ReadonlyMap<string, Ready>;

/** The key of a link between two operations. @param from its id @param to its id */
export const linkKey = (from: string, to: string): string => `${from} ${to}`;

export interface Front {
  down: number;
  home: number;
  pieces: number;
}

export interface Model {
  problem: Problem;
  operations: Operation[];
  /** workers able to do each operation */
  able: number[][];
  /** station index of each operation, or -1 */
  station: number[];
  /** stations that hold one operation at a time, by index */
  single: boolean[];
  /** open hours by worker and station: hours[worker][station + 1]; behind them those of operations with hours of their own */
  hours: Interval[][][];
  /** where the hours of each operation stand among those of a worker */
  within: number[];
  /** hours in which somebody able can do each operation */
  anyHours: Interval[][];
  /** links that lead forward in `order` */
  before: Lag[][];
  after: Lag[][];
  /** links that lead back in it: into each operation, and out of each; circles whose lags add up to 0 at most have one */
  backInto: Lag[][];
  backOutOf: Lag[][];
  holds: Hold[];
  /** whether a hold surely takes its slots: it ends after it begins in every plan */
  sure: boolean[];
  /** indexes of the holds that each operation opens or closes */
  holdsOf: number[][];
  /** least minutes from the start of an operation to the end of the plan, calendars left aside */
  tail: number[];
  /** tail of the finish of each operation; -1 where the plan does not end with it */
  finish: Int32Array;
  /** operations in an order that respects the links */
  order: number[];
  /** minutes to change station s for operation j when operation i was last there: setup(s, i, j); i = -1 at first */
  setup: (station: number, last: number, next: number) => number;
  /** minutes a person needs from one operation to the next */
  travel: (last: number, next: number) => number;
  windows: boolean;
  /** what the household is without, by operations; down = -1: gone already */
  fronts: Front[];
  /** work in somebody's house, and coats whose solvent smells for so many minutes where a family lives */
  visits: { operation: number; house: number }[];
  smells: { operation: number; house: number; minutes: number }[];
  /** minutes from the start to the first midnight */
  midnight: number;
}

/** Whether somebody stands for a fact, and no one comes for it. */
export const isHelper = ({ calendar }: Problem['workers'][number]): boolean => calendar === ALWAYS;

/** Whether an operation stands for a fact: done by a helper of its own. */
export const isFact = (workers: Problem['workers'], operation: string): boolean =>
  workers.some((w) => w.id === operation);

/** Hours of those who stand for facts. */
export const ALWAYS = 'always';

const sumAndLongest = (minutes: readonly number[]): { longest: number; all: number } =>
  minutes.reduce(({ longest, all }, n) => ({ longest: Math.max(longest, n), all: all + n }), {
    longest: 0,
    all: 0,
  });

/** Minutes of the table, by the materials of two operations. */
function setups(problem: Problem): Model['setup'] {
  const tables = problem.stations.map(
    (s) => new Map(s.changeovers.map((c) => [JSON.stringify([c.from, c.to]), c.minutes])),
  );
  const names = [...new Set(problem.operations.map((o) => o.material))];
  const material = problem.operations.map((o) => names.indexOf(o.material));
  const width = names.length;
  const compiled = tables.map((table) => {
    const minutes = new Int32Array((width + 1) * width);
    [null, ...names].forEach((from, a) =>
      names.forEach((to, b) => (minutes[a * width + b] = table.get(JSON.stringify([from, to])) ?? 0)),
    );
    return minutes;
  });
  return (station, last, next) =>
    compiled[station]?.[(last < 0 ? 0 : at(material, last) + 1) * width + at(material, next)] ?? 0;
}

function travels(problem: Problem, station: readonly number[]): Model['travel'] {
  if (!problem.travel?.length) return () => 0;
  const index = (id: string | null) => problem.stations.findIndex((s) => s.id === id) + 1;
  const width = problem.stations.length + 1;
  const minutes = new Int32Array(width * width);
  for (const t of problem.travel) minutes[index(t.from) * width + index(t.to)] = t.minutes;
  return (last, next) => cell(minutes, ((station[last] ?? -1) + 1) * width + at(station, next) + 1);
}

/** What the household knows of the work, by index. */
function householdOf({ household = [] }: Problem, index: ReadonlyMap<string, number>) {
  const houses = [...new Set(household.map((h) => h.house))];
  const all = household.map((h) => ({
    ...h,
    operation: index.get(h.operation) ?? -1,
    house: houses.indexOf(h.house),
  }));
  return {
    visits: all.flatMap(({ operation, house, visit }) => (visit ? [{ operation, house }] : [])),
    smells: all.flatMap(({ operation, house, smell }) =>
      smell === null ? [] : [{ operation, house, minutes: smell }],
    ),
  } satisfies Pick<Model, 'visits' | 'smells'>;
}

/**
 * Compiles a problem and looks for plain impossibilities.
 * @param air waits that depend on when a coat is laid
 * @throws Infeasible where no plan can be right
 */
export function compile(problem: Problem, air?: AirWaits): Model {
  const { operations, workers, stations } = problem;
  const index = new Map(operations.map((o, i) => [o.id, i]));
  const stationIndex = new Map(stations.map((s, i) => [s.id, i]));
  // Hours that touch are one stretch.
  const calendar = new Map(problem.calendars.map((c) => [c.id, unite([c.open])]));
  const station = operations.map((o) => (o.station === null ? -1 : (stationIndex.get(o.station) ?? -1)));
  /** stations, each with hours that some of its operations keep besides */
  const apart = new Map<string, { station: number; calendar: string }>();
  for (const [i, o] of operations.entries())
    if (o.calendar != null)
      apart.set(JSON.stringify([station[i], o.calendar]), {
        station: at(station, i),
        calendar: o.calendar,
      });
  const places = [...apart.keys()];
  const within = operations.map((o, i) =>
    o.calendar == null
      ? at(station, i) + 1
      : stations.length + 1 + places.indexOf(JSON.stringify([station[i], o.calendar])),
  );
  const hours = workers.map((w) => {
    const own = calendar.get(w.calendar) ?? [];
    const at = [
      own,
      ...stations.map((s) => (s.calendar === null ? own : intersect(own, calendar.get(s.calendar) ?? []))),
    ];
    return [
      ...at,
      ...[...apart.values()].map((p) => intersect(item(at, p.station + 1), calendar.get(p.calendar) ?? [])),
    ];
  });
  const able = operations.map((o) => workers.flatMap((w, i) => (w.skills.includes(o.skill) ? [i] : [])));
  const known = new Map<string, Interval[]>();
  const anyHours = operations.map((_, i) => {
    const people = item(able, i);
    const key = `${people.join()} ${at(within, i)}`;
    const found = known.get(key) ?? unite(people.map((w) => hours[w]?.[at(within, i)] ?? []));
    known.set(key, found);
    return found;
  });
  const links: Link[] = [];
  for (const l of problem.links) {
    const [from, to] = [index.get(l.from), index.get(l.to)];
    if (from === undefined || to === undefined) continue;
    if (l.maxLag !== null && l.maxLag < l.minLag)
      throw new Infeasible({
        code: 'empty window',
        operation: l.to,
        before: l.from,
        least: l.minLag,
        most: l.maxLag,
      });
    const ready = air?.get(linkKey(l.from, l.to)) ?? null;
    if (from === to) {
      const own = operations[from]?.minutes ?? 0;
      if (own + l.minLag > 0) throw new Infeasible({ code: 'waits for itself', operation: l.from });
    }
    links.push({ from, to, min: l.minLag, max: l.maxLag, ready });
  }
  const minutes = operations.map((o) => o.minutes);
  const circle = impossibleCircle(minutes, links);
  if (circle)
    throw new Infeasible({ code: 'circle', operations: circle.map((i) => operations[i]?.id ?? '') });
  const { order, back } = orderOf(minutes, links);
  const lags = (of: readonly Link[], end: 'from' | 'to'): Lag[][] => {
    const out: Lag[][] = operations.map(() => []);
    for (const { from, to, min, max, ready } of of)
      out[end === 'from' ? from : to]?.push({ other: end === 'from' ? to : from, min, max, ready });
    return out;
  };
  const forward = links.filter((l) => !back.has(l));
  const [before, after] = [lags(forward, 'to'), lags(forward, 'from')];
  const [backInto, backOutOf] = [lags([...back], 'to'), lags([...back], 'from')];
  const rackIndex = new Map(problem.racks.map((r, i) => [r.id, i]));
  const holds = problem.holds.map((h) => ({
    rack: rackIndex.get(h.rack) ?? -1,
    slots: h.slots,
    from: index.get(h.from) ?? -1,
    to: h.to === null ? null : (index.get(h.to) ?? -1),
    tail: h.tail,
  }));
  const pinned = operations.map((o) => o.lockedStart);
  const sure = sureHolds(holds, minutes, order, after, pinned);
  for (const [k, h] of problem.holds.entries()) {
    const slots = problem.racks[rackIndex.get(h.rack) ?? -1]?.slots ?? 0;
    if (sure[k] && h.slots > slots)
      throw new Infeasible({
        code: 'too few slots',
        operation: h.from,
        rack: h.rack,
        needs: h.slots,
        has: slots,
      });
  }

  const stretches = new Map<string, { longest: number; all: number }>();
  /** The most minutes that a person works in some hours, with pauses or without. */
  const stretch = (worker: number, place: number, pausable: boolean): number => {
    const key = `${worker} ${place}`;
    const spans = (): number[] => (hours[worker]?.[place] ?? []).map(([a, b]) => b - a);
    const own = stretches.get(key) ?? sumAndLongest(spans());
    stretches.set(key, own);
    return pausable ? own.all : own.longest;
  };
  for (const [i, o] of operations.entries()) {
    const operation = o.id;
    if (o.lockedStart !== null && o.lockedStart + o.minutes > problem.horizon) {
      const { horizon } = problem;
      throw new Infeasible({ code: 'pinned after the end', operation, minute: o.lockedStart, horizon });
    }
    if (!able[i]?.length) throw new Infeasible({ code: 'nobody able', operation, skill: o.skill });
    const widest = Math.max(0, ...item(able, i).map((w) => stretch(w, at(within, i), o.pausable)));
    if (widest < o.minutes) {
      if (o.calendar != null && widest === 0)
        throw new Infeasible({ code: 'closed', operation, calendar: o.calendar });
      const { minutes: long, pausable } = o;
      throw new Infeasible({ code: 'too long', operation, minutes: long, pausable, open: widest });
    }
  }

  const tail = operations.map(() => 0);
  const finish = new Int32Array(operations.length).fill(-1);
  for (const f of problem.finish) {
    const i = index.get(f.operation) ?? -1;
    finish[i] = Math.max(cell(finish, i), f.tail);
  }
  for (const i of [...order].reverse()) {
    const ends = item(after, i).map((lag) => lag.min + at(tail, lag.other));
    tail[i] = (operations[i]?.minutes ?? 0) + Math.max(cell(finish, i), 0, ...ends);
  }
  const holdsOf: number[][] = operations.map(() => []);
  holds.forEach((h, k) => {
    holdsOf[h.from]?.push(k);
    if (h.to !== null && h.to !== h.from) holdsOf[h.to]?.push(k);
  });
  return {
    problem,
    operations,
    able,
    station,
    single: stations.map((s) => s.capacity === 1),
    hours,
    within,
    anyHours,
    before,
    after,
    backInto,
    backOutOf,
    holds,
    sure,
    holdsOf,
    tail,
    finish,
    order,
    setup: setups(problem),
    travel: travels(problem, station),
    windows: problem.links.some((l) => l.maxLag !== null),
    fronts: (problem.fronts ?? []).map((f) => ({
      down: f.down === null ? -1 : (index.get(f.down) ?? -1),
      home: index.get(f.home) ?? -1,
      pieces: f.pieces,
    })),
    ...householdOf(problem, index),
    midnight: problem.midnight ?? 0,
  };
}
