/**
 * The plan that is made without a planner, to measure against: as many pieces as the rack holds go the whole way
 * together, and the next lot begins when they hang.
 */
import { feasible } from './plan-builders';
import { buildProblem } from '$core/planning/job/job-problem';
import type { JobToPlan, LotProgress } from '$core/planning/job/job-to-plan';
import { operationId } from '$core/planning/model/operation-id';
import { construct } from '$core/planning/search/construct';
import { makespanOf } from '$core/planning/model/schedule';

/** Joins lots, in order, to as few as the rack holds. Only for work that has not begun. */
export function plainLots(lots: readonly LotProgress[], rackSlots: number): LotProgress[] {
  const out: LotProgress[] = [];
  for (const lot of lots) {
    const last = out.at(-1);
    if (!last || last.pieces + lot.pieces > rackSlots) {
      out.push({ ...lot, steps: lot.steps.map((s) => ({ ...s })) });
      continue;
    }
    last.pieces += lot.pieces;
    last.steps.forEach((s, i) => {
      const other = lot.steps[i];
      s.worth = (s.worth ?? s.pending) + (other?.worth ?? other?.pending ?? 0);
      s.pending += other?.pending ?? 0;
    });
  }
  return out;
}

/** @returns its hand-back, minutes from the start; null when it does not fit */
export function plainHandBack(job: JobToPlan): number | null {
  const lots = plainLots(job.lots, job.rackSlots);
  const built = buildProblem({ ...job, lots });
  if (!built) return null;
  const { problem, air } = built;
  lots.forEach((lot, k) => {
    const before = lots[k - 1];
    const first = job.route[0];
    if (before && first)
      problem.links.push({
        from: operationId(before.id, 'hang'),
        to: operationId(lot.id, first.key),
        minLag: 0,
        maxLag: null,
      });
  });
  const m = feasible(problem, air);
  if (!m) return null;
  const made = construct(
    m,
    Float64Array.from(m.operations, (_, i) => -i),
  );
  return 'clash' in made ? null : makespanOf(m, made.end);
}
