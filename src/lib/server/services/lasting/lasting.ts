/** How finishes last over all jobs, worked out in a thread and kept until a record changes. */
import { DAY } from '$core/units/durations';
import type { LastingQuery, LastingView, Reasons } from '$core/durability/lasting';
import type { StoredRecord } from '$core/durability/stored-record';
import type { Worse } from '$core/durability/worsening';
import { TRAIT_KEYS, type Trait } from '$core/durability/traits';
import { FAILURES } from '$core/quality/failures';
import { keepFor } from '$core/units/keep-last';
import type { Db } from '../../db/open';
import { jobsWithoutRecord, listRecords, recordsMark } from '../../store/durability';
import { ask } from '../../threads/ask';
import { durabilityRecord } from '../job/durability-record';
import { openJob } from '../job/open-job';
import { companyOf } from '../company/settings';

const DAYS_A_MONTH = 30.4375;

/** What is asked for, from an address; what is not known there counts as not said. */
export function lastingQuery(db: Db, params: URLSearchParams, now: number): LastingQuery {
  const by = params.get('by') ?? '';
  const kind = params.get('kind') ?? '';
  return {
    by: (TRAIT_KEYS as string[]).includes(by) ? (by as Trait) : 'system',
    kind: FAILURES.some((f) => f.key === kind) ? kind : null,
    spell: params.get('film') === '2' ? 2 : 1,
    now: Math.floor(now / DAY) * DAY,
    warranty: Math.round(companyOf(db).warrantyMonths * DAYS_A_MONTH),
  };
}

/** Jobs from before there were records are read from their facts; their next fact stores one. */
function records(db: Db): StoredRecord[] {
  const old = jobsWithoutRecord(db).flatMap((job) => {
    const record = durabilityRecord(openJob(db, job));
    return record ? [{ job, body: JSON.stringify(record) }] : [];
  });
  return [...listRecords(db), ...old];
}

/** What was asked for last is kept. */
const KEPT = 12;

/** Keeps answers; what failed is asked for again the next time. */
function keptAnswers<T>(): (db: Db, key: string, make: () => Promise<T>) => Promise<T> {
  let kept = keepFor<Db, Promise<T>>(KEPT);
  return (db, key, make) => {
    const asked = kept(db, key, make);
    asked.catch(() => (kept = keepFor(KEPT)));
    return asked;
  };
}
const views = keptAnswers<LastingView>();
const reasons = keptAnswers<Reasons>();
const worse = keptAnswers<Worse[]>();

export const lasting = (db: Db, query: LastingQuery): Promise<LastingView> =>
  views(db, `${recordsMark(db)} ${JSON.stringify(query)}`, () =>
    ask('lasting', { records: records(db), query }),
  );

/** Systems whose films of late fail sooner than those before. @param now ms since 1970 */
export function lastingWorse(db: Db, now: number): Promise<Worse[]> {
  const today = Math.floor(now / DAY) * DAY;
  return worse(db, `${recordsMark(db)} ${today}`, () =>
    ask('lasting-worse', { records: records(db), now: today }),
  );
}

export const lastingReasons = (db: Db, kind: string | null): Promise<Reasons> =>
  reasons(db, `${recordsMark(db)} ${kind ?? ''}`, () =>
    ask('lasting-reasons', { records: records(db), kind }),
  );
