import type { Way } from '$core/labels/hiding';
import type { Scheme } from '$core/labels/schemes';
import type { LengthUnit } from '$core/units/length';
import type { Db } from '../db/open';

export interface Job {
  id: string;
  name: string;
  place: string;
  houseYear: number | null;
  zone: string;
  unit: LengthUnit;
  createdAt: number;
  notation: string;
  surveyed: string;
  /** JSON of a Choice */
  choice: string | null;
  /** JSON of Answers */
  answers: string | null;
  scheme: Scheme;
  /** numbers that read as others upside down are not used */
  leaveOutUnsafe: boolean;
  way: Way;
}

/** A colour zone of a kitchen. */
export interface Zone {
  id: string;
  name: string;
  colour: string;
  hex: string;
  sheen: string;
  /** stands for the zone in codes and on labels */
  letter: string;
  position: number;
}

const COLUMNS = `id, name, place, house_year AS houseYear, time_zone AS zone, unit, created_at AS createdAt, notation, surveyed, choice, answers, scheme,
  leave_out_unsafe AS leaveOutUnsafe, way`;

export function findJob(db: Db, id: string): Job | undefined {
  const row = db
    .prepare<[string], Omit<Job, 'leaveOutUnsafe'> & { leaveOutUnsafe: number }>(
      `SELECT ${COLUMNS} FROM job WHERE id = ?`,
    )
    .get(id);
  return row && { ...row, leaveOutUnsafe: row.leaveOutUnsafe === 1 };
}

export const listJobIds = (db: Db): string[] =>
  db.prepare<[], string>('SELECT id FROM job ORDER BY created_at DESC, id').pluck().all();

/** Jobs that have a choice and are not handed over, the oldest first. */
export const listOpenJobs = (db: Db): { id: string; name: string; choice: string | null }[] =>
  db
    .prepare<[], { id: string; name: string; choice: string | null }>(
      `SELECT job.id, job.name, job.choice FROM job JOIN job_summary ON job_id = job.id
       WHERE job.choice IS NOT NULL AND handed_over IS NULL ORDER BY job.created_at, job.id`,
    )
    .all();

export function insertJob(db: Db, job: Job): void {
  db.prepare(
    `INSERT INTO job (id, name, place, house_year, time_zone, unit, created_at, notation, surveyed, choice, answers, scheme, leave_out_unsafe, way)
     VALUES (@id, @name, @place, @houseYear, @zone, @unit, @createdAt, @notation, @surveyed, @choice, @answers, @scheme, @leaveOutUnsafe, @way)`,
  ).run({ ...job, leaveOutUnsafe: Number(job.leaveOutUnsafe) });
}

export function writeNotation(db: Db, id: string, notation: string, surveyed: string): void {
  db.prepare('UPDATE job SET notation = ?, surveyed = ? WHERE id = ?').run(notation, surveyed, id);
}

export function writeChoice(db: Db, id: string, choice: string): void {
  db.prepare('UPDATE job SET choice = ? WHERE id = ?').run(choice, id);
}

export function writeAnswers(db: Db, id: string, answers: string): void {
  db.prepare('UPDATE job SET answers = ? WHERE id = ?').run(answers, id);
}

export function writeCodeRules(
  db: Db,
  id: string,
  rules: Pick<Job, 'scheme' | 'leaveOutUnsafe' | 'way'>,
): void {
  db.prepare('UPDATE job SET scheme = ?, leave_out_unsafe = ?, way = ? WHERE id = ?').run(
    rules.scheme,
    Number(rules.leaveOutUnsafe),
    rules.way,
    id,
  );
}

export function insertZone(db: Db, job: string, zone: Zone): void {
  db.prepare(
    `INSERT INTO zone (id, job_id, name, colour, hex, sheen, letter, position)
     VALUES (@id, @job, @name, @colour, @hex, @sheen, @letter, @position)`,
  ).run({ ...zone, job });
}

export function writeZone(db: Db, zone: Pick<Zone, 'id' | 'name' | 'colour' | 'hex' | 'sheen'>): void {
  db.prepare('UPDATE zone SET name = @name, colour = @colour, hex = @hex, sheen = @sheen WHERE id = @id').run(
    zone,
  );
}

export function deleteZone(db: Db, id: string): void {
  db.prepare('DELETE FROM zone WHERE id = ?').run(id);
}

export const listZones = (db: Db, job: string): Zone[] =>
  db
    .prepare<[string], Zone>(
      'SELECT id, name, colour, hex, sheen, letter, position FROM zone WHERE job_id = ? ORDER BY position, letter',
    )
    .all(job);

/** Colours of other jobs that are under way: a gun may still hold one of them. */
export const listOtherColours = (db: Db, job: string): { colour: string; job: string }[] =>
  db
    .prepare<[string], { colour: string; job: string }>(
      `SELECT DISTINCT zone.colour AS colour, job.name AS job
       FROM zone JOIN job ON job.id = zone.job_id JOIN job_summary ON job_summary.job_id = job.id
       WHERE zone.job_id <> ? AND job_summary.handed_over IS NULL ORDER BY job.created_at DESC LIMIT 12`,
    )
    .all(job);
