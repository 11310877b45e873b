/**
 * A problem read backwards: what ends the plan comes first. Work placed in it as early as may be is as late as may be in the plan itself,
 * and the order in which that stands makes shorter plans than any order of earliest starts where racks are full (double justification:
 * Valls, Ballestín & Quintanilla, EJOR 165, 2005). An order is all that is taken from it: changeovers and stays on the rack are only
 * nearly what they are, forwards.
 */
import { cell } from '$core/units/at';
import { construct } from './construct';
import { ifFeasible } from '../model/infeasible';
import { allowedFrom, type Model } from '../model/model';
import { compile } from '../compile/compile';
import type { Interval, Problem } from '../model/problem';
import { makespanOf, type Schedule } from '../model/schedule';

const WEEK = 7 * 1440;
/** How often a window may push its opener. Our choice. */
const PUSHES = 20;

/** Open hours backwards from the horizon, and on before the first minute as in the first week. */
function backwards(open: readonly Interval[], horizon: number): Interval[] {
  const back = (list: readonly Interval[], by: number): Interval[] =>
    list.map(([a, b]): Interval => [horizon - b + by, horizon - a + by]).reverse();
  const first = open.filter(([a]) => a < WEEK);
  const weeks = Math.ceil(horizon / WEEK);
  return [...back(open, 0), ...Array.from({ length: weeks }, (_, k) => back(first, (k + 1) * WEEK)).flat()];
}

export class Mirror {
  private constructor(
    private readonly m: Model,
    private readonly back: Model,
  ) {}

  /**
   * @param s a right plan: waits that the air decides are taken as they are in it
   * @returns null where the problem cannot be read backwards
   */
  static of(m: Model, s: Schedule): Mirror | null {
    const { problem } = m;
    const waits = new Map<string, number>();
    const id = (i: number): string => m.operations[i]?.id ?? '';
    for (const [i, lags] of m.after.entries())
      for (const lag of lags)
        waits.set(`${id(i)} ${id(lag.other)}`, allowedFrom(lag, cell(s.end, i)) - cell(s.end, i));
    const turned: Problem = {
      ...problem,
      horizon: 2 * problem.horizon,
      calendars: problem.calendars.map((c) => ({ ...c, open: backwards(c.open, problem.horizon) })),
      stations: problem.stations.map((x) => ({
        ...x,
        changeovers: x.changeovers.flatMap(({ from, to, minutes }) =>
          from === null ? [] : [{ from: to, to: from, minutes }],
        ),
      })),
      operations: problem.operations.map((o) => ({ ...o, lockedStart: null })),
      links: problem.links.map(({ from, to, minLag, maxLag }) => ({
        ...{ from: to, to: from, maxLag },
        minLag: waits.get(`${from} ${to}`) ?? minLag,
      })),
      holds: problem.holds.map((h) => (h.to === null ? h : { ...h, from: h.to, to: h.from })),
      finish: [],
    };
    return ifFeasible(
      () => new Mirror(m, compile(turned)),
      () => null,
    );
  }

  /** @returns urgencies by the latest starts of a plan that ends when this one does; null where none is found */
  latest(s: Schedule): Float64Array | null {
    const { horizon } = this.m.problem;
    const from = horizon - makespanOf(this.m, s.end);
    const later = new Map([...this.m.finish].map((tail, i) => [i, from + Math.max(0, tail)]));
    const turned = construct(this.back, Float64Array.from(s.end), { later, pushes: PUSHES });
    return 'clash' in turned ? null : Float64Array.from(turned.end, (end) => end - horizon);
  }
}
