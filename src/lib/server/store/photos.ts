import type { Db } from '../db/open';

export interface Photo {
  id: string;
  /** null: of the kitchen */
  piece: string | null;
  /** id of the fact that it shows, a flaw; null where it shows none */
  of: string | null;
  addedAt: number;
  worker: string;
  note: string;
  width: number;
  height: number;
}
interface PhotoFile extends Photo {
  image: Buffer;
  thumbnail: Buffer;
}

const COLUMNS =
  'id, piece_id AS piece, of_fact AS of, added_at AS addedAt, worker_id AS worker, note, width, height';

export function insertPhoto(db: Db, job: string, photo: PhotoFile): void {
  db.prepare(
    `INSERT INTO photo (id, job_id, piece_id, of_fact, added_at, worker_id, note, width, height, image, thumbnail)
     VALUES (@id, @job, @piece, @of, @addedAt, @worker, @note, @width, @height, @image, @thumbnail)`,
  ).run({ ...photo, job });
}

export const listPhotos = (db: Db, job: string): Photo[] =>
  db.prepare<[string], Photo>(`SELECT ${COLUMNS} FROM photo WHERE job_id = ? ORDER BY added_at, id`).all(job);

/** Photos with their images. */
export const listPhotoFiles = (db: Db, job: string): PhotoFile[] =>
  db
    .prepare<[string], PhotoFile>(
      `SELECT ${COLUMNS}, image, thumbnail FROM photo WHERE job_id = ? ORDER BY added_at, id`,
    )
    .all(job);

/** The job that a photo is of. */
export const jobOfPhoto = (db: Db, id: string): string | undefined =>
  db.prepare<[string], string>('SELECT job_id FROM photo WHERE id = ?').pluck().get(id);

export const findPhoto = (db: Db, id: string, which: 'image' | 'thumbnail'): Buffer | undefined =>
  db.prepare<[string], Buffer>(`SELECT ${which} FROM photo WHERE id = ?`).pluck().get(id);

/** @returns whether there was such a photo */
export const deletePhoto = (db: Db, job: string, id: string): boolean =>
  db.prepare('DELETE FROM photo WHERE job_id = ? AND id = ?').run(job, id).changes > 0;
