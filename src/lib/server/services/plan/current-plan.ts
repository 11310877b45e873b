import { lotProgress } from '$core/bench/progress';
import { siteProgress } from '$core/bench/site';
import { operationId, readOperationId, type JobToPlan } from '$core/planning/job-problem';
import { planJob, type PlannedJob } from '$core/planning/plan-job';
import { audit } from '$core/planning/audit';
import type { Near } from '$core/planning/effort';
import { movesBetween } from '$core/planning/moves';
import { dayToMs } from '$core/units/clock-time';
import { v7 as newId } from 'uuid';
import type { Db } from '../../db/open';
import { storeIfPossible } from '../../unavailable';
import { lastFact } from '../../store/facts';
import { listPins } from '../../store/pins';
import { insertPlan, newestPlan, type StoredPlan } from '../../store/plans';
import type { JobFile } from '../job/open-job';
import { rackOf, takenFrom } from './other-jobs';

const MINUTE = 60_000;
/** Constructions per plan, and the seed: the same facts give the same plan. */
export const EFFORT = { seed: 20260309, steps: 160, nodes: 8_000 };
/** Days ahead that are tried, one after another. */
export const HORIZONS = [60, 180];

/** The product of the last coat that was laid in the tent. */
function lastMaterial(file: JobFile): string | null {
  const laid = [...file.state.works.values()].sort((a, b) => b.start - a.start);
  for (const work of laid) {
    const product = file.route.find((s) => s.key === work.step)?.product;
    if (product) return product.key;
  }
  return null;
}

/**
 * The job as a planning problem from a moment on; null when nothing is chosen.
 * @param around other jobs it keeps clear of; all where nothing is said
 */
export function jobToPlan(
  db: Db,
  file: JobFile,
  now: number,
  horizonDays: number,
  around?: ReadonlySet<string>,
): JobToPlan | null {
  const { choice, job } = file;
  if (!choice) return null;
  const t0 = Math.max(Math.ceil(now / MINUTE) * MINUTE, dayToMs(choice.startDay, job.zone));
  return {
    name: job.name,
    t0,
    zone: job.zone,
    horizonDays,
    route: file.route,
    tool: choice.tool,
    lots: lotProgress(file.state, file.route, file.lots, file.waits),
    workers: choice.workers,
    crewWeek: choice.crewWeek,
    houseWeek: choice.houseWeek,
    rackSlots: rackOf(db, job.id, choice),
    lastMaterial: lastMaterial(file),
    waits: file.waits,
    atHouse: choice.place === 'house',
    rules: choice.rules,
    site: siteProgress(file.state, file.site, file.waits),
    pins: new Map(listPins(db, job.id).flatMap((p) => (p.at >= t0 ? [[p.operation, p.at]] : []))),
    taken: takenFrom(db, job.id, choice, now, around),
  };
}

/** An operation that should have begun by now and has not: the plan is overtaken. */
function overtaken(plan: StoredPlan, now: number): boolean {
  if ('infeasible' in plan.result) return now - plan.madeAt > 15 * MINUTE;
  return plan.result.assignments.some(
    (a) => readOperationId(a.operation) !== null && plan.t0 + a.start * MINUTE < now - MINUTE,
  );
}

/** A plan to stay near to, in minutes from another moment. @param plan stored, or starts in ms since 1970 */
export function startsFrom(
  plan: StoredPlan | ReadonlyMap<string, number> | undefined,
  t0: number,
): Near | undefined {
  if (plan instanceof Map)
    return new Map(
      [...(plan as ReadonlyMap<string, number>)].map(([id, at]) => [
        id,
        { start: Math.round((at - t0) / MINUTE) },
      ]),
    );
  if (!plan || !('result' in plan) || 'infeasible' in plan.result) return undefined;
  const shift = Math.round((plan.t0 - t0) / MINUTE);
  return new Map(
    plan.result.assignments.map(({ operation, start, worker }) => [
      operation,
      { start: start + shift, worker },
    ]),
  );
}

/** @throws Error when the planner made a wrong plan */
export function mustBeRight(file: JobFile, { problem, result }: PlannedJob): void {
  if ('infeasible' in result) return;
  const faults = audit(problem, result);
  if (faults.length)
    throw new Error(`The planner made a wrong plan for ${file.job.name}: ${faults.join('; ')}`);
}

/**
 * Plans a job as it stands, over a longer horizon where the first is too short.
 * @param near a plan to stay near to, or starts in ms since 1970
 * @param around other jobs it keeps clear of
 * @returns null when nothing is left to do
 * @throws Error when the planner made a wrong plan
 */
export function planNow(
  db: Db,
  file: JobFile,
  now: number,
  near?: StoredPlan | ReadonlyMap<string, number>,
  around?: ReadonlySet<string>,
): (PlannedJob & { t0: number }) | null {
  let planned: (PlannedJob & { t0: number }) | null = null;
  for (const days of HORIZONS) {
    const job = jobToPlan(db, file, now, days, around);
    const made = job && planJob(job, EFFORT, startsFrom(near, job.t0));
    if (!job || !made) return null;
    planned = { ...made, t0: job.t0 };
    if ('infeasible' in made.result) continue;
    mustBeRight(file, made);
    break;
  }
  return planned;
}

/** The stored plan where it fits the facts, and the one that a new plan stays near to. */
export function standingPlan(
  db: Db,
  file: JobFile,
  now: number,
): { fits: StoredPlan | null; near: StoredPlan | undefined } {
  const stored = newestPlan(db, file.job.id);
  const choice = file.job.choice ?? '';
  const near = stored?.choice === choice ? stored : undefined;
  // Pieces may have come, or gone to another lot.
  const hangs = new Map(stored?.problem.operations.map((o) => [o.id, o.pieces]));
  const lotsKnown = file.lots.every((lot) => {
    const out = lot.pieces.filter((p) => file.state.pieces.get(p)?.hungIn == null).length;
    return out === 0 || hangs.get(operationId(lot.id, 'hang')) === out;
  });
  const fits = near && lotsKnown && near.facts === lastFact(db, file.job.id) && !overtaken(near, now);
  return { fits: fits ? near : null, near };
}

/**
 * Keeps a plan made anew. What was not looked at yet is still told against the plan that was. Where it cannot be stored now
 * it is used all the same, and made again the next time.
 */
export const keepNew = (
  db: Db,
  file: JobFile,
  made: PlannedJob & { t0: number },
  now: number,
  near: StoredPlan | undefined,
): StoredPlan => {
  const plan = planOf(db, file, made, now, (p) =>
    near ? (near.before ?? (movesBetween(near, p).length ? near.id : null)) : null,
  );
  storeIfPossible(() => insertPlan(db, file.job.id, plan));
  return plan;
};

/**
 * The plan that fits the facts: the stored one, or a new one made now that stays near to it. Every stored plan passes
 * the auditor.
 * @returns null before a system is chosen and when everything hangs
 * @throws Error when the planner made a wrong plan; nothing is stored then
 */
export function currentPlan(db: Db, file: JobFile, now: number): StoredPlan | null {
  if (!file.choice || file.pieces.length === 0) return null;
  const { fits, near } = standingPlan(db, file, now);
  if (fits) return fits;
  const made = planNow(db, file, now, near);
  return made && keepNew(db, file, made, now, near);
}

/** Stores a plan that was made; its moves are known. */
export function keepPlan(db: Db, file: JobFile, made: PlannedJob & { t0: number }, now: number): StoredPlan {
  const plan = planOf(db, file, made, now, () => null);
  insertPlan(db, file.job.id, plan);
  return plan;
}

/** @param before the plan that its moves are told against; null: they are known */
function planOf(
  db: Db,
  file: JobFile,
  made: PlannedJob & { t0: number },
  now: number,
  before: (plan: StoredPlan) => string | null,
): StoredPlan {
  const plan: StoredPlan = {
    id: newId(),
    madeAt: now,
    t0: made.t0,
    facts: lastFact(db, file.job.id),
    choice: file.job.choice ?? '',
    problem: made.problem,
    result: made.result,
    before: null,
  };
  plan.before = before(plan);
  return plan;
}
