import { systemSchema, type System } from '$core/coating/system';
import type { Db } from '../db/open';
import { forgiving } from '../base/forgiving';

const newest = (db: Db): { key: string; version: number; body: string }[] =>
  db
    .prepare<[], { key: string; version: number; body: string }>(
      `SELECT key, version, body FROM finish_system AS s
       WHERE version = (SELECT max(version) FROM finish_system WHERE key = s.key)`,
    )
    .all();

/** The newest version of every system that was changed here; those that cannot be read are left out. */
export const listChangedSystems = (db: Db): System[] =>
  newest(db).flatMap(({ body }) => forgiving(systemSchema, body)?.value ?? []);

/** Newest versions that cannot be read as they are. */
export const unreadableSystems = (db: Db): { key: string; version: number }[] =>
  newest(db).flatMap(({ key, version, body }) => {
    const read = forgiving(systemSchema, body);
    return !read || read.mended.length ? [{ key, version }] : [];
  });

/** Number of the newest version of a system, readable or not; null where it was never changed. */
export const newestVersion = (db: Db, key: string): number | null =>
  newest(db).find((s) => s.key === key)?.version ?? null;

export const insertSystem = (db: Db, system: System, at: number, worker: string): void => {
  db.prepare(
    'INSERT INTO finish_system (key, version, saved_at, worker_id, body) VALUES (?, ?, ?, ?, ?)',
  ).run(system.key, system.version, at, worker, JSON.stringify(system));
};

interface SystemVersion {
  version: number;
  savedAt: number;
  who: string;
}

export const listVersions = (db: Db, key: string): SystemVersion[] =>
  db
    .prepare<[string], SystemVersion>(
      `SELECT version, saved_at AS savedAt, worker.name AS who FROM finish_system JOIN worker ON worker.id = worker_id
       WHERE key = ? ORDER BY version DESC`,
    )
    .all(key);
