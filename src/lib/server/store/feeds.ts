import type { Db } from '../db/open';

const FEED_KINDS = ['worker', 'job', 'customer'] as const;
export type FeedKind = (typeof FEED_KINDS)[number];

export interface Feed {
  token: string;
  kind: FeedKind;
  /** a worker or a job */
  of: string;
}

export const findFeed = (db: Db, token: string): Feed | undefined =>
  db.prepare<[string], Feed>('SELECT token, kind, of FROM feed WHERE token = ?').get(token);

export const feedOf = (db: Db, kind: FeedKind, of: string): Feed | undefined =>
  db
    .prepare<[string, string], Feed>('SELECT token, kind, of FROM feed WHERE kind = ? AND of = ?')
    .get(kind, of);

export function writeFeed(db: Db, feed: Feed, madeAt: number): void {
  db.prepare(
    'INSERT INTO feed (token, kind, of, made_at) VALUES (@token, @kind, @of, @madeAt) ON CONFLICT (kind, of) DO UPDATE SET token = excluded.token, made_at = excluded.made_at',
  ).run({ ...feed, madeAt });
}
