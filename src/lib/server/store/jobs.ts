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
}

/** A colour zone of a kitchen. */
export interface Zone {
  id: string;
  name: string;
  colour: string;
  hex: string;
  sheen: string;
}

const COLUMNS = `id, name, place, house_year AS houseYear, time_zone AS zone, unit, created_at AS createdAt, notation, surveyed, choice`;

export const findJob = (db: Db, id: string): Job | undefined =>
  db.prepare<[string], Job>(`SELECT ${COLUMNS} FROM job WHERE id = ?`).get(id);

export const listJobIds = (db: Db): string[] =>
  db.prepare<[], string>('SELECT id FROM job ORDER BY created_at DESC, id').pluck().all();

export function insertJob(db: Db, job: Job): void {
  db.prepare(
    `INSERT INTO job (id, name, place, house_year, time_zone, unit, created_at, notation, surveyed, choice)
     VALUES (@id, @name, @place, @houseYear, @zone, @unit, @createdAt, @notation, @surveyed, @choice)`,
  ).run(job);
}

export function writeNotation(db: Db, id: string, notation: string, surveyed: string): void {
  db.prepare('UPDATE job SET notation = ?, surveyed = ? WHERE id = ?').run(notation, surveyed, id);
}

export function writeChoice(db: Db, id: string, choice: string): void {
  db.prepare('UPDATE job SET choice = ? WHERE id = ?').run(choice, id);
}

export function insertZone(db: Db, job: string, zone: Zone): void {
  db.prepare(
    'INSERT INTO zone (id, job_id, name, colour, hex, sheen) VALUES (@id, @job, @name, @colour, @hex, @sheen)',
  ).run({ ...zone, job });
}

export function writeZone(db: Db, zone: Omit<Zone, 'name'>): void {
  db.prepare('UPDATE zone SET colour = @colour, hex = @hex, sheen = @sheen WHERE id = @id').run(zone);
}

export const listZones = (db: Db, job: string): Zone[] =>
  db
    .prepare<[string], Zone>('SELECT id, name, colour, hex, sheen FROM zone WHERE job_id = ? ORDER BY rowid')
    .all(job);
