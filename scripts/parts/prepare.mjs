/** What the commands need first: packages, the build, a free port, the server. Plain Node, so that it runs on a fresh clone. */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { createServer } from 'node:net';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(dirname(fileURLToPath(import.meta.url))));

/**
 * Flags of Node for what lives for minutes: compiled as eagerly as what stays, its code costs more than it saves (measured: a
 * fifth of a server's time under tests, a seventh of the unit tests').
 */
export const SHORT_LIVED = ['--interrupt-budget=540672'];

/** Runs a command in the project; ends this process with its status when it fails. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (result.status !== 0) process.exit(result.status ?? 1);
  return result;
}

/** Installs the packages of the lock file when they are not there or not the same. */
export function install() {
  const stamp = join(root, 'node_modules', '.anthem-lock');
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  console.log('Installing packages; the database is built from source, which takes about two minutes …');
  run('npm', ['ci', '--no-audit', '--no-fund']);
  writeFileSync(stamp, lock);
}

function newest(path) {
  const info = statSync(path);
  if (!info.isDirectory()) return info.mtimeMs;
  return Math.max(0, ...readdirSync(path).map((name) => newest(join(path, name))));
}

/** Whether the build is there and no source is newer. */
export function isBuilt() {
  const built = join(root, 'build', 'index.js');
  const sources = ['src', 'static', 'package-lock.json', 'svelte.config.js', 'vite.config.ts'].map((p) =>
    newest(join(root, p)),
  );
  return existsSync(built) && statSync(built).mtimeMs > Math.max(...sources);
}

/** Builds the application when its sources are newer than the build. */
export function build() {
  if (isBuilt()) return;
  console.log('Building …');
  run('npx', ['--no-install', 'vite', 'build', '--logLevel', 'warn']);
}

/** Ports above 4100 that no browser opens (Fetch Standard, port blocking; from memory). */
const BLOCKED = [4190, 5060, 5061, 6000, 6566, 6665, 6666, 6667, 6668, 6669, 6679, 6697];

/** The wanted port, or the next free one at an address that a browser opens. */
export function freePort(wanted, host = '127.0.0.1') {
  if (BLOCKED.includes(wanted)) return freePort(wanted + 1, host);
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(freePort(wanted + 1, host)));
    probe.listen(wanted, host, () => probe.close(() => resolve(wanted)));
  });
}

/** Whether a server that was started says that it listens; false when it ends before. */
function listens(server) {
  return new Promise((resolve) => {
    server.once('exit', () => resolve(false));
    server.stdout.on('data', (text) => {
      if (String(text).includes('Listening on')) resolve(true);
    });
  });
}

/**
 * Starts the built server and waits for its first page. What answers at the address is this server: where another takes the
 * port first, the next one is tried.
 * @param stdio where its errors go
 * @param obeys whether it takes messages of this process
 * @param flags of Node
 * @returns the process, its address on this computer and its port
 */
export async function serve(env, wantedPort, stdio = 'inherit', obeys = false, flags = []) {
  const port = await freePort(wantedPort, env.HOST);
  const url = `http://localhost:${port}`;
  const server = spawn(process.execPath, [...flags, join('scripts', 'server.mjs')], {
    cwd: root,
    stdio: ['ignore', 'pipe', stdio, ...(obeys ? ['ipc'] : [])],
    env: {
      ...process.env,
      HOST: '127.0.0.1',
      BODY_SIZE_LIMIT: '110M',
      ...env,
      PORT: String(port),
    },
  });
  if (!(await listens(server))) {
    const next = await freePort(port, env.HOST);
    if (next !== port) return serve(env, next, stdio, obeys, flags);
    throw new Error(`The server ended with status ${server.exitCode}`);
  }
  for (let i = 0; i < 400; i++) {
    const up = await fetch(url).then(
      (r) => r.ok,
      () => false,
    );
    if (up) return { server, url, port };
    await new Promise((r) => setTimeout(r, 25));
  }
  server.kill();
  throw new Error('The server did not answer within ten seconds');
}
