/** Photos: known by what is in the file, not by its name, and encoded anew, so that nothing the camera wrote stays. */
import sharp from 'sharp';
import { v7 as newId } from 'uuid';
import type { Db } from '../../db/open';
import { findFact } from '../../store/facts';
import { insertPhoto, jobOfPhoto, deletePhoto } from '../../store/photos';
import { openJob } from '../job/open-job';
import { Refused } from '../../base/refused';

/** Largest file taken, bytes; largest picture, pixels; longest side kept and of a thumbnail, pixels. */
export const MAX_PHOTO_BYTES = 15_000_000;
const MAX_PIXELS = 80_000_000;
const SIDE = 2000;
const THUMBNAIL = 240;
const KINDS = ['jpeg', 'png', 'webp'];

/** Encodes a picture anew, upright, without metadata. @throws Refused 422 for what is no photo or too large */
export async function encodePhoto(bytes: Uint8Array) {
  if (bytes.length === 0) throw new Refused(422, 'Choose a photo first.', 'photo');
  if (bytes.length > MAX_PHOTO_BYTES)
    throw new Refused(
      422,
      `The photo is larger than ${MAX_PHOTO_BYTES / 1e6} MB. Take it at a lower resolution.`,
      'photo',
    );
  const open = () => sharp(bytes, { limitInputPixels: MAX_PIXELS, failOn: 'error' });
  try {
    const { format } = await open().metadata();
    if (!KINDS.includes(format)) throw new Error(format);
    const upright = open().rotate().flatten({ background: '#fff' });
    const { data: image, info } = await upright
      .clone()
      .resize({ width: SIDE, height: SIDE, fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 80 })
      .toBuffer({ resolveWithObject: true });
    const thumbnail = await upright
      .resize({ width: THUMBNAIL, height: THUMBNAIL, fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 72 })
      .toBuffer();
    return { image, thumbnail, width: info.width, height: info.height };
  } catch {
    throw new Refused(
      422,
      'This is no photo that can be read: send a JPEG, PNG or WebP of at most 80 megapixels.',
      'photo',
    );
  }
}

interface NewPhoto {
  piece: string | null;
  bytes: Uint8Array;
  note: string;
  worker: string;
  now: number;
  /** as its device calls it, so that one sent twice is stored once */
  id?: string;
  /** id of the fact that it shows */
  of?: string | null;
}

/**
 * Attaches a photo to a job or to one of its pieces.
 * @returns its id
 * @throws Refused 404 for no such job, piece or fact, 409 for an id used for another job’s, 422 for what is no photo
 */
export async function attachPhoto(db: Db, jobId: string, photo: NewPhoto): Promise<string> {
  const { id = newId(), of = null } = photo;
  const known = jobOfPhoto(db, id);
  if (known === jobId) return id;
  if (known) throw new Refused(409, 'This id is used for another photo. Attach it anew.', 'id');
  const encoded = await encodePhoto(photo.bytes);
  const note = photo.note.trim();
  if (note.length > 500) throw new Refused(422, 'A note has at most 500 letters.', 'note');
  return db
    .transaction(() => {
      if (jobOfPhoto(db, id)) return id;
      const { pieces } = openJob(db, jobId);
      if (photo.piece !== null && !pieces.some((p) => p.id === photo.piece))
        throw new Refused(404, 'There is no such piece in this job.', 'piece');
      if (of !== null && findFact(db, of)?.job !== jobId)
        throw new Refused(404, 'There is no such flaw in this job. Note the flaw first.', 'of');
      const { piece, worker, now } = photo;
      insertPhoto(db, jobId, { ...encoded, id, of, piece, addedAt: now, worker, note });
      return id;
    })
    .immediate();
}

/** Removes a photo of a job. @returns whether there was such a one */
export const removePhoto = (db: Db, job: string, id: string): boolean => deletePhoto(db, job, id);
