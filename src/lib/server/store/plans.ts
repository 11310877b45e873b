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

export interface StoredPlan {
  id: string;
  madeAt: number;
  t0: number;
  /** number of the last fact it knew */
  facts: number;
  choice: string;
  problem: Problem;
  result: Plan | NoPlan;
}

const resultSchema = z.union([planSchema, noPlanSchema]);

/** Versions of a plan that are kept. */
const KEPT = 30;

type Row = Omit<StoredPlan, 'problem' | 'result'> & { problem: string; result: string };

export function newestPlan(db: Db, job: string): StoredPlan | undefined {
  const row = db
    .prepare<[string], Row>(
      'SELECT id, made_at AS madeAt, t0, facts, choice, problem, result FROM plan WHERE job_id = ? ORDER BY rowid DESC LIMIT 1',
    )
    .get(job);
  return (
    row && {
      ...row,
      problem: problemSchema.parse(JSON.parse(row.problem)),
      result: resultSchema.parse(JSON.parse(row.result)),
    }
  );
}

export function insertPlan(db: Db, job: string, plan: StoredPlan): void {
  db.prepare(
    'INSERT INTO plan (id, job_id, made_at, t0, facts, choice, problem, result) VALUES (@id, @job, @madeAt, @t0, @facts, @choice, @problem, @result)',
  ).run({ ...plan, job, problem: JSON.stringify(plan.problem), result: JSON.stringify(plan.result) });
  db.prepare(
    'DELETE FROM plan WHERE job_id = @job AND rowid NOT IN (SELECT rowid FROM plan WHERE job_id = @job ORDER BY rowid DESC LIMIT @keep)',
  ).run({ job, keep: KEPT });
}
