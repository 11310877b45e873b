/** Makes the demo once: every test server begins with a copy of it. */
import { mkdirSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { serve } from '../../scripts/parts/prepare.mjs';

export const DEMO = join(import.meta.dirname, '..', '..', 'test-results', 'demo', 'anthem.db');

export default async function makeOnce(): Promise<void> {
  rmSync(dirname(DEMO), { recursive: true, force: true });
  mkdirSync(dirname(DEMO), { recursive: true });
  const { server } = await serve({ ANTHEM_DEMO: '1', ANTHEM_DATA: DEMO }, 7300, 'ignore');
  const ended = new Promise((done) => server.once('exit', done));
  // What was stored is whole, however the server ends: its log is copied beside the database.
  server.kill('SIGKILL');
  await ended;
}
