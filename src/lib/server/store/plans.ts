import {
  noPlanSchema,
  planSchema,
  problemSchema,
  type NoPlan,
  type Plan,
  type Problem,
} from '$core/planning/problem';
import { z } from 'zod';
import type { Db } from '../db/open';
import { forgiving } from '../forgiving';

export interface StoredPlan {
  id: string;
  madeAt: number;
  t0: number;
  /** number of the last fact it knew */
  facts: number;
  choice: string;
  problem: Problem;
  result: Plan | NoPlan;
  /** the plan before it, where operations moved against it; null once that was looked at */
  before: string | null;
}

const resultSchema = z.union([planSchema, noPlanSchema]);

/** Versions of a plan that are kept. */
const KEPT = 30;

type Row = Omit<StoredPlan, 'problem' | 'result'> & { problem: string; result: string };

const COLUMNS =
  'id, made_at AS madeAt, t0, facts, choice, problem, result, CASE WHEN seen_at IS NULL THEN before END AS before';

/** A plan that cannot be read is none: another is made. */
function read(row: Row | undefined): StoredPlan | undefined {
  const problem = row && forgiving(problemSchema, row.problem);
  const result = row && forgiving(resultSchema, row.result);
  if (!row || !problem || !result || problem.mended.length || result.mended.length) return undefined;
  return { ...row, problem: problem.value, result: result.value };
}

export const newestPlan = (db: Db, job: string): StoredPlan | undefined =>
  read(
    db
      .prepare<[string], Row>(`SELECT ${COLUMNS} FROM plan WHERE job_id = ? ORDER BY rowid DESC LIMIT 1`)
      .get(job),
  );

export const findPlan = (db: Db, id: string): StoredPlan | undefined =>
  read(db.prepare<[string], Row>(`SELECT ${COLUMNS} FROM plan WHERE id = ?`).get(id));

/** The moved operations of a job's plans were looked at. */
export const markSeen = (db: Db, job: string, at: number): void => {
  db.prepare('UPDATE plan SET seen_at = ? WHERE job_id = ? AND seen_at IS NULL').run(at, job);
};

export function insertPlan(db: Db, job: string, plan: StoredPlan): void {
  db.prepare(
    'INSERT INTO plan (id, job_id, made_at, t0, facts, choice, problem, result, before) VALUES (@id, @job, @madeAt, @t0, @facts, @choice, @problem, @result, @before)',
  ).run({ ...plan, job, problem: JSON.stringify(plan.problem), result: JSON.stringify(plan.result) });
  db.prepare(
    'DELETE FROM plan WHERE job_id = @job AND rowid NOT IN (SELECT rowid FROM plan WHERE job_id = @job ORDER BY rowid DESC LIMIT @keep)',
  ).run({ job, keep: KEPT });
}
