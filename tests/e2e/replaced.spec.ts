/** A server that cannot go on as it is says so, and what to do. */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { cpSync, mkdirSync, mkdtempSync, rmSync, symlinkSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';

const root = process.cwd();
let folder: string;
test.beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'anthem-build-'));
});
test.afterEach(() => rmSync(folder, { recursive: true, force: true }));

const start = (cwd: string, data: string, port: number) =>
  spawn(process.execPath, [join('scripts', 'server.mjs')], {
    cwd,
    env: { ...process.env, PORT: String(port), HOST: '127.0.0.1', ANTHEM_DATA: data },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
const port = 5190 + Number(process.env.TEST_PARALLEL_INDEX ?? 0) * 4;

test('a build that is replaced under it: every request is answered, with what to do', async () => {
  for (const part of ['build', 'scripts', 'migrations', 'package.json'])
    cpSync(join(root, part), join(folder, part), { recursive: true });
  symlinkSync(join(root, 'node_modules'), join(folder, 'node_modules'));
  mkdirSync(join(folder, 'data'));
  const server = start(folder, join(folder, 'data', 'a.db'), port);
  try {
    const ask = (path: string) => fetch(`http://localhost:${port}${path}`);
    await expect
      .poll(() =>
        ask('/').then(
          (r) => r.status,
          () => 0,
        ),
      )
      .toBe(200);
    const script = /_app\/immutable\/[\w./-]+\.js/.exec(await (await ask('/')).text())?.[0] ?? '';
    expect((await ask(`/${script}`)).status).toBe(200);
    rmSync(join(folder, 'build', 'client', '_app'), { recursive: true });
    utimesSync(join(folder, 'build', 'handler.js'), new Date(), new Date(Date.now() + 60_000));
    for (const path of [`/${script}`, '/', '/jobs'])
      await expect.poll(async () => (await ask(path)).status, path).toBe(503);
    expect(await (await ask('/')).text()).toContain('npm start');
  } finally {
    server.kill('SIGKILL');
  }
});

test('a database that cannot be used ends the start in one sentence', async () => {
  const data = join(folder, 'a.db');
  writeFileSync(data, 'no database'.repeat(999));
  const server = start(root, data, port + 1);
  let said = '';
  server.stderr.on('data', (part: Buffer) => (said += part.toString()));
  const [code] = (await once(server, 'exit')) as [number];
  expect(code).toBe(1);
  expect(said).toContain('is damaged, or no database of Anthem');
  expect(said).toContain('put your last copy back');
  expect(said).not.toMatch(/\n\s+at /);
});
