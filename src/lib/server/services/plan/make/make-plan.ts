/**
 * The one road to a stored plan. It is made by a planning thread, from inputs that are gathered once, and audited there; then
 * a short transaction compares what it was made from with what is so by now, and stores it or has it made again.
 */
import type { PlanInputs } from '$core/job-plan/inputs';
import { mustBeRight, timesOf, type MadePlan } from '$core/job-plan/made-plan';
import { unweighed } from '$core/job-plan/to-mend';
import type { SettledRework } from '$core/job-plan/settle-rework';
import { stampOf, whatChanged } from '$core/job-plan/stamp';
import { movesBetween } from '$core/planning/search/moves';
import { v7 as newId } from 'uuid';
import type { Db } from '$server/db/open';
import { lastFact } from '$server/store/facts';
import { writeLots } from '$server/store/pieces';
import { insertPlan, newestPlan, type StoredPlan } from '$server/store/plans';
import { ask } from '$server/threads/ask';
import { openJob, type OpenJob } from '$server/services/job/open-job';
import { currentPlan } from './current-plan';
import { planInputs } from './plan-inputs';

/** What a plan is made from, as it was when it was begun. */
export interface Basis {
  file: OpenJob;
  inputs: PlanInputs;
  facts: number;
  /** ms since 1970 */
  at: number;
}

/**
 * @param choose the choice to plan with; the job's own where nothing is said
 * @returns null before anything is chosen
 * @throws Refused 404, 410 for a job that is not there
 */
export function basisOf(
  db: Db,
  job: string,
  at: number,
  choose: (file: OpenJob) => OpenJob['choice'] = (file) => file.choice,
): Basis | null {
  const file = openJob(db, job);
  const inputs = planInputs(db, file, at, choose(file));
  return inputs && { file, inputs, facts: lastFact(db, job), at };
}

/** What is stored with a plan. */
export interface Keep {
  /** null: it is known that nothing is left to plan, or the other writes alone are wanted */
  made: MadePlan | null;
  /** what it was made from in truth: the basis, and what is written with it */
  inputs: PlanInputs;
  /** flaws whose lot was weighed; those of the last plan where nothing is said */
  weighed?: readonly string[];
  /** the plan that its moves are told against; null: they are known */
  toldAgainst: (made: StoredPlan) => string | null;
  /** the choice it is for, as it is stored; the job's own where nothing is said */
  choice?: string;
  /** what else is stored with it: pins, lots, a choice */
  write?: () => void;
}

/**
 * Stores a plan where what it was made from still is so.
 * @returns the plan; `changed` where it must be made again
 * @throws Error when the plan is wrong; nothing is stored then
 */
export function keepPlan(
  db: Db,
  basis: Basis,
  { made, inputs, weighed, toldAgainst, choice, write }: Keep,
): StoredPlan | 'nothing' | 'changed' {
  const { at } = basis;
  const job = basis.file.job.id;
  const known = weighed ?? newestPlan(db, job)?.stamp?.weighed ?? [];
  if (made) mustBeRight(basis.file.job.name, made);
  return db
    .transaction(() => {
      const now = basisOf(db, job, at, () => basis.inputs.choice);
      if (!now || now.file.job.choice !== basis.file.job.choice) return 'changed';
      const [was, is] = [basis, now].map((b) => stampOf(b.inputs, b.facts, at, made, known));
      if (!was || !is || whatChanged(was, is, at)) return 'changed';
      write?.();
      if (!made) return 'nothing';
      const plan: StoredPlan = {
        id: newId(),
        madeAt: at,
        t0: made.t0,
        choice: choice ?? basis.file.job.choice ?? '',
        problem: made.problem,
        result: made.result,
        stamp: stampOf(inputs, basis.facts, at, made, known),
        before: null,
      };
      plan.before = toldAgainst(plan);
      insertPlan(db, job, plan);
      return plan;
    })
    .immediate();
}

/** The last plan for what is chosen, to stay near to. */
export function lastPlan(db: Db, file: OpenJob): StoredPlan | undefined {
  const stored = newestPlan(db, file.job.id);
  return stored && stored.choice === file.job.choice ? stored : undefined;
}

/** Moves are told against the plan before, or the one before that where they were not looked at yet. */
const toldAgainst =
  (near: StoredPlan | undefined) =>
  (made: StoredPlan): string | null =>
    near ? (near.before ?? (movesBetween(near, made).length ? near.id : null)) : null;

/** Plans under way: those who ask together wait for one. */
export interface UnderWay {
  /** when it was begun, ms since 1970, by the machine's clock: a demo's may be stopped */
  since: number;
  made: Promise<StoredPlan | null>;
}
const underWay = new WeakMap<Db, Map<string, UnderWay>>();

export const planUnderWay = (db: Db, job: string): UnderWay | null => underWay.get(db)?.get(job) ?? null;

/**
 * The plan that holds for a job: the stored one, or one that is made now, near the last.
 * @param clock ms since 1970
 * @returns null before a system is chosen and when everything hangs
 * @throws Refused 404, 410 for a job that is not there
 * @throws Error when a figure is missing or the planner made a wrong plan; nothing is stored then
 */
export async function makeCurrentPlan(db: Db, job: string, clock: () => number): Promise<StoredPlan | null> {
  const waiting = planUnderWay(db, job);
  // What changed after that one was begun is seen when it is looked at again.
  if (waiting) await waiting.made.catch(() => null);
  const under = planUnderWay(db, job);
  if (under) return under.made;
  const { plan, stale } = currentPlan(db, openJob(db, job), clock());
  if (stale === null) return plan;
  const made = makeUntilItHolds(db, job, clock).finally(() => underWay.get(db)?.delete(job));
  const all = underWay.get(db) ?? new Map<string, UnderWay>();
  underWay.set(db, all);
  all.set(job, { since: Date.now(), made });
  return made;
}

async function makeUntilItHolds(db: Db, job: string, clock: () => number): Promise<StoredPlan | null> {
  for (;;) {
    const basis = basisOf(db, job, clock());
    if (!basis) return null;
    const near = lastPlan(db, basis.file);
    const rework = await settledLots(basis, near?.stamp?.weighed ?? []);
    const inputs = { ...basis.inputs, lots: rework.lots };
    const made = await ask('plan', { inputs, at: basis.at, near: timesOf(near) });
    const kept = keepPlan(db, basis, {
      made,
      inputs,
      weighed: rework.weighed,
      toldAgainst: toldAgainst(near),
      ...(rework.moves ? { write: () => writeLots(db, job, rework.lots) } : {}),
    });
    if (kept === 'nothing') return null;
    if (kept !== 'changed') return kept;
  }
}

/** The lots with pieces that are to be mended where they are mended soonest. */
async function settledLots({ inputs, at }: Basis, weighed: readonly string[]): Promise<SettledRework> {
  if (!unweighed(inputs, weighed)) return { lots: inputs.lots, weighed: [...weighed], moves: 0 };
  return ask('settle-rework', { inputs, at, weighed, ids: inputs.pieces.map(() => newId()) });
}
