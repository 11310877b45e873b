/** Makes the demo once, before any test: tests begin with copies of it. By the built server where there is one, as it is made for people. */
import Database from 'better-sqlite3';
import { once } from 'node:events';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { isBuilt, serve } from '../../scripts/parts/prepare.mjs';
import { DEMO_FILE, DEMO_STAMP, demoSources, isMade } from '../demo-file';

let making: Promise<void> | null = null;

/** Both projects of a run wait for the same one. */
export default (): Promise<void> => (making ??= makeOnce());

async function makeOnce(): Promise<void> {
  if (isMade()) return;
  rmSync(dirname(DEMO_FILE), { recursive: true, force: true });
  mkdirSync(dirname(DEMO_FILE), { recursive: true });
  if (isBuilt()) await byServer();
  else await bySources();
  const db = new Database(DEMO_FILE);
  // All of it in one file, which can be opened in memory too.
  db.pragma('journal_mode = DELETE');
  db.close();
  writeFileSync(DEMO_STAMP, demoSources());
}

async function byServer(): Promise<void> {
  const { server } = await serve({ ANTHEM_DEMO: '1', ANTHEM_DATA: DEMO_FILE }, 5100, 'ignore');
  server.kill('SIGKILL');
  await once(server, 'exit');
}

async function bySources(): Promise<void> {
  const { openDatabase } = await import('$server/db/open');
  const { makeDemo } = await import('$server/demo/demo');
  const db = openDatabase(DEMO_FILE);
  await makeDemo(db);
  db.close();
}
