import { systemSchema, type System } from '$core/coating/system';
import type { Db } from '../db/open';

/** The newest version of every system that was changed here. */
export const listChangedSystems = (db: Db): System[] =>
  db
    .prepare<[], string>(
      `SELECT body FROM finish_system AS s
       WHERE version = (SELECT max(version) FROM finish_system WHERE key = s.key)`,
    )
    .pluck()
    .all()
    .map((body) => systemSchema.parse(JSON.parse(body)));

export const insertSystem = (db: Db, system: System, at: number, worker: string): void => {
  db.prepare(
    'INSERT INTO finish_system (key, version, saved_at, worker_id, body) VALUES (?, ?, ?, ?, ?)',
  ).run(system.key, system.version, at, worker, JSON.stringify(system));
};

export interface SystemVersion {
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
