/** A schedule of a model: when every operation starts and ends, and who does it. */
import { cell } from '$core/units/at';
import { daysWithout, pieceDays } from './fronts';
import { solventNights, visits } from './measures';
import type { Model } from './model';
import { labourOf } from './person-days';
import type { Plan } from './problem';

export interface Schedule {
  start: Int32Array;
  end: Int32Array;
  worker: Int32Array;
}

/** Largest end + tail over the operations the plan ends with. */
export function makespanOf(m: Model, end: Int32Array): number {
  let most = 0;
  for (let i = 0; i < m.finish.length; i++) {
    const tail = cell(m.finish, i);
    if (tail >= 0) most = Math.max(most, cell(end, i) + tail);
  }
  return most;
}

/** A plan as a schedule. */
export function scheduleOf(m: Model, { assignments }: Plan): Schedule {
  const by = new Map(assignments.map((a) => [a.operation, a]));
  const people = new Map(m.problem.workers.map((w, i) => [w.id, i]));
  const of = (read: (a: Plan['assignments'][number]) => number): Int32Array =>
    Int32Array.from(m.operations, ({ id }) => {
      const a = by.get(id);
      return a ? read(a) : -1;
    });
  return {
    start: of((a) => a.start),
    end: of((a) => a.end),
    worker: of((a) => people.get(a.worker) ?? -1),
  };
}

/**
 * A schedule as a plan.
 * @param lowerBound no plan ends before
 * @param least no plan that ends with it has fewer days without fronts
 */
export function planOf(m: Model, s: Schedule, lowerBound: number, least = 0): Plan {
  const days = pieceDays(m, s);
  const { worked, paid, comings, drives } = labourOf(m, s);
  const assignments = m.operations.map((o, i) => ({
    operation: o.id,
    worker: m.problem.workers[cell(s.worker, i)]?.id ?? '',
    start: cell(s.start, i),
    end: cell(s.end, i),
  }));
  return {
    ...{ assignments, makespan: makespanOf(m, s.end), lowerBound },
    ...(m.fronts.length ? { pieceDays: { is: days, least: Math.min(days, least) } } : {}),
    ...(m.problem.household
      ? {
          household: { days: daysWithout(m, s), visits: visits(m, s), nights: solventNights(m, s) },
          labour: { worked, paid, comings, drives },
        }
      : {}),
  };
}
