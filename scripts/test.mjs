/** `npm test`: everything, from a fresh clone. Ends with a line "N passed, N failed". */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { chromiumPath } from './parts/chromium.mjs';
import { install, root } from './parts/prepare.mjs';

install();
if (!existsSync(chromiumPath)) {
  const asRoot = process.getuid?.() === 0;
  console.log('Chromium is missing; installing Debian’s package …');
  if (asRoot) {
    spawnSync('apt-get', ['update', '-q'], { stdio: 'ignore' });
    spawnSync('apt-get', ['install', '-y', '-q', '--no-install-recommends', 'chromium'], {
      stdio: 'inherit',
    });
  }
  if (!existsSync(chromiumPath)) {
    console.error('The browser tests need Chromium: apt-get install chromium, or set CHROMIUM to its path.');
    console.log('0 passed, 1 failed');
    process.exit(1);
  }
}

rmSync(join(root, 'test-results'), { recursive: true, force: true });
mkdirSync(join(root, 'test-results'));
let passed = 0;
let failed = 0;

/** A check that passes or fails as one. What it says is shown when it has ended, so that two may run at once. */
function check(name, ...args) {
  return new Promise((resolve) => {
    const run = spawn('npx', ['--no-install', ...args], { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    for (const stream of [run.stdout, run.stderr]) stream.on('data', (part) => (said += part));
    run.once('close', (status) => {
      console.log(`\n— ${name}\n${said}`);
      if (status === 0) passed++;
      else failed++;
      resolve();
    });
  });
}

/** Some checks one after another. */
async function checks(list) {
  for (const [name, ...args] of list) await check(name, ...args);
}

/** Counts of a test runner's JSON report; a run without a report is a failure. */
function suite(name, report, count, ...args) {
  console.log(`\n— ${name}`);
  const { status } = spawnSync('npx', ['--no-install', ...args], { cwd: root, stdio: 'inherit' });
  const path = join(root, 'test-results', report);
  const [good, bad] = existsSync(path) ? count(JSON.parse(readFileSync(path, 'utf8'))) : [0, 1];
  passed += good;
  failed += status !== 0 && bad === 0 ? 1 : bad;
}

await check('prepare', 'svelte-kit', 'sync');
await Promise.all([
  checks([
    ['types of components', 'svelte-check', '--fail-on-warnings', '--output', 'human'],
    ['types', 'tsc', '--noEmit'],
  ]),
  checks([
    ['style', 'eslint', '.', '--max-warnings', '0'],
    ['format', 'prettier', '--check', '--log-level', 'warn', '.'],
    ['layers', 'depcruise', 'src', '--config', '.dependency-cruiser.cjs', '--output-type', 'err'],
  ]),
]);
suite(
  'unit and reference',
  'unit.json',
  (r) => [r.numPassedTests, r.numFailedTests],
  'vitest',
  'run',
  '--reporter=default',
  '--reporter=json',
  '--outputFile.json=test-results/unit.json',
);
await check('build', 'vite', 'build', '--logLevel', 'error');
suite(
  'browser',
  'browser.json',
  (r) => {
    if (r.stats.flaky) console.log(`${r.stats.flaky} passed only when run again`);
    return [r.stats.expected + r.stats.flaky, r.stats.unexpected];
  },
  'playwright',
  'test',
);

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
