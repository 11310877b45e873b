import { lotProgress } from '$core/bench/progress';
import { readOperationId, type JobToPlan } from '$core/planning/job-problem';
import { planInAir } from '$core/planning/plan-in-air';
import { audit } from '$core/planning/audit';
import { dayToMs } from '$core/units/clock-time';
import { v7 as newId } from 'uuid';
import type { Db } from '../db/open';
import { lastFact } from '../store/facts';
import { insertPlan, newestPlan, type StoredPlan } from '../store/plans';
import type { JobFile } from './job-file';

const MINUTE = 60_000;
/** Constructions per plan, and the seed: the same facts give the same plan. */
const EFFORT = { seed: 20260309, steps: 240 };
/** Days ahead that are tried, one after another. */
const HORIZONS = [60, 180];

/** The product of the last coat that was laid in the tent. */
function lastMaterial(file: JobFile): string | null {
  const laid = [...file.state.works.values()].sort((a, b) => b.start - a.start);
  for (const work of laid) {
    const product = file.route.find((s) => s.key === work.step)?.product;
    if (product) return product.key;
  }
  return null;
}

/** The job as a planning problem from a moment on; null when nothing is left to do. */
export function jobToPlan(file: JobFile, now: number, horizonDays: number): JobToPlan | null {
  const { choice, job } = file;
  if (!choice) return null;
  return {
    name: job.name,
    t0: Math.max(Math.ceil(now / MINUTE) * MINUTE, dayToMs(choice.startDay, job.zone)),
    zone: job.zone,
    horizonDays,
    route: file.route,
    tool: choice.tool,
    lots: lotProgress(file.state, file.route, file.lots, file.waits),
    workers: choice.workers,
    crewWeek: choice.crewWeek,
    houseWeek: choice.houseWeek,
    rackSlots: choice.rackSlots,
    lastMaterial: lastMaterial(file),
  };
}

/** An operation that should have begun by now and has not: the plan is overtaken. */
function overtaken(plan: StoredPlan, now: number): boolean {
  if ('infeasible' in plan.result) return now - plan.madeAt > 15 * MINUTE;
  return plan.result.assignments.some(
    (a) => readOperationId(a.operation) !== null && plan.t0 + a.start * MINUTE < now - MINUTE,
  );
}

/**
 * The plan that fits the facts: the stored one, or a new one made now. Every stored plan passes the auditor.
 * @returns null before a system is chosen and when everything hangs
 * @throws Error when the planner made a wrong plan; nothing is stored then
 */
export function currentPlan(db: Db, file: JobFile, now: number): StoredPlan | null {
  if (!file.choice || file.pieces.length === 0) return null;
  const facts = lastFact(db, file.job.id);
  const choice = file.job.choice ?? '';
  const stored = newestPlan(db, file.job.id);
  const lotsKnown =
    stored &&
    file.lots.every(
      (lot) =>
        lot.pieces.every((p) => file.state.pieces.get(p)?.hungIn != null) ||
        stored.problem.operations.some((o) => o.lot === lot.id),
    );
  if (stored && lotsKnown && stored.facts === facts && stored.choice === choice && !overtaken(stored, now))
    return stored;

  let plan: StoredPlan | null = null;
  for (const days of HORIZONS) {
    const job = jobToPlan(file, now, days);
    const made = job && planInAir(job, file.waits, EFFORT);
    if (!job || !made) return null;
    const { problem, result } = made;
    plan = { id: newId(), madeAt: now, t0: job.t0, facts, choice, problem, result };
    if (!('infeasible' in result)) {
      const faults = audit(problem, result);
      if (faults.length)
        throw new Error(`The planner made a wrong plan for ${file.job.name}: ${faults.join('; ')}`);
      break;
    }
  }
  if (plan) insertPlan(db, file.job.id, plan);
  return plan;
}
