/**
 * What comes after the hand-back: nothing that a plan is measured by asks for it, and people wait for it all the same. It is placed anew,
 * as early as what comes before it allows, and everything else stays.
 */
import { cell, item } from '$core/units/at';
import { dayOf, pieceDays } from '../model/fronts';
import { solventNights, visits } from '../model/measures';
import { isHelper, type Model } from '../model/model';
import { labourOf } from '../model/person-days';
import { planOf, type Schedule } from '../model/schedule';
import type { Plan } from '../model/problem';
import { construct } from './construct';

/** More than any minute of a plan. */
const FAR = 1e9;

/** Operations that the end of the plan does not wait for, and that are not pinned. */
function afterEnd(m: Model): number[] {
  const needed = new Set<number>();
  const ask = m.operations.flatMap((_, i) => (cell(m.finish, i) >= 0 ? [i] : []));
  for (let i = ask.pop(); i !== undefined; i = ask.pop()) {
    if (needed.has(i)) continue;
    needed.add(i);
    ask.push(...[...item(m.before, i), ...item(m.backInto, i)].map((lag) => lag.other));
  }
  return m.operations.flatMap(({ lockedStart }, i) => (needed.has(i) || lockedStart !== null ? [] : [i]));
}

/** @returns the schedule, or one with the same end and days of the household in which what comes after the end is earlier by days */
export function soonAfter(m: Model, s: Schedule): Schedule {
  const helpers = new Set(m.problem.workers.flatMap((w, i) => (isHelper(w) ? [i] : [])));
  const free = new Set(afterEnd(m).filter((i) => !helpers.has(cell(s.worker, i))));
  if (!free.size) return s;
  const made = construct(
    m,
    Float64Array.from(s.start, (t, i) => -t - (free.has(i) ? FAR : 0)),
    {
      later: new Map([...s.start.entries()].filter(([i]) => !free.has(i))),
      by: new Map(s.worker.entries()),
      pushes: 1,
    },
  );
  if ('clash' in made) return s;
  const stays = s.start.every(
    (t, i) => free.has(i) || (cell(made.start, i) === t && cell(made.end, i) === cell(s.end, i)),
  );
  const days = (of: Schedule): number =>
    [...free].reduce((sum, i) => sum + dayOf(m.midnight, cell(of.end, i) - 1), 0);
  const costs = (of: Schedule): number[] => [
    visits(m, of),
    solventNights(m, of),
    labourOf(m, of).paid,
    pieceDays(m, of),
  ];
  const before = costs(s);
  const isWorse = costs(made).some((cost, k) => cost > (before[k] ?? 0));
  return stays && !isWorse && days(made) < days(s) ? made : s;
}

/** A schedule as the plan that is given out. */
export const planFrom = (m: Model, s: Schedule, lowerBound: number, least?: number): Plan =>
  planOf(m, soonAfter(m, s), lowerBound, least);
