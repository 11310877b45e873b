import { z } from 'zod';
import { offerSchema, type Offer } from '$core/offer/offer';
import { keepLast } from '$core/units/keep-last';
import type { Db } from '../db/open';
import { forgiving } from '../base/forgiving';

/** A version of a job's offer. */
export interface StoredOffer {
  id: string;
  version: number;
  /** ms since 1970 */
  madeAt: number;
  madeBy: string;
  offer: Offer;
}

export interface Accepted {
  name: string;
  /** ISO day */
  day: string;
  /** keys of the options that are taken */
  options: string[];
}

type Row = Omit<StoredOffer, 'offer'> & { body: string };

const bodies = keepLast<Offer | null>(64);
const read = (text: string): Offer | null => bodies(text, () => forgiving(offerSchema, text)?.value ?? null);

/** The versions of a job's offer, the newest first; one that cannot be read is left out. */
export const listOffers = (db: Db, job: string): StoredOffer[] =>
  db
    .prepare<[string], Row>(
      'SELECT id, version, made_at AS madeAt, made_by AS madeBy, body FROM offer WHERE job_id = ? ORDER BY version DESC',
    )
    .all(job)
    .flatMap(({ body, ...row }) => {
      const offer = read(body);
      return offer ? [{ ...row, offer }] : [];
    });

/** Keeps a new version; the same id a second time is kept once. */
export const insertOffer = (
  db: Db,
  job: string,
  { id, madeAt, madeBy, offer }: Omit<StoredOffer, 'version'>,
): void => {
  db.prepare(
    `INSERT INTO offer (id, job_id, version, made_at, made_by, body)
     SELECT @id, @job, coalesce(max(version), 0) + 1, @madeAt, @madeBy, @body FROM offer WHERE job_id = @job
     ON CONFLICT (id) DO NOTHING`,
  ).run({ id, job, madeAt, madeBy, body: JSON.stringify(offer) });
};

const optionsSchema = z.array(z.string());

/** What was last said to an offer; null where nothing was, or it was withdrawn. */
export function acceptanceOf(db: Db, offer: string): Accepted | null {
  const row = db
    .prepare<[string], { kind: string; name: string; day: string; options: string }>(
      'SELECT kind, name, day, options FROM offer_answer WHERE offer_id = ? ORDER BY at DESC, rowid DESC LIMIT 1',
    )
    .get(offer);
  if (row?.kind !== 'accepted') return null;
  return { name: row.name, day: row.day, options: forgiving(optionsSchema, row.options)?.value ?? [] };
}

interface OfferAnswer extends Accepted {
  id: string;
  kind: 'accepted' | 'withdrawn';
  /** ms since 1970 */
  at: number;
  worker: string;
}

/** All that was said to an offer, in that order. */
export const listAnswers = (db: Db, offer: string): OfferAnswer[] =>
  db
    .prepare<[string], Omit<OfferAnswer, 'options'> & { options: string }>(
      'SELECT id, kind, name, day, options, at, worker_id AS worker FROM offer_answer WHERE offer_id = ? ORDER BY at, rowid',
    )
    .all(offer)
    .map((row) => ({ ...row, options: forgiving(optionsSchema, row.options)?.value ?? [] }));

export const insertAnswer = (
  db: Db,
  answer: Omit<OfferAnswer, 'options'> & { offer: string; options: readonly string[] },
): void => {
  db.prepare(
    `INSERT INTO offer_answer (id, offer_id, kind, name, day, options, at, worker_id)
     VALUES (@id, @offer, @kind, @name, @day, @options, @at, @worker)`,
  ).run({ ...answer, options: JSON.stringify(answer.options) });
};
