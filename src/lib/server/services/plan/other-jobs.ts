/** What other jobs and people's absences take away from a job: people's time, the place, slots of the rack. */
import { readOperationId, type Span, type Taken } from '$core/planning/job-problem';
import type { Choice } from '$core/planning/choice';
import type { Db } from '../../db/open';
import { listAbsences } from '../../store/absences';
import { listOpenJobs } from '../../store/jobs';
import { newestPlan, type StoredPlan } from '../../store/plans';
import { readChoice } from '../job/open-job';

const MINUTE = 60_000;

/** Work of a plan on the clock, by person. */
function workOf(plan: StoredPlan): (Span & { operation: string; worker: string })[] {
  if ('infeasible' in plan.result) return [];
  return plan.result.assignments.map((a) => ({
    operation: a.operation,
    worker: a.worker,
    from: plan.t0 + a.start * MINUTE,
    to: plan.t0 + a.end * MINUTE,
  }));
}

/** Whether two jobs coat in one place of the company's. */
const together = (a: Choice, b: Choice): boolean =>
  a.shared && b.shared && a.place === b.place && a.place !== 'house';

/** Slots of the rack a job lays its pieces on: a shared one is as large as any job that shares it says. */
export function rackOf(db: Db, job: string, choice: Choice): number {
  const others = listOpenJobs(db).flatMap((other) => {
    if (other.id === job || other.choice === null) return [];
    const theirs = readChoice(other.choice)?.value;
    return theirs && together(choice, theirs) ? [theirs.rackSlots] : [];
  });
  return Math.max(choice.rackSlots, ...others);
}

/**
 * @param job the job that is planned; its own plan takes nothing from it
 * @param choice what is chosen for it
 * @param only jobs that count; all where nothing is said
 */
export function takenFrom(
  db: Db,
  job: string,
  choice: Choice,
  now: number,
  only?: ReadonlySet<string>,
): Taken {
  const away = new Map<string, Span[]>();
  const work = new Map<string, Span[]>();
  const place: Span[] = [];
  const rack: (Span & { slots: number })[] = [];
  for (const { worker, from, to } of listAbsences(db, now))
    for (const id of worker === null ? choice.workers : [worker])
      away.set(id, [...(away.get(id) ?? []), { from, to }]);
  if (!choice.shared) return { away, work, place, rack };
  for (const other of listOpenJobs(db)) {
    if (other.id === job || other.choice === null || (only && !only.has(other.id))) continue;
    const theirs = readChoice(other.choice)?.value;
    const plan = theirs?.shared ? newestPlan(db, other.id) : undefined;
    if (!theirs || !plan || 'infeasible' in plan.result) continue;
    const theirWork = workOf(plan);
    const at = new Map(theirWork.map((w) => [w.operation, w]));
    const station = new Map(plan.problem.operations.map((o) => [o.id, o.station]));
    for (const w of theirWork) {
      const real = readOperationId(w.operation) !== null;
      if (real) work.set(w.worker, [...(work.get(w.worker) ?? []), { from: w.from, to: w.to }]);
      if (station.get(w.operation) === 'tent' && together(choice, theirs))
        place.push({ from: w.from, to: w.to });
    }
    if (!together(choice, theirs)) continue;
    for (const hold of plan.problem.holds) {
      if (hold.rack !== 'rack') continue;
      const begin = at.get(hold.from);
      if (!begin || begin.operation.startsWith('other:')) continue;
      const end = hold.to === null ? begin.to + (hold.tail ?? 0) * MINUTE : at.get(hold.to)?.from;
      if (end !== undefined && end > now) rack.push({ from: begin.from, to: end, slots: hold.slots });
    }
  }
  return { away, work, place, rack };
}
