/** The database: opened once per process, migrated before use. */
import Database from 'better-sqlite3';
import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';

export type Db = Database.Database;

/** A database file that must not be used as it is: what is wrong with it, and the way out. */
export class DatabaseFault extends Error {}

const WAY_OUT =
  'Nothing was changed. Stop, copy the file with its -wal and -shm to a safe place, and put your last copy back in its place.';

/** What SQLite says, in words; null for what is no fault of the file. */
function faultOf(path: string, error: unknown): DatabaseFault | null {
  const code = error instanceof Error && 'code' in error ? String(error.code) : '';
  if (/^SQLITE_(CORRUPT|NOTADB)/.test(code))
    return new DatabaseFault(`${path} is damaged, or no database of Anthem. ${WAY_OUT}`);
  if (/^SQLITE_(READONLY|CANTOPEN|PERM|IOERR)/.test(code))
    return new DatabaseFault(
      `${path} cannot be opened for writing. Look at the rights of the file and its folder, and at the disk. Nothing was changed.`,
    );
  return null;
}

/** @throws DatabaseFault for a file that was there before and is empty: it would become a new company without a word */
function refuseEmpty(path: string): void {
  if (existsSync(path) && statSync(path).size === 0 && !existsSync(`${path}-wal`))
    throw new DatabaseFault(
      `${path} is empty: it was cut off or replaced. Put your last copy back in its place; or delete it, to begin with a new company.`,
    );
}

/** @throws DatabaseFault where pages are damaged, or a newer Anthem has written the file */
function refuseUnsound(db: Db, path: string, folder: string): void {
  if (db.pragma('quick_check(1)', { simple: true }) !== 'ok')
    throw new DatabaseFault(`${path} is damaged: parts of it cannot be read. ${WAY_OUT}`);
  const known = new Set(readdirSync(folder));
  const there = db.prepare("SELECT 1 FROM sqlite_master WHERE name = 'migration'").get();
  const had = there ? (db.prepare('SELECT name FROM migration ORDER BY name').pluck().all() as string[]) : [];
  const newer = had.find((name) => !known.has(name));
  if (newer)
    throw new DatabaseFault(
      `${path} was written by a newer Anthem (${newer}). Update this one, then start again; or put back a copy from before. Nothing was changed.`,
    );
}

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
 * @throws DatabaseFault for a file that must not be used as it is
 */
export function openDatabase(from: string | Buffer, migrations = 'migrations'): Db {
  const path = typeof from === 'string' && from !== ':memory:' ? from : null;
  if (path === null) return prepared(new Database(from), migrations);
  mkdirSync(dirname(resolve(path)), { recursive: true });
  refuseEmpty(path);
  let db: Db | null = null;
  try {
    db = new Database(path);
    db.pragma('busy_timeout = 5000');
    refuseUnsound(db, path, resolve(migrations));
    return prepared(db, migrations);
  } catch (error) {
    db?.close();
    throw error instanceof DatabaseFault ? error : (faultOf(path, error) ?? error);
  }
}

function prepared(db: Db, migrations: string): Db {
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
