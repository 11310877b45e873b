import { planStampSchema, type PlanStamp } from '$core/job-plan/stamp';
import {
  noPlanSchema,
  planSchema,
  problemSchema,
  type NoPlan,
  type Plan,
  type Problem,
} from '$core/planning/model/problem';
import { keepFor } from '$core/units/keep-last';
import { z } from 'zod';
import type { Db } from '../db/open';
import { forgiving } from '../base/forgiving';

export interface StoredPlan {
  id: string;
  /** ms since 1970 */
  madeAt: number;
  t0: number;
  /** the choice it was made for, as it is stored with the job */
  choice: string;
  problem: Problem;
  result: Plan | NoPlan;
  /** what it was made from; null where that is not known */
  stamp: PlanStamp | null;
  /** the plan before it, where operations moved against it; null once that was looked at */
  before: string | null;
}

const resultSchema = z.union([planSchema, noPlanSchema]);

/** Versions of a plan that are kept, beside the one that moves are told against. */
const KEPT = 30;

type Row = Omit<StoredPlan, 'problem' | 'result' | 'stamp'> & {
  problem: string;
  result: string;
  stamp: string | null;
};
type Read = Pick<StoredPlan, 'problem' | 'result' | 'stamp'> | null;

const COLUMNS =
  'id, made_at AS madeAt, t0, choice, problem, result, stamp, CASE WHEN seen_at IS NULL THEN before END AS before';

/** A stored plan is never changed: it is read once. Nobody changes what was read. */
const known = keepFor<Db, Read>(64);

/** Null for a plan that cannot be read: another is made. */
function readParts(row: Pick<Row, 'problem' | 'result' | 'stamp'>): Read {
  const problem = forgiving(problemSchema, row.problem);
  const result = forgiving(resultSchema, row.result);
  const stamp = row.stamp === null ? null : (forgiving(planStampSchema, row.stamp)?.value ?? null);
  if (!problem || !result || problem.mended.length || result.mended.length) return null;
  return { problem: problem.value, result: result.value, stamp };
}

const plans = new WeakMap<NonNullable<Read>, StoredPlan>();

/** What tells a stored plan from others, and from what it was before someone tampered with it. */
const headOf = (
  db: Db,
  where: string,
  of: string,
): (Pick<Row, 'id' | 'before'> & { size: string }) | undefined =>
  db
    .prepare<[string], Pick<Row, 'id' | 'before'> & { size: string }>(
      `SELECT id, CASE WHEN seen_at IS NULL THEN before END AS before,
         length(problem) || ' ' || length(result) || ' ' || coalesce(stamp, '') AS size
       FROM plan WHERE ${where}`,
    )
    .get(of);

function find(db: Db, where: string, of: string): StoredPlan | undefined {
  const head = headOf(db, where, of);
  if (!head) return undefined;
  const row = (): Row | undefined =>
    db.prepare<[string], Row>(`SELECT ${COLUMNS} FROM plan WHERE id = ?`).get(head.id);
  const parts = known(db, `${head.id} ${head.size}`, () => {
    const whole = row();
    return whole ? readParts(whole) : null;
  });
  if (!parts) return undefined;
  const had = plans.get(parts);
  if (had?.before === head.before) return had;
  const whole = row();
  if (!whole) return undefined;
  const plan = { ...whole, ...parts };
  plans.set(parts, plan);
  return plan;
}

export const newestPlan = (db: Db, job: string): StoredPlan | undefined =>
  find(db, 'job_id = ? ORDER BY rowid DESC LIMIT 1', job);

export const findPlan = (db: Db, id: string): StoredPlan | undefined => find(db, 'id = ?', id);

/** The moved operations of a job's plans were looked at. */
export const markSeen = (db: Db, job: string, at: number): void => {
  db.prepare('UPDATE plan SET seen_at = ? WHERE job_id = ? AND seen_at IS NULL').run(at, job);
};

/** Stores a plan, which passed its schema or was made by the planner. */
export function insertPlan(db: Db, job: string, plan: StoredPlan): void {
  db.prepare(
    `INSERT INTO plan (id, job_id, made_at, t0, facts, choice, problem, result, before, stamp)
     VALUES (@id, @job, @madeAt, @t0, @facts, @choice, @problem, @result, @before, @stamp)`,
  ).run({
    ...plan,
    job,
    facts: plan.stamp?.facts ?? 0,
    problem: JSON.stringify(plan.problem),
    result: JSON.stringify(plan.result),
    stamp: JSON.stringify(plan.stamp),
  });
  // What was stored just now need not be read back.
  const head = headOf(db, 'id = ?', plan.id);
  const { problem, result, stamp } = plan;
  if (head) known(db, `${head.id} ${head.size}`, () => ({ problem, result, stamp }));
  db.prepare(
    `DELETE FROM plan WHERE job_id = @job
       AND rowid NOT IN (SELECT rowid FROM plan WHERE job_id = @job ORDER BY rowid DESC LIMIT @keep)
       AND id NOT IN (SELECT before FROM plan WHERE job_id = @job AND before IS NOT NULL AND seen_at IS NULL)`,
  ).run({ job, keep: KEPT });
}

/** Writes anew what a plan was made from. */
export const writeStamp = (db: Db, id: string, stamp: PlanStamp): void => {
  db.prepare('UPDATE plan SET stamp = ? WHERE id = ?').run(JSON.stringify(stamp), id);
};
