import type { Db } from '../db/open';

export const JOB_STAGES = ['survey', 'plan', 'take-down', 'coat', 'hang', 'hand-over', 'check'] as const;
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
}

const COLUMNS = `stage, pieces, labelled, down, passes_done AS passesDone, passes, hung, handed_over AS handedOver,
  open_touch_ups AS openTouchUps, checks`;

export const listSummaries = (db: Db): (Summary & { id: string; name: string; place: string })[] =>
  db
    .prepare<[], Summary & { id: string; name: string; place: string }>(
      `SELECT job.id, job.name, job.place, ${COLUMNS} FROM job JOIN job_summary ON job_id = job.id ORDER BY job.created_at DESC, job.id`,
    )
    .all();

export function writeSummary(db: Db, job: string, summary: Summary): void {
  db.prepare(
    `INSERT OR REPLACE INTO job_summary (job_id, stage, pieces, labelled, down, passes_done, passes, hung, handed_over, open_touch_ups, checks)
     VALUES (@job, @stage, @pieces, @labelled, @down, @passesDone, @passes, @hung, @handedOver, @openTouchUps, @checks)`,
  ).run({ ...summary, job });
}
