/** What shows at once that a problem has no plan. */
import { at, item } from '$core/units/at';
import { Infeasible } from '../model/infeasible';
import type { Model } from '../model/model';

const sumAndLongest = (minutes: readonly number[]): { longest: number; all: number } =>
  minutes.reduce(({ longest, all }, n) => ({ longest: Math.max(longest, n), all: all + n }), {
    longest: 0,
    all: 0,
  });

/** The most minutes that a person works in some hours, with pauses or without. */
function stretches({ hours }: Model): (worker: number, place: number, pausable: boolean) => number {
  const known = new Map<string, { longest: number; all: number }>();
  return (worker, place, pausable) => {
    const key = `${worker} ${place}`;
    const own = known.get(key) ?? sumAndLongest((hours[worker]?.[place] ?? []).map(([a, b]) => b - a));
    known.set(key, own);
    return pausable ? own.all : own.longest;
  };
}

/** @throws Infeasible where something does not fit on its rack, nobody can do it, or no hours are long enough */
export function mustBePossible(m: Model): void {
  const { problem, operations, able, within } = m;
  for (const [k, { rack, slots, from }] of m.holds.entries()) {
    const { id = '', slots: has = 0 } = problem.racks[rack] ?? {};
    const operation = operations[from]?.id ?? '';
    if (m.sure[k] && slots > has)
      throw new Infeasible({ code: 'too few slots', operation, rack: id, needs: slots, has });
  }
  const stretch = stretches(m);
  const { horizon } = problem;
  for (const [i, { id: operation, minutes, pausable, lockedStart: minute, ...o }] of operations.entries()) {
    if (minute !== null && minute + minutes > horizon)
      throw new Infeasible({ code: 'pinned after the end', operation, minute, horizon });
    if (!able[i]?.length) throw new Infeasible({ code: 'nobody able', operation, skill: o.skill });
    const open = Math.max(0, ...item(able, i).map((w) => stretch(w, at(within, i), pausable)));
    if (open >= minutes) continue;
    if (o.calendar != null && open === 0)
      throw new Infeasible({ code: 'closed', operation, calendar: o.calendar });
    throw new Infeasible({ code: 'too long', operation, minutes, pausable, open });
  }
}
