/** The database: opened once per process, migrated before use. */
import Database from 'better-sqlite3';
import { copyFileSync, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';

export type Db = Database.Database;

/** How long a write waits for another program, ms. */
const BUSY = 300;

/** Applies the migrations that the database has not had, in order, each whole or not at all. */
export function migrate(db: Db, folder: string): void {
  db.exec('CREATE TABLE IF NOT EXISTS migration (name TEXT PRIMARY KEY, applied_at TEXT NOT NULL) STRICT');
  const had = new Set(db.prepare('SELECT name FROM migration').pluck().all());
  const files = readdirSync(folder)
    .filter((f) => /^\d{4}_.*\.sql$/.test(f))
    .sort();
  for (const name of files) {
    if (had.has(name)) continue;
    db.transaction(() => {
      db.exec(readFileSync(join(folder, name), 'utf8'));
      db.prepare("INSERT INTO migration (name, applied_at) VALUES (?, datetime('now'))").run(name);
    }).immediate();
  }
}

/** Has each statement prepared once, known by its text; it comes back as it was made, whatever was set on it last. */
function keepStatements(db: Db): void {
  const prepare = db.prepare.bind(db) as (text: string) => Database.Statement;
  const known = new Map<string, Database.Statement>();
  const kept = (text: string): Database.Statement => {
    const had = known.get(text);
    if (had?.busy === false) return had.reader ? had.pluck(false) : had;
    const made = prepare(text);
    known.set(text, made);
    return made;
  };
  db.prepare = kept as Db['prepare'];
}

/**
 * Opens a database file and brings it up to date.
 * @param from the file, `:memory:`, or the bytes of a serialized database, which is opened in memory
 */
export function openDatabase(from: string | Buffer, migrations = 'migrations'): Db {
  if (typeof from === 'string' && from !== ':memory:') mkdirSync(dirname(resolve(from)), { recursive: true });
  const db = new Database(from);
  db.pragma('journal_mode = WAL');
  // A fact that was confirmed survives the loss of power.
  db.pragma('synchronous = FULL');
  db.pragma('foreign_keys = ON');
  // A migration may have to wait for another server that does the same.
  db.pragma('busy_timeout = 5000');
  migrate(db, resolve(migrations));
  // From here on whoever waits for another program's lock holds the only thread: briefly, and is told.
  db.pragma(`busy_timeout = ${BUSY}`);
  keepStatements(db);
  return db;
}

let shared: Db | null = null;

/** Where the server's own database is. */
export const databasePath = (): string => process.env.ANTHEM_DATA ?? 'data/anthem.db';

/** The server's own database, at ANTHEM_DATA or data/anthem.db. */
export function database(): Db {
  shared ??= openDatabase(databasePath());
  return shared;
}

/** Puts a copy of a file in the place of the server's own database. What goes on using the old one is refused. */
export function replaceDatabase(file: string): void {
  shared?.close();
  shared = null;
  const path = databasePath();
  for (const suffix of ['-wal', '-shm']) rmSync(path + suffix, { force: true });
  copyFileSync(file, path);
}
