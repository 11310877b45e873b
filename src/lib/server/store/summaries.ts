import type { Db } from '../db/open';

const JOB_STAGES = ['survey', 'plan', 'take-down', 'coat', 'hang', 'hand-over', 'check'] as const;
export type JobStage = (typeof JOB_STAGES)[number];

export interface Summary {
  stage: JobStage;
  pieces: number;
  labelled: number;
  down: number;
  passesDone: number;
  passes: number;
  hung: number;
  handedOver: number | null;
  openTouchUps: number;
  checks: number;
  /** flaws that were not left as they were */
  flaws: number;
  /** when somebody last looked, ms since 1970 */
  lastCheck: number | null;
  /** whether its record says risk, so that it is looked at more often; null where that was not asked yet */
  risky: boolean | null;
  /** minutes in the house that its touch-ups take until something must dry; null where that was not asked yet */
  touchUpMinutes: number | null;
}

const COLUMNS = `stage, pieces, labelled, down, passes_done AS passesDone, passes, hung, handed_over AS handedOver,
  open_touch_ups AS openTouchUps, checks, flaws,
  last_check AS lastCheck, risky, touch_up_minutes AS touchUpMinutes`;

export type SummaryLine = Summary & {
  id: string;
  name: string;
  place: string;
  /** when it was put away, ms since 1970; null where it is not */
  archivedAt: number | null;
};

/** @param job one job alone; all, newest first, where none is named */
export const listSummaries = (db: Db, job: string | null = null): SummaryLine[] =>
  db
    .prepare<[string | null, string | null], Omit<SummaryLine, 'risky'> & { risky: number | null }>(
      `SELECT job.id, job.name, job.place, job.archived_at AS archivedAt, ${COLUMNS} FROM job JOIN job_summary ON job_id = job.id
       WHERE ? IS NULL OR job.id = ? ORDER BY job.created_at DESC, job.id`,
    )
    .all(job, job)
    .map((s) => ({ ...s, risky: s.risky === null ? null : s.risky !== 0 }));

export function writeSummary(db: Db, job: string, summary: Summary): void {
  db.prepare(
    `INSERT OR REPLACE INTO job_summary (job_id, stage, pieces, labelled, down, passes_done, passes, hung, handed_over, open_touch_ups, checks, flaws, last_check, risky, touch_up_minutes)
     VALUES (@job, @stage, @pieces, @labelled, @down, @passesDone, @passes, @hung, @handedOver, @openTouchUps, @checks, @flaws, @lastCheck, @risky, @touchUpMinutes)`,
  ).run({ ...summary, risky: summary.risky === null ? null : Number(summary.risky), job });
}

/** Coats that pieces of all jobs have had, and flaws among them that were mended. */
export const sumPasses = (db: Db): { passes: number; flaws: number } =>
  db
    .prepare<[], { passes: number; flaws: number }>(
      'SELECT ifnull(sum(passes_done), 0) AS passes, ifnull(sum(flaws), 0) AS flaws FROM job_summary',
    )
    .get() ?? { passes: 0, flaws: 0 };
