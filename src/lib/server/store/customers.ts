/** Links to the pages of households, and what came through them. */
import type { ReportKind } from '$core/quality/report-kinds';
import type { Db } from '../db/open';

export interface CustomerLink {
  id: string;
  job: string;
  madeAt: number;
  expiresAt: number;
  withdrawnAt: number | null;
}

export interface Report {
  id: string;
  job: string;
  at: number;
  piece: string | null;
  x: number | null;
  y: number | null;
  kind: ReportKind;
  words: string;
  answer: string | null;
  answerDay: string | null;
  answeredAt: number | null;
  closedAt: number | null;
}

const LINK = 'id, job_id AS job, made_at AS madeAt, expires_at AS expiresAt, withdrawn_at AS withdrawnAt';
const REPORT =
  'id, job_id AS job, at, piece_id AS piece, x, y, kind, words, answer, answer_day AS answerDay, answered_at AS answeredAt, closed_at AS closedAt';

export const linkByDigest = (db: Db, digest: string): CustomerLink | undefined =>
  db.prepare<[string], CustomerLink>(`SELECT ${LINK} FROM customer_link WHERE digest = ?`).get(digest);

export const listLinks = (db: Db, job: string): CustomerLink[] =>
  db
    .prepare<[string], CustomerLink>(
      `SELECT ${LINK} FROM customer_link WHERE job_id = ? ORDER BY made_at DESC, id`,
    )
    .all(job);

export function insertLink(db: Db, link: CustomerLink & { digest: string; worker: string }): void {
  db.prepare(
    `INSERT INTO customer_link (id, job_id, digest, made_at, worker_id, expires_at, withdrawn_at)
     VALUES (@id, @job, @digest, @madeAt, @worker, @expiresAt, @withdrawnAt)`,
  ).run(link);
}

/** @returns whether there was such a link that was still given out */
export const withdrawLink = (db: Db, job: string, id: string, at: number): boolean =>
  db
    .prepare('UPDATE customer_link SET withdrawn_at = ? WHERE job_id = ? AND id = ? AND withdrawn_at IS NULL')
    .run(at, job, id).changes > 0;

export interface ReportPhoto {
  id: string;
  image: Buffer;
  thumbnail: Buffer;
}

export function insertReport(
  db: Db,
  report: Pick<Report, 'id' | 'job' | 'at' | 'piece' | 'x' | 'y' | 'kind' | 'words'> & { link: string },
  photos: readonly ReportPhoto[],
): void {
  db.prepare(
    `INSERT INTO customer_report (id, job_id, link_id, at, piece_id, x, y, kind, words)
     VALUES (@id, @job, @link, @at, @piece, @x, @y, @kind, @words)`,
  ).run(report);
  const photo = db.prepare(
    'INSERT INTO customer_photo (id, report_id, image, thumbnail) VALUES (@id, @report, @image, @thumbnail)',
  );
  for (const p of photos) photo.run({ ...p, report: report.id });
}

export const listReports = (db: Db, job: string): Report[] =>
  db
    .prepare<[string], Report>(`SELECT ${REPORT} FROM customer_report WHERE job_id = ? ORDER BY at DESC, id`)
    .all(job);

/** Reports that nobody answered, of all jobs, the oldest first. */
export const openReports = (db: Db): (Report & { name: string })[] =>
  db
    .prepare<[], Report & { name: string }>(
      `SELECT r.id, r.job_id AS job, r.at, r.piece_id AS piece, r.x, r.y, r.kind, r.words, r.answer,
              r.answer_day AS answerDay, r.answered_at AS answeredAt, r.closed_at AS closedAt, j.name
       FROM customer_report r JOIN job j ON j.id = r.job_id
       WHERE r.answered_at IS NULL AND r.closed_at IS NULL ORDER BY r.at`,
    )
    .all();

/** Reports through one link from a moment on. */
export const reportsThrough = (db: Db, link: string, since: number): number =>
  db
    .prepare<[string, number], number>('SELECT count(*) FROM customer_report WHERE link_id = ? AND at >= ?')
    .pluck()
    .get(link, since) ?? 0;

export function answerReport(
  db: Db,
  job: string,
  id: string,
  answer: { answer: string; day: string | null; at: number; worker: string; closed: boolean },
): boolean {
  return (
    db
      .prepare(
        `UPDATE customer_report SET answer = @answer, answer_day = @day, answered_at = @at, answered_by = @worker,
         closed_at = CASE WHEN @closed THEN @at ELSE closed_at END WHERE job_id = @job AND id = @id`,
      )
      .run({ ...answer, closed: answer.closed ? 1 : 0, job, id }).changes > 0
  );
}

export const photosOf = (db: Db, report: string): string[] =>
  db
    .prepare<[string], string>('SELECT id FROM customer_photo WHERE report_id = ? ORDER BY id')
    .pluck()
    .all(report);

/** A photo of a report of a job. */
export const customerPhoto = (
  db: Db,
  job: string,
  id: string,
  which: 'image' | 'thumbnail',
): Buffer | undefined =>
  db
    .prepare<[string, string], Buffer>(
      `SELECT p.${which} FROM customer_photo p JOIN customer_report r ON r.id = p.report_id WHERE r.job_id = ? AND p.id = ?`,
    )
    .pluck()
    .get(job, id);
