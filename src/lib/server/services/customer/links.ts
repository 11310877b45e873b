/** Private links to the page of a household: made, found, withdrawn. Unguessable, with an end; only a digest is stored. */
import { DAY } from '$core/units/durations';
import { createHash, randomBytes } from 'node:crypto';
import { v7 as newId } from 'uuid';
import type { Db } from '../../db/open';
import { Refused } from '../../base/refused';
import { insertLink, linkByDigest, listLinks, withdrawLink, type CustomerLink } from '../../store/customers';
import { findJob } from '../../store/jobs';

/** Days that a link lasts: past the first year and its last check. Our choice. */
export const LINK_DAYS = 400;
const MOST_DAYS = 2000;
/** Links of a job that are kept at most, with those that ended. */
const MOST_LINKS = 200;

const TOKEN = /^[\w-]{43}$/;
const digestOf = (token: string): string => createHash('sha256').update(token).digest('base64url');

/**
 * Makes a link. It is told this once: what is stored cannot be turned back into it.
 * @returns the secret part of its address
 * @throws Refused 404 for no such job, 422 for days that cannot be
 */
export function makeLink(db: Db, job: string, worker: string, now: number, days = LINK_DAYS): string {
  if (!findJob(db, job)) throw new Refused(404, 'There is no such job.');
  if (!(Number.isInteger(days) && days >= 1 && days <= MOST_DAYS))
    throw new Refused(422, `A link lasts 1 to ${MOST_DAYS} days.`, 'days');
  if (listLinks(db, job).length >= MOST_LINKS)
    throw new Refused(409, 'Too many links were made for this job.', 'days');
  const token = randomBytes(32).toString('base64url');
  insertLink(db, {
    id: newId(),
    job,
    digest: digestOf(token),
    madeAt: now,
    worker,
    expiresAt: now + days * DAY,
    withdrawnAt: null,
  });
  return token;
}

/** Withdraws a link at once. @throws Refused 404 where it is none, or ended already */
export function withdraw(db: Db, job: string, link: string, now: number): void {
  if (!withdrawLink(db, job, link, now))
    throw new Refused(404, 'There is no such link, or it was withdrawn.');
}

/** Why a link opens nothing. It is for our log: whoever asked is told one thing, whatever it was. */
type NoLink = 'unknown' | 'expired' | 'withdrawn';

/** The link that a token opens, or why none. */
export function openLink(db: Db, token: string, now: number): CustomerLink | NoLink {
  const link = TOKEN.test(token) ? linkByDigest(db, digestOf(token)) : undefined;
  if (!link) return 'unknown';
  if (link.withdrawnAt !== null) return 'withdrawn';
  return link.expiresAt > now ? link : 'expired';
}
