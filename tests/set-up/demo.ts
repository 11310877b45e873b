/** Makes the demo once, before any test: tests begin with copies of it. By the built server where there is one, as it is made for people. */
import Database from 'better-sqlite3';
import { once } from 'node:events';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { isBuilt, serve } from '../../scripts/parts/prepare.mjs';
import { STAND_INS } from './settings';
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
  const { server, url } = await serve({ ANTHEM_DEMO: '1', ANTHEM_DATA: DEMO_FILE }, 5100, 'ignore');
  // Plans follow each other for a while: tests begin when all hold.
  const jobs = new Set((await (await fetch(`${url}/jobs`)).text()).match(/(?<=\/jobs\/)[0-9a-f-]{36}/g));
  const asked = [...jobs].map((job) => `job=${job}`).join('&');
  for (let calm = 0; calm < 2;) {
    const { planning } = (await (await fetch(`${url}/api/plans?${asked}`)).json()) as { planning: unknown[] };
    calm = planning.length ? 0 : calm + 1;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  server.kill('SIGKILL');
  await once(server, 'exit');
}

async function bySources(): Promise<void> {
  Object.assign(process.env, STAND_INS);
  const { openDatabase } = await import('$server/db/open');
  const { DEMO_NOW, makeDemo } = await import('$server/demo/demo');
  const { makeCurrentPlan } = await import('$server/services/plan/make/make-plan');
  const { listOpenJobs } = await import('$server/store/jobs');
  const db = openDatabase(DEMO_FILE);
  // Recorded by the clock of the demo, as the server does.
  process.env.ANTHEM_DEMO = '1';
  await makeDemo(db);
  // Plans follow each other: tests begin when all hold.
  for (let round = 0; round < 2; round++)
    for (const { id } of listOpenJobs(db)) await makeCurrentPlan(db, id, () => DEMO_NOW);
  delete process.env.ANTHEM_DEMO;
  db.close();
}
