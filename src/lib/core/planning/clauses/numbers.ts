/** A problem as numbers within bounds, and the rules that push them. */
import { at, cell, item } from '$core/units/at';
import { allowedFrom, isHelper, type Model } from '../model/model';
import type { Interval } from '../model/problem';
import { AirRule } from './air-rule';
import { ApartRule, type Task } from './apart-rule';
import { ChangeoverRule } from './changeover-rule';
import { Engine, other, type Propagator } from './engine';
import { OpenTime } from './open-time';
import { RoomRule, type Stay } from './room-rule';
import { RunRule, type Way } from './run-rule';
import { CoverRule, DaysRule, FrontsRule, SumRule, type Cover, type Work } from './tie-rules';
import { TurnRule } from './turn-rule';

/** What is looked for, as sides of the engine; one entry an operation. */
export interface Numbers {
  start: number[];
  end: number[];
  /** the minutes of changing over to it; −1 where there are none */
  setup: number[];
  /** where several people may do it: the side that says that one of them does */
  who: { worker: number; here: number }[][];
  makespan: number;
  /** days on which people come, each by themselves, and the sum of all ends; −1 where they do not matter */
  days: number;
  ends: number;
  /** days without fronts, each piece counted by itself; −1 where nobody asks, or there are none */
  pieceDays: number;
  /** days on which somebody is in a house, and nights with solvent; −1 where nobody asks, or there are none */
  visits: number;
  nights: number;
}

/** What plans of one makespan are asked for besides. */
export interface Asked {
  /** days in the house, nights with solvent, days on which people come, and the sum of all ends */
  ties: boolean;
  /** the fewest days on which each front can be gone; null where days without fronts do not matter */
  fronts: readonly number[] | null;
}

/**
 * Declares the numbers and rules of a problem, and follows them as far as they lead.
 */
export function declare(m: Model, e: Engine, asked: Asked): Numbers {
  const n = numbersOf(m, e, asked);
  e.begin([
    ...runsOf(m, e, n),
    ...peopleOf(m, e, n),
    ...placesOf(m, e, n),
    ...racksOf(m, e, n),
    ...(asked.ties ? tiesOf(m, e, n) : []),
    ...(asked.fronts ? frontsOf(m, e, n, asked.fronts) : []),
  ]);
  return n;
}

function tiesOf(m: Model, e: Engine, n: Numbers): Propagator[] {
  const works = m.operations.map((_, i): Work => {
    const people = n.who[i]?.length ? n.who[i] : [{ worker: m.able[i]?.[0] ?? -1, here: -1 }];
    return { start: at(n.start, i), end: at(n.end, i), people };
  });
  const hours = m.problem.workers.map((w, k) => (isHelper(w) ? null : (m.hours[k]?.[0] ?? [])));
  const visits = m.visits.flatMap(({ operation, house }): Cover[] => [
    { group: house, side: at(n.start, operation), from: 0, to: 0 },
    { group: house, side: at(n.end, operation), from: -1, to: -1 },
  ]);
  const nights = m.smells.map(({ operation, house, minutes }): Cover => ({
    ...{ group: house, side: at(n.end, operation), from: 0, to: minutes - 1440 },
  }));
  return [
    new DaysRule(e, n.days, works, hours, m.midnight),
    ...(n.visits < 0 ? [] : [new CoverRule(e, n.visits, visits, m.midnight)]),
    ...(n.nights < 0 ? [] : [new CoverRule(e, n.nights, nights, m.midnight)]),
    new SumRule(e, n.ends, n.end),
  ];
}

function frontsOf(m: Model, e: Engine, n: Numbers, least: readonly number[]): Propagator[] {
  const fronts = m.fronts.map(({ down, home, pieces }, k) => ({
    ...{ down: down < 0 ? -1 : at(n.start, down), home: at(n.end, home), pieces },
    least: at(least, k),
  }));
  return fronts.length ? [new FrontsRule(e, n.pieceDays, fronts, m.midnight)] : [];
}

const indexes = <T>(list: readonly T[], wanted: (x: T, i: number) => boolean): number[] =>
  list.flatMap((x, i) => (wanted(x, i) ? [i] : []));

function numbersOf(m: Model, e: Engine, { ties, fronts }: Asked): Numbers {
  const { horizon } = m.problem;
  const start = m.operations.map((o) => e.number(o.lockedStart ?? 0, o.lockedStart ?? horizon));
  const end = m.operations.map(() => e.number(0, horizon));
  const who = m.able.map((able) =>
    able.length < 2 ? [] : able.map((worker) => ({ worker, here: e.number(0, 1) })),
  );
  for (const people of who) {
    if (!people.length) continue;
    e.clause(people.flatMap(({ here }) => [here, 1]));
    for (const [k, a] of people.entries())
      for (const b of people.slice(k + 1)) e.clause([other(a.here), 0, other(b.here), 0]);
  }
  const setup = m.operations.map((_, i) => {
    const s = at(m.station, i);
    if (s < 0 || !m.single[s]) return -1;
    const last = [-1, ...indexes(m.station, (x, j) => x === s && j !== i)];
    const minutes = last.map((j) => m.setup(s, j, i));
    return Math.max(...minutes) > 0 ? e.number(Math.min(...minutes), Math.max(...minutes)) : -1;
  });
  const makespan = e.number(0, horizon + Math.max(0, ...m.finish));
  const pieces = m.fronts.reduce((sum, f) => sum + f.pieces, 0);
  const most = Math.ceil(horizon / 1440 + 1) * m.problem.workers.length;
  return {
    ...{ start, end, setup, who, makespan },
    days: ties ? e.number(0, most) : -1,
    ends: ties ? e.number(0, horizon * m.operations.length) : -1,
    pieceDays: fronts ? e.number(0, Math.ceil(horizon / 1440 + 2) * pieces) : -1,
    visits: ties && m.visits.length ? e.number(0, 2 * m.visits.length) : -1,
    nights: ties && m.smells.length ? e.number(0, nightsAtMost(m)) : -1,
  };
}

/** Nights with solvent that no plan has more of: every coat smells in nights of its own. */
const nightsAtMost = (m: Model): number =>
  m.smells.reduce((sum, { minutes }) => sum + Math.ceil(minutes / 1440) + 1, 0);

/** Work through open hours, what follows it, and the end of the plan. */
function runsOf(m: Model, e: Engine, n: Numbers): Propagator[] {
  const rules: Propagator[] = [];
  const known = new Map<string, OpenTime>();
  const openTime = (open: readonly Interval[], pausable: boolean): OpenTime => {
    const key = `${pausable} ${open.join()}`;
    const found = known.get(key) ?? new OpenTime(open, pausable);
    known.set(key, found);
    return found;
  };
  for (const [i, o] of m.operations.entries()) {
    const people = new Map<OpenTime, number[]>();
    for (const w of item(m.able, i)) {
      const open = openTime(m.hours[w]?.[at(m.within, i)] ?? [], o.pausable);
      const here = n.who[i]?.find((p) => p.worker === w)?.here;
      people.set(open, [...(people.get(open) ?? []), ...(here === undefined ? [] : [here])]);
    }
    const ways = [...people].map(([open, list]): Way => ({ open, people: list }));
    const [start, end] = [at(n.start, i), at(n.end, i)];
    rules.push(new RunRule(e, { start, end, minutes: o.minutes, setup: at(n.setup, i), ways }));
    e.above(start, end, o.minutes);
    const tail = cell(m.finish, i);
    if (tail >= 0) e.above(end, n.makespan, tail);
    for (const lag of [...item(m.after, i), ...item(m.backOutOf, i)]) {
      const next = at(n.start, lag.other);
      e.above(end, next, lag.min);
      if (lag.max !== null) e.above(other(end), other(next), -lag.max);
      if (lag.ready) rules.push(new AirRule(e, end, next, (t) => allowedFrom(lag, t), m.problem.horizon));
    }
  }
  return rules;
}

const stay = (n: Numbers, i: number): Stay => ({
  ...{ from: at(n.start, i), to: at(n.end, i), tail: 0, slots: 1, lasts: true },
});

/** Nobody does two things at a time. */
function peopleOf(m: Model, e: Engine, n: Numbers): Propagator[] {
  const rules: Propagator[] = [];
  for (const w of m.problem.workers.keys()) {
    const mine = indexes(m.able, (able) => able.includes(w));
    if (mine.length < 2) continue;
    const tasks = mine.map((i): Task => ({
      ...{ start: at(n.start, i), end: at(n.end, i) },
      here: n.who[i]?.find((p) => p.worker === w)?.here ?? -1,
    }));
    rules.push(new ApartRule(e, tasks, (a, b) => m.travel(at(mine, a), at(mine, b))));
  }
  return rules;
}

function placesOf(m: Model, e: Engine, n: Numbers): Propagator[] {
  return m.problem.stations.flatMap((station, s): Propagator[] => {
    const there = indexes(m.station, (x) => x === s);
    if (there.length < 2 && !there.some((i) => at(n.setup, i) >= 0)) return [];
    const isMoment = (i: number): boolean => m.operations[i]?.minutes === 0;
    if (!m.single[s]) {
      const stays = there.flatMap((i) => (isMoment(i) ? [] : [stay(n, i)]));
      const moments = there.flatMap((i) => (isMoment(i) ? [at(n.start, i)] : []));
      return [new RoomRule(e, stays, station.capacity, moments)];
    }
    const tasks = there.map((i) => ({
      ...{ start: at(n.start, i), end: at(n.end, i), here: -1, setup: at(n.setup, i) },
    }));
    const apart = new ApartRule(e, tasks, () => 0);
    if (tasks.every((t) => t.setup < 0)) return [apart];
    const minutes = (last: number, next: number): number =>
      m.setup(s, last < 0 ? -1 : at(there, last), at(there, next));
    const changes = new ChangeoverRule(e, tasks, minutes);
    return [apart, changes, ...(there.some(isMoment) ? [new TurnRule(e, tasks, minutes)] : [])];
  });
}

function racksOf(m: Model, e: Engine, n: Numbers): Propagator[] {
  return m.problem.racks.flatMap((rack, r): Propagator[] => {
    const stays = m.holds.flatMap((h, k): Stay[] => {
      if (h.rack !== r) return [];
      const to = h.to === null ? at(n.end, h.from) : at(n.start, h.to);
      return [
        { from: at(n.start, h.from), to, tail: h.tail ?? 0, slots: h.slots, lasts: m.sure[k] === true },
      ];
    });
    for (const s of stays) if (s.lasts && s.tail === 0) e.above(s.from, s.to, 1);
    return stays.length ? [new RoomRule(e, stays, rack.slots)] : [];
  });
}
