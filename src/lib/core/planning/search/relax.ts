/**
 * A lower bound from what is scarce. Only work at places that hold one operation at a time, the stays on racks, and what
 * ends the plan are kept, in one place as one worker; between them lie the waits and all other work through its hours,
 * with hands for everything at once. What is left is searched exactly (destructive bound: Klein & Scholl, Computing lower
 * bounds by destructive improvement, EJOR 112, 1999).
 */
import { earliestRun, unite } from '../model/calendar';
import { searchExactly } from './exact';
import { allowedFrom, compile, linkKey, type Lag, type Model, type Ready } from '../model/model';
import type { Interval, Problem } from '../model/problem';
import type { Heads } from '../model/propagate';

/** Operations that are searched exactly at most. */
const MOST = 48;

/** Functions that wait alike are one, so that lots that are alike are seen to be. */
class Waits {
  private readonly names = new Map<unknown, number>();
  private readonly made = new Map<string, Ready>();

  name(of: unknown): number {
    const known = this.names.get(of) ?? this.names.size;
    this.names.set(of, known);
    return known;
  }

  /** The wait of one structure, answered once for every minute. */
  once(structure: string, ready: Ready): Ready {
    const known = this.made.get(structure);
    if (known) return known;
    const asked = new Map<number, number>();
    const made: Ready = (end) => {
      const before = asked.get(end) ?? ready(end);
      asked.set(end, before);
      return before;
    };
    this.made.set(structure, made);
    return made;
  }
}

interface Path {
  to: number;
  /** least minutes, calendars left aside */
  min: number;
  max: number | null;
  ready: Ready;
}

/** What operation i leads to among the kept ones, through others alone. */
function pathsFrom(m: Model, i: number, kept: readonly boolean[], waits: Waits): Path[] {
  /** operations reached, in order, each with the lags that lead there */
  const reached = new Map<number, { lag: Lag; from: number }[]>();
  for (const k of m.order) {
    if (k === i) continue;
    const lags = (m.before[k] ?? []).flatMap((lag) =>
      lag.other === i || (reached.has(lag.other) && !kept[lag.other]) ? [{ lag, from: lag.other }] : [],
    );
    if (lags.length) reached.set(k, lags);
  }
  return [...reached.keys()].flatMap((to): Path[] => {
    if (!kept[to]) return [];
    // What lies on the way there.
    const needed = new Set([to]);
    const order = [...reached.keys()];
    for (const k of order.toReversed())
      if (needed.has(k)) for (const { from } of reached.get(k) ?? []) needed.add(from);
    const way = order.filter((k) => needed.has(k) && (k === to || !kept[k]));
    const place = new Map([i, ...way].map((k, at) => [k, at]));
    const into = (k: number) => (reached.get(k) ?? []).filter((x) => place.has(x.from));
    const structure = way
      .map((k) => {
        const op = m.operations[k];
        const own = k === to ? '' : `${op?.minutes} ${op?.pausable} ${waits.name(m.anyHours[k])}`;
        return `${own}<${into(k)
          .map((x) => `${place.get(x.from)} ${x.lag.min} ${waits.name(x.lag.ready)}`)
          .join()}`;
      })
      .join(';');
    const least = new Map([[i, 0]]);
    for (const k of way)
      least.set(
        k,
        Math.max(...into(k).map((x) => (least.get(x.from) ?? 0) + x.lag.min)) +
          (k === to ? 0 : (m.operations[k]?.minutes ?? 0)),
      );
    const ready = waits.once(structure, (end) => {
      const ends = new Map([[i, end]]);
      for (const k of way) {
        const from = Math.max(
          ...into(k).map((x) => allowedFrom({ ...x.lag, other: k }, ends.get(x.from) ?? 0)),
        );
        if (k === to) return from;
        const op = m.operations[k];
        const run = earliestRun(m.anyHours[k] ?? [], from, op?.minutes ?? 0, op?.pausable ?? true);
        if (!run) return m.problem.horizon;
        ends.set(k, run[1]);
      }
      return end;
    });
    const direct = way.length === 1 ? into(to) : [];
    const max = direct.reduce<number | null>(
      (min, { lag }) => (lag.max === null ? min : Math.min(min ?? Infinity, lag.max)),
      null,
    );
    return [{ to, min: least.get(to) ?? 0, max, ready }];
  });
}

/** A problem with less in it, and the earliest starts that the whole problem allows. */
export interface Relaxed {
  model: Model;
  release: Int32Array;
}

/**
 * @returns the scarce part of a problem, which every right plan of the whole keeps too; null where it is too large or
 * leaves nothing out
 */
export function relax(m: Model, head: Heads): Relaxed | null {
  const { problem } = m;
  const held = new Set(m.holds.flatMap((h) => [h.from, h.to ?? h.from]));
  // Where racks are, what never lies on one is left out too, but not where it could save a changeover.
  const lots = new Set([...held].map((i) => m.operations[i]?.lot));
  const kept = m.operations.map((o, i) => {
    const s = m.station[i] ?? -1;
    if (held.has(i)) return true;
    if (m.single[s]) return held.size === 0 || lots.has(o.lot) || !!problem.stations[s]?.changeovers.length;
    return held.size === 0 && (m.finish[i] ?? -1) >= 0;
  });
  const list = kept.flatMap((k, i) => (k ? [i] : []));
  if (list.length > MOST || list.length === m.operations.length) return null;
  const waits = new Waits();
  const air = new Map<string, Ready>();
  const calendars = new Map<string, Interval[]>();
  /** What is done at a place that holds one at a time is done by one worker there; all else has hands of its own. */
  const placeOf = (i: number): string => {
    const s = m.station[i] ?? -1;
    const own = s >= 0 && m.single[s] && m.operations[i]?.lockedStart === null;
    const name = own ? `at ${problem.stations[s]?.id}` : `for ${m.operations[i]?.id}`;
    const hours = m.anyHours[i] ?? [];
    const known = calendars.get(name);
    calendars.set(name, known && known !== hours ? unite([known, hours]) : hours);
    return name;
  };
  const places = new Map(list.map((i) => [i, placeOf(i)]));
  const id = (i: number): string => m.operations[i]?.id ?? '';
  const small: Problem = {
    ...problem,
    calendars: [...calendars].map(([name, open]) => ({ id: name, open })),
    workers: [...calendars.keys()].map((name) => ({ id: name, calendar: name, skills: [name] })),
    stations: problem.stations.map((s) => ({ ...s, calendar: null })),
    operations: list.flatMap((i) => {
      const op = m.operations[i];
      return op ? [{ ...op, skill: places.get(i) ?? '', calendar: null }] : [];
    }),
    links: list.flatMap((i) =>
      pathsFrom(m, i, kept, waits).map(({ to, min, max, ready }) => {
        air.set(linkKey(id(i), id(to)), ready);
        return { from: id(i), to: id(to), minLag: min, maxLag: max };
      }),
    ),
    finish: problem.finish.filter((f) => list.some((i) => id(i) === f.operation)),
    travel: undefined,
  };
  if (small.finish.length === 0) return null;
  const model = compile(small, air);
  if ('infeasible' in model) return null;
  return { model, release: Int32Array.from(list, (i) => head.start[i] ?? 0) };
}

/** Shares of what lies between the bound and the best plan, ruled out one after another. */
const SHARES = [0.25, 0.5, 0.75, 1];
/** A first share that takes more nodes than this is a sign that the rest would be in vain. */
const FIRST = 1500;

/**
 * @param best makespan of the best plan known
 * @param bound a bound that is known already
 * @param nodes of all searches together at most
 * @returns a makespan that no right plan is below; `best` where none can be better
 */
export function relaxedBound(
  m: Model,
  head: Heads,
  best: number,
  bound: number,
  nodes: number,
  stop?: () => boolean,
): number {
  const relaxed = best > bound ? relax(m, head) : null;
  if (!relaxed) return bound;
  const { model, release } = relaxed;
  let known = bound;
  let left = nodes;
  for (const share of SHARES) {
    const limit = Math.ceil(bound + share * (best - bound));
    if (limit <= known) continue;
    const budget = share === SHARES[0] ? Math.min(left, FIRST) : left;
    const found = searchExactly(model, limit, budget, stop, release);
    left -= found.nodes;
    if (!found.complete) break;
    known = Math.max(known, found.best ? found.makespan : limit);
    if (found.best) break;
  }
  return known;
}
