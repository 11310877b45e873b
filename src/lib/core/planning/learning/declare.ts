/** A problem as numbers within bounds, and the rules that push them. */
import { at, cell, indexes } from '$core/units/at';
import { other, type Engine, type Propagator } from '../clauses/engine';
import type { Numbers } from '../clauses/numbers';
import { CoverRule, DaysRule, FrontsRule, SumRule, type Cover, type Work } from '../clauses/tie-rules';
import { isHelper, type Model } from '../model/model';
import { RULES } from '../rules';

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
  for (const [i, end] of n.end.entries()) {
    const tail = cell(m.finish, i);
    if (tail >= 0) e.above(end, n.makespan, tail);
  }
  e.begin([
    ...RULES.flatMap((rule) => rule.post(m, e, n)),
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

/** Sides that say who does each operation: one of those who can, and no more than one. */
function whoOf(m: Model, e: Engine): Numbers['who'] {
  const who = m.able.map((able) =>
    able.length < 2 ? [] : able.map((worker) => ({ worker, here: e.number(0, 1) })),
  );
  for (const people of who) {
    if (!people.length) continue;
    e.clause(people.flatMap(({ here }) => [here, 1]));
    for (const [k, a] of people.entries())
      for (const b of people.slice(k + 1)) e.clause([other(a.here), 0, other(b.here), 0]);
  }
  return who;
}

function numbersOf(m: Model, e: Engine, { ties, fronts }: Asked): Numbers {
  const { horizon } = m.problem;
  const start = m.operations.map((_, i) => e.number(cell(m.earliest, i), cell(m.latest, i)));
  const end = m.operations.map(() => e.number(0, horizon));
  const who = whoOf(m, e);
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
