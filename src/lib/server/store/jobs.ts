import { fixedMaterialsSchema, type FixedMaterials } from '$core/kitchen/fixed-material';
import type { Way } from '$core/labels/hiding';
import type { Position } from '$core/quality/round';
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
  /** of the fixed work, where it is not as the fronts */
  materials: FixedMaterials;
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
  leave_out_unsafe AS leaveOutUnsafe, way, materials`;

export function findJob(db: Db, id: string): Job | undefined {
  const row = db
    .prepare<
      [string],
      Omit<Job, 'leaveOutUnsafe' | 'materials'> & { leaveOutUnsafe: number; materials: string }
    >(`SELECT ${COLUMNS} FROM job WHERE id = ?`)
    .get(id);
  return row && { ...row, leaveOutUnsafe: row.leaveOutUnsafe === 1, materials: readMaterials(row.materials) };
}

/** What cannot be read counts as not surveyed. */
function readMaterials(text: string): FixedMaterials {
  try {
    return fixedMaterialsSchema.parse(JSON.parse(text));
  } catch {
    return {};
  }
}

export function writeMaterials(db: Db, id: string, materials: FixedMaterials): void {
  db.prepare('UPDATE job SET materials = ? WHERE id = ?').run(JSON.stringify(materials), id);
}

/** Where the houses of jobs are, as far as somebody wrote it down. */
export const jobPositions = (db: Db): Map<string, Position> =>
  new Map(
    db
      .prepare<[], Position & { id: string }>(
        'SELECT id, latitude, longitude FROM job WHERE latitude IS NOT NULL AND longitude IS NOT NULL',
      )
      .all()
      .map(({ id, latitude, longitude }) => [id, { latitude, longitude }]),
  );

export function writePosition(db: Db, id: string, position: Position | null): void {
  db.prepare('UPDATE job SET latitude = ?, longitude = ? WHERE id = ?').run(
    position?.latitude ?? null,
    position?.longitude ?? null,
    id,
  );
}

export const listJobIds = (db: Db): string[] =>
  db.prepare<[], string>('SELECT id FROM job ORDER BY created_at DESC, id').pluck().all();

/** Jobs that have a choice and are not handed over, the oldest first. */
export const listOpenJobs = (db: Db): { id: string; name: string; choice: string | null }[] =>
  db
    .prepare<[], { id: string; name: string; choice: string | null }>(
      `SELECT job.id, job.name, job.choice FROM job JOIN job_summary ON job_id = job.id
       WHERE job.choice IS NOT NULL AND handed_over IS NULL AND archived_at IS NULL ORDER BY job.created_at, job.id`,
    )
    .all();

export function insertJob(db: Db, job: Job): void {
  db.prepare(
    `INSERT INTO job (id, name, place, house_year, time_zone, unit, created_at, notation, surveyed, choice, answers, scheme, leave_out_unsafe, way, materials)
     VALUES (@id, @name, @place, @houseYear, @zone, @unit, @createdAt, @notation, @surveyed, @choice, @answers, @scheme, @leaveOutUnsafe, @way, @materials)`,
  ).run({
    ...job,
    leaveOutUnsafe: Number(job.leaveOutUnsafe),
    materials: JSON.stringify(job.materials),
  });
}

export function writeNotation(db: Db, id: string, notation: string, surveyed: string): void {
  db.prepare('UPDATE job SET notation = ?, surveyed = ? WHERE id = ?').run(notation, surveyed, id);
}

export function writeChoice(db: Db, id: string, choice: string): void {
  db.prepare('UPDATE job SET choice = ? WHERE id = ?').run(choice, id);
}

/** What was chosen for the plan is forgotten. */
export function clearChoice(db: Db, id: string): void {
  db.prepare('UPDATE job SET choice = NULL WHERE id = ?').run(id);
}

export function writeAbout(db: Db, id: string, about: Pick<Job, 'name' | 'place' | 'zone'>): void {
  db.prepare('UPDATE job SET name = @name, place = @place, time_zone = @zone WHERE id = @id').run({
    ...about,
    id,
  });
}

/** When a job was put away, ms since 1970; null where it is not. */
export const archivedAt = (db: Db, id: string): number | null =>
  db.prepare<[string], number | null>('SELECT archived_at FROM job WHERE id = ?').pluck().get(id) ?? null;

export function writeArchived(db: Db, id: string, at: number | null): void {
  db.prepare('UPDATE job SET archived_at = ? WHERE id = ?').run(at, id);
}

interface DeletedJob {
  id: string;
  name: string;
  at: number;
}

export const findDeleted = (db: Db, id: string): DeletedJob | undefined =>
  db.prepare<[string], DeletedJob>('SELECT id, name, at FROM deleted_job WHERE id = ?').get(id);

/** A job that comes back is deleted no more. */
export const undelete = (db: Db, id: string): void => {
  db.prepare('DELETE FROM deleted_job WHERE id = ?').run(id);
};

/** What goes with a job when it is deleted. */
export const contentsOf = (
  db: Db,
  id: string,
): { pieces: number; facts: number; photos: number; labels: number; plans: number } =>
  db
    .prepare<
      [Record<string, string>],
      { pieces: number; facts: number; photos: number; labels: number; plans: number }
    >(
      `SELECT (SELECT count(*) FROM piece WHERE job_id = @id) AS pieces, (SELECT count(*) FROM event WHERE job_id = @id) AS facts,
         (SELECT count(*) FROM photo WHERE job_id = @id) AS photos, (SELECT count(*) FROM plan WHERE job_id = @id) AS plans,
         (SELECT count(*) FROM print_label l JOIN print_job p ON p.id = l.print_job_id WHERE p.job_id = @id) AS labels`,
    )
    .get({ id }) ?? { pieces: 0, facts: 0, photos: 0, labels: 0, plans: 0 };

/** Deletes a job with all that belongs to it. Readings of the air of the company's places stay. */
export function deleteJob(db: Db, job: Pick<Job, 'id' | 'name'>, worker: string, at: number): void {
  const { id, name } = job;
  db.prepare('INSERT OR REPLACE INTO deleted_job (id, name, at, worker_id) VALUES (?, ?, ?, ?)').run(
    id,
    name,
    at,
    worker,
  );
  for (const text of [
    'UPDATE reading SET fact_id = NULL WHERE fact_id IN (SELECT id FROM event WHERE job_id = ?)',
    'DELETE FROM touch_test WHERE id IN (SELECT id FROM event WHERE job_id = ?)',
    'DELETE FROM work_pace WHERE job_id = ?',
    'DELETE FROM contested WHERE job_id = ?',
    "DELETE FROM feed WHERE kind IN ('job', 'customer') AND of = ?",
    'DELETE FROM event WHERE job_id = ?',
    'DELETE FROM job WHERE id = ?',
  ])
    db.prepare(text).run(id);
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

export function writeZone(
  db: Db,
  job: string,
  zone: Pick<Zone, 'id' | 'name' | 'colour' | 'hex' | 'sheen'>,
): void {
  db.prepare(
    'UPDATE zone SET name = @name, colour = @colour, hex = @hex, sheen = @sheen WHERE id = @id AND job_id = @job',
  ).run({ ...zone, job });
}

export function deleteZone(db: Db, job: string, id: string): void {
  db.prepare('DELETE FROM zone WHERE id = ? AND job_id = ?').run(id, job);
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
       WHERE zone.job_id <> ? AND job_summary.handed_over IS NULL AND job.archived_at IS NULL ORDER BY job.created_at DESC LIMIT 12`,
    )
    .all(job);
