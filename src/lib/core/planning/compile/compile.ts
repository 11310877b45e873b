/** Makes the model of a problem: everything the searches look up often, by index; and finds plain impossibilities. */
import { at, cell, item } from '$core/units/at';
import { impossibleCircle, orderOf, sureHolds, type Link } from '../model/circles';
import { Infeasible } from '../model/infeasible';
import { linkKey, type AirWaits, type Hold, type Lag, type Model } from '../model/model';
import type { Problem } from '../model/problem';
import { RULES } from '../rules';
import { hoursOf } from './hours';
import { mustBePossible } from './possible';

type Index = ReadonlyMap<string, number>;

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
function householdOf({ household = [], fronts = [] }: Problem, index: Index) {
  const houses = [...new Set(household.map((h) => h.house))];
  const all = household.map((h) => ({
    ...h,
    operation: index.get(h.operation) ?? -1,
    house: houses.indexOf(h.house),
  }));
  const houseOf = new Map(all.map((h) => [h.operation, h.house]));
  return {
    fronts: fronts.map((f) => {
      const home = index.get(f.home) ?? -1;
      const down = f.down === null ? -1 : (index.get(f.down) ?? -1);
      return { down, home, pieces: f.pieces, house: houseOf.get(home) ?? 0 };
    }),
    visits: all.flatMap(({ operation, house, visit }) => (visit ? [{ operation, house }] : [])),
    smells: all.flatMap(({ operation, house, smell }) =>
      smell === null ? [] : [{ operation, house, minutes: smell }],
    ),
  } satisfies Pick<Model, 'fronts' | 'visits' | 'smells'>;
}

/** The minutes between which each operation begins by all rules together. */
function beginsOf(problem: Problem, rules: typeof RULES): Pick<Model, 'earliest' | 'latest'> {
  const all = problem.operations.map((o) => rules.map((rule) => rule.begins(o, problem)));
  return {
    earliest: Int32Array.from(all, (own) => Math.max(...own.map(([earliest]) => earliest))),
    latest: Int32Array.from(all, (own) => Math.min(...own.map(([, latest]) => latest))),
  };
}

/** Links by index. @throws Infeasible where a window is empty, or an operation waits for itself */
function linksOf({ links, operations }: Problem, index: Index, air?: AirWaits): Link[] {
  return links.flatMap((l): Link[] => {
    const [from, to] = [index.get(l.from), index.get(l.to)];
    if (from === undefined || to === undefined) return [];
    const [least, most] = [l.minLag, l.maxLag];
    if (most !== null && most < least)
      throw new Infeasible({ code: 'empty window', operation: l.to, before: l.from, least, most });
    if (from === to && (operations[from]?.minutes ?? 0) + least > 0)
      throw new Infeasible({ code: 'waits for itself', operation: l.from });
    return [{ from, to, min: least, max: most, ready: air?.get(linkKey(l.from, l.to)) ?? null }];
  });
}

/** Links into and out of each operation, those that lead back apart; and the order in which all others lead forward. */
function lagsOf(problem: Problem, links: readonly Link[]) {
  const { operations } = problem;
  const minutes = operations.map((o) => o.minutes);
  const circle = impossibleCircle(minutes, links);
  if (circle) throw new Infeasible({ code: 'circle', operations: circle.map((i) => item(operations, i).id) });
  const { order, back } = orderOf(minutes, links);
  const lags = (of: readonly Link[], end: 'from' | 'to'): Lag[][] => {
    const out: Lag[][] = operations.map(() => []);
    for (const { from, to, min, max, ready } of of)
      out[end === 'from' ? from : to]?.push({ other: end === 'from' ? to : from, min, max, ready });
    return out;
  };
  const forward = links.filter((l) => !back.has(l));
  return {
    ...{ order, before: lags(forward, 'to'), after: lags(forward, 'from') },
    ...{ backInto: lags([...back], 'to'), backOutOf: lags([...back], 'from') },
  } satisfies Partial<Model>;
}

/** What lies on racks, whether it surely does, and what of it each operation opens or closes. */
function holdsOf({ holds: all, racks, operations }: Problem, index: Index, lags: ReturnType<typeof lagsOf>) {
  const rackIndex = new Map(racks.map((r, i) => [r.id, i]));
  const holds = all.map((h): Hold => ({
    rack: rackIndex.get(h.rack) ?? -1,
    slots: h.slots,
    from: index.get(h.from) ?? -1,
    to: h.to === null ? null : (index.get(h.to) ?? -1),
    tail: h.tail,
  }));
  const pinned = operations.map((o) => o.lockedStart);
  const minutes = operations.map((o) => o.minutes);
  const sure = sureHolds(holds, minutes, lags.order, lags.after, pinned);
  const by: number[][] = operations.map(() => []);
  holds.forEach((h, k) => {
    by[h.from]?.push(k);
    if (h.to !== null && h.to !== h.from) by[h.to]?.push(k);
  });
  return { holds, sure, holdsOf: by } satisfies Partial<Model>;
}

/** Least minutes from the start of each operation to the end of the plan, and from the end of what ends it. */
function tailsOf(
  { operations, finish: all }: Problem,
  index: Index,
  { order, after }: Pick<Model, 'order' | 'after'>,
) {
  const tail = operations.map(() => 0);
  const finish = new Int32Array(operations.length).fill(-1);
  for (const f of all) {
    const i = index.get(f.operation) ?? -1;
    finish[i] = Math.max(cell(finish, i), f.tail);
  }
  for (const i of [...order].reverse()) {
    const ends = item(after, i).map((lag) => lag.min + at(tail, lag.other));
    tail[i] = (operations[i]?.minutes ?? 0) + Math.max(cell(finish, i), 0, ...ends);
  }
  return { tail, finish } satisfies Partial<Model>;
}

/**
 * Compiles a problem and looks for plain impossibilities.
 * @param air waits that depend on when a coat is laid
 * @throws Infeasible where no plan can be right
 */
export function compile(problem: Problem, air?: AirWaits, rules = RULES): Model {
  const { operations, workers, stations } = problem;
  const index = new Map(operations.map((o, i) => [o.id, i]));
  const stationIndex = new Map(stations.map((s, i) => [s.id, i]));
  const station = operations.map((o) => (o.station === null ? -1 : (stationIndex.get(o.station) ?? -1)));
  const able = operations.map((o) => workers.flatMap((w, i) => (w.skills.includes(o.skill) ? [i] : [])));
  const lags = lagsOf(problem, linksOf(problem, index, air));
  const m: Model = {
    ...{ problem, operations, able, station },
    ...beginsOf(problem, rules),
    single: stations.map((s) => s.capacity === 1),
    ...hoursOf(problem, station, able),
    ...lags,
    ...holdsOf(problem, index, lags),
    ...tailsOf(problem, index, lags),
    setup: setups(problem),
    travel: travels(problem, station),
    windows: problem.links.some((l) => l.maxLag !== null),
    ...householdOf(problem, index),
    midnight: problem.midnight ?? 0,
  };
  mustBePossible(m);
  return m;
}
