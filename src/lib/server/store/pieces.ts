import { conditionSchema, type Condition } from '$core/kitchen/condition';
import type { SurveyedPiece } from '$core/kitchen/pieces';
import type { Lot } from '$core/planning/job/lots';
import type { Db } from '../db/open';
import { forgiving } from '../base/forgiving';
import { keepLast } from '$core/units/keep-last';

export interface Piece extends SurveyedPiece {
  id: string;
  zoneId: string;
  lotId: string | null;
  position: number;
  code: string;
  condition: Condition;
}

const COLUMNS = `id, zone_id AS zoneId, lot_id AS lotId, position, coalesce(code, '') AS code, wall, cabinet, band, row_no AS row,
  column_no AS "column", form, hinge, x_mm AS x, y_mm AS y, w_mm AS w, h_mm AS h, condition`;

export const listPieces = (db: Db, job: string): Piece[] =>
  db
    .prepare<[string], Omit<Piece, 'condition'> & { condition: string }>(
      `SELECT ${COLUMNS} FROM piece WHERE job_id = ? ORDER BY position`,
    )
    .all(job)
    .map((row) => ({ ...row, condition: readCondition(row.condition) ?? NOTHING_NOTED }));

/** Pieces whose notes cannot be read: they count as pieces of which nothing is noted. */
export const unreadableConditions = (db: Db, job: string): number =>
  db
    .prepare<[string], string>('SELECT condition FROM piece WHERE job_id = ?')
    .pluck()
    .all(job)
    .filter((text) => readCondition(text) === null).length;

/** What is noted is much the same on many pieces; nobody changes what was read. */
const conditions = keepLast<Condition | null>(2000);
const readCondition = (text: string): Condition | null =>
  conditions(text, () => forgiving(conditionSchema, text)?.value ?? null);
const NOTHING_NOTED: Condition = conditionSchema.parse({});

export function writeConditions(
  db: Db,
  job: string,
  pieces: readonly Pick<Piece, 'id' | 'condition'>[],
): void {
  const put = db.prepare('UPDATE piece SET condition = ? WHERE id = ? AND job_id = ?');
  for (const { id, condition } of pieces) put.run(JSON.stringify(condition), id, job);
}

export function writePieceZones(db: Db, job: string, zone: string, pieces: readonly string[]): void {
  const put = db.prepare('UPDATE piece SET zone_id = ? WHERE id = ? AND job_id = ?');
  for (const id of pieces) put.run(zone, id, job);
}

/** Gives pieces their codes; any may be swapped with any. */
export function writeCodes(db: Db, job: string, pieces: readonly Pick<Piece, 'id' | 'code'>[]): void {
  db.prepare('UPDATE piece SET code = NULL WHERE job_id = ?').run(job);
  const put = db.prepare('UPDATE piece SET code = ? WHERE id = ? AND job_id = ?');
  for (const { id, code } of pieces) put.run(code, id, job);
}

/** The job a piece belongs to. */
export const jobOfPiece = (db: Db, piece: string): string | undefined =>
  db.prepare<[string], string>('SELECT job_id FROM piece WHERE id = ?').pluck().get(piece);

/**
 * Replaces the pieces of a job; those that keep their id keep their lot.
 * @throws Error when another job has a piece of one of these ids
 */
export function writePieces(db: Db, job: string, pieces: readonly Piece[]): void {
  const keep = new Set(pieces.map((p) => p.id));
  db.prepare('UPDATE piece SET code = NULL WHERE job_id = ?').run(job);
  for (const { id } of listPieces(db, job))
    if (!keep.has(id)) db.prepare('DELETE FROM piece WHERE id = ?').run(id);
  const put = db.prepare(
    `INSERT INTO piece (id, job_id, zone_id, lot_id, position, code, wall, cabinet, band, row_no, column_no, form, hinge, x_mm, y_mm, w_mm, h_mm, condition)
     VALUES (@id, @job, @zoneId, @lotId, @position, @code, @wall, @cabinet, @band, @row, @column, @form, @hinge, @x, @y, @w, @h, @condition)
     ON CONFLICT (id) DO UPDATE SET zone_id = excluded.zone_id, position = excluded.position, code = excluded.code, wall = excluded.wall,
       cabinet = excluded.cabinet, band = excluded.band, row_no = excluded.row_no, column_no = excluded.column_no, form = excluded.form,
       hinge = excluded.hinge, x_mm = excluded.x_mm, y_mm = excluded.y_mm, w_mm = excluded.w_mm, h_mm = excluded.h_mm, condition = excluded.condition
     WHERE job_id = excluded.job_id`,
  );
  for (const piece of pieces)
    if (put.run({ ...piece, condition: JSON.stringify(piece.condition), job }).changes === 0)
      throw new Error(`Piece ${piece.id} belongs to another job`);
}

/** The lots of a job with their pieces in wall order. */
export function listLots(db: Db, job: string): Lot[] {
  const lots = db
    .prepare<[string], { id: string; name: string }>(
      'SELECT id, name FROM lot WHERE job_id = ? ORDER BY position',
    )
    .all(job);
  const pieces = db
    .prepare<[string], { id: string; lot: string | null }>(
      'SELECT id, lot_id AS lot FROM piece WHERE job_id = ? ORDER BY position',
    )
    .all(job);
  return lots.map((lot) => ({ ...lot, pieces: pieces.flatMap((p) => (p.lot === lot.id ? [p.id] : [])) }));
}

/** Replaces the lots of a job. */
export function writeLots(db: Db, job: string, lots: readonly Lot[]): void {
  db.prepare('DELETE FROM lot WHERE job_id = ?').run(job);
  const put = db.prepare('INSERT INTO lot (id, job_id, name, position) VALUES (?, ?, ?, ?)');
  const join = db.prepare('UPDATE piece SET lot_id = ? WHERE id = ? AND job_id = ?');
  lots.forEach((lot, i) => {
    put.run(lot.id, job, lot.name, i);
    for (const piece of lot.pieces) join.run(lot.id, piece, job);
  });
}
