/**
 * `npm test`: everything, from a fresh clone. Ends with the share of each step, the slowest tests, and a line "N passed, N failed".
 * `npm test -- --near`: lint, format and the unit tests nearest to what is changed and not committed (or to the last commit), in under a minute.
 * `npm test -- --unchanged-out`: leaves out steps whose files are what they were when the step last passed.
 */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { stripVTControlCharacters } from 'node:util';
import { chromiumPackage, chromiumPath } from './parts/chromium.mjs';
import { nearTests } from './parts/near.mjs';
import { install, root, SHORT_LIVED } from './parts/prepare.mjs';

const near = process.argv.includes('--near');
const unchangedOut = process.argv.includes('--unchanged-out');
const results = join(root, 'test-results');
const SLOWEST = 20;
/** of what a failure said, told once more at the end */
const LINES = 25;

/** Components have their own tools: what reads all else in a second does not know them. */
const COMPONENTS = 'src/**/*.svelte';
const OXLINT = ['oxlint', '--deny-warnings'];
const OXFMT = ['oxfmt', '--check'];
const ESLINT = ['eslint', '--max-warnings', '0'];
const PRETTIER = ['prettier', '--check', '--log-level', 'warn'];

install();
if (!near) installChromium();

function installChromium() {
  if (existsSync(chromiumPath)) return;
  console.log('Chromium is missing; installing Debian’s package …');
  if (process.getuid?.() === 0) {
    spawnSync('apt-get', ['update', '-q'], { stdio: 'ignore' });
    spawnSync('apt-get', ['install', '-y', '-q', '--no-install-recommends', chromiumPackage], {
      stdio: 'inherit',
    });
  }
  if (existsSync(chromiumPath)) return;
  console.error(
    `The browser tests need Chromium: apt-get install ${chromiumPackage}, or set CHROMIUM to its path.`,
  );
  console.log('0 passed, 1 failed');
  process.exit(1);
}

mkdirSync(results, { recursive: true });
// Samples are other ones in every run; the same number draws the same again.
process.env.ANTHEM_SEED ??= String(Date.now() % 2 ** 31);
console.log(`Samples are drawn by ANTHEM_SEED=${process.env.ANTHEM_SEED}`);

const started = Date.now();
let passed = 0;
let failed = 0;
/** what failed, with the beginning of what it said: it is told once more at the end, where it is read first */
const faults = [];
/** seconds of each step */
const shares = [];

const git = (...args) =>
  spawnSync('git', args, { cwd: root, encoding: 'utf8' }).stdout.split('\n').filter(Boolean);

/** What each step looks at, by the beginnings of paths. */
const LOOKS_AT = {
  unit: ['src/', 'tests/', 'migrations/', 'scripts/', 'docs/', 'package', 'vite.config.ts', 'tsconfig.json'],
  browser: ['src/', 'static/', 'tests/', 'migrations/', 'scripts/', 'package', 'playwright.config.ts'],
  layers: ['src/', '.dependency-cruiser'],
};
const GREEN = join(results, 'green.json');
const green = existsSync(GREEN) ? JSON.parse(readFileSync(GREEN, 'utf8')) : {};

/** Stands for the files that a step looks at; all of them where nothing is said. */
function markOf(name) {
  const hash = createHash('sha256');
  const from = LOOKS_AT[name] ?? [''];
  for (const file of git('ls-files', '--cached', '--others', '--exclude-standard').sort())
    if (from.some((start) => file.startsWith(start)) && existsSync(join(root, file)))
      hash.update(file).update(readFileSync(join(root, file)));
  return hash.digest('hex');
}

/** Runs a step unless it may be left out, and keeps its time and whether it passed. */
async function step(name, run) {
  const mark = markOf(name);
  if (unchangedOut && green[name] === mark) {
    console.log(`\n— ${name}: unchanged since it passed`);
    return;
  }
  const begun = Date.now();
  const before = failed;
  await run();
  shares.push([name, (Date.now() - begun) / 1000]);
  green[name] = failed === before ? mark : null;
  writeFileSync(GREEN, JSON.stringify(green));
}

/** Runs a command; what it says is shown when it has ended, so that two may run at once. @returns what it said where it ended badly, else null */
function ended(name, ...args) {
  return new Promise((resolve) => {
    const run = spawn('npx', ['--no-install', ...args], { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    for (const stream of [run.stdout, run.stderr]) stream.on('data', (part) => (said += part));
    run.once('close', (status) => {
      console.log(`\n— ${name}\n${said}`);
      resolve(status === 0 ? null : said);
    });
  });
}

/** A check that passes or fails as one. */
const check = (name, ...args) =>
  step(name, async () => {
    const said = await ended(name, ...args);
    if (said === null) passed++;
    else {
      failed++;
      faults.push([name, said]);
    }
  });

/** Checks, two at a time, in order. */
async function checks(...list) {
  const next = list.values();
  const some = async () => {
    for (const args of next) await check(...args);
  };
  await Promise.all([some(), some()]);
}

/** A test runner with a JSON report; a run without a report is a failure. */
const suite = (name, report, count, ...args) =>
  step(name, () => {
    console.log(`\n— ${name}`);
    const path = join(results, report);
    rmSync(path, { force: true });
    const { status } = spawnSync(process.execPath, args, { cwd: root, stdio: 'inherit' });
    const said = existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : null;
    const { good, bad } = said ? count(said) : { good: 0, bad: [] };
    if (status !== 0 && bad.length === 0)
      bad.push([name, 'It ended badly without a test that failed: see above.']);
    passed += good;
    failed += bad.length;
    faults.push(...bad);
  });

const units = (...files) =>
  suite(
    'unit',
    'unit.json',
    ({ numPassedTests: good, testResults }) => ({
      good,
      bad: testResults.flatMap((file) => {
        const tests = file.assertionResults.filter((t) => t.status === 'failed');
        const name = relative(root, file.name);
        // A file that does not load has no tests.
        if (file.status === 'failed' && !tests.length) return [[name, file.message]];
        return tests.map((t) => [`${name}  ${t.fullName}`, t.failureMessages.join('\n')]);
      }),
    }),
    ...SHORT_LIVED,
    ...['node_modules/vitest/vitest.mjs', 'run', '--reporter=default', '--reporter=json'],
    '--outputFile.json=test-results/unit.json',
    ...files,
  );

/** The browser tests of a report. */
const specsIn = (suites) => suites.flatMap((s) => [...specsIn(s.suites ?? []), ...(s.specs ?? [])]);

/** Every test of the last reports with its seconds, the slowest first. */
function slowest() {
  const read = (report) =>
    existsSync(join(results, report)) ? JSON.parse(readFileSync(join(results, report), 'utf8')) : null;
  const unit = (read('unit.json')?.testResults ?? []).flatMap((file) =>
    file.assertionResults.map((t) => [(t.duration ?? 0) / 1000, relative(root, file.name), t.fullName]),
  );
  const browser = specsIn(read('browser.json')?.suites ?? []).map((spec) => [
    spec.tests.reduce((sum, t) => sum + t.results.reduce((n, r) => n + r.duration, 0), 0) / 1000,
    `tests/e2e/${spec.file}`,
    spec.title,
  ]);
  return [...unit, ...browser].sort((a, b) => b[0] - a[0]);
}

/** Seconds that unit tests of a file took when they last ran. */
const TIMES = join(results, 'times.json');
const knownTimes = () => (existsSync(TIMES) ? JSON.parse(readFileSync(TIMES, 'utf8')) : {});
function keepTimes() {
  const times = knownTimes();
  const now = {};
  for (const [seconds, file] of slowest()) now[file] = (now[file] ?? 0) + seconds;
  writeFileSync(TIMES, JSON.stringify({ ...times, ...now }));
}

/** As many of the nearest unit tests as half a minute allows on two threads. */
function nearest(changed) {
  const times = knownTimes();
  let left = 60;
  return [...nearTests(changed).keys()].filter((file) => (left -= times[file] ?? 1) > 0);
}

if (near) {
  const changed = [
    ...git('diff', '--name-only', 'HEAD'),
    ...git('ls-files', '--others', '--exclude-standard'),
  ];
  const files = (changed.length ? changed : git('diff', '--name-only', 'HEAD~1')).filter((f) =>
    existsSync(join(root, f)),
  );
  const components = files.filter((f) => f.endsWith('.svelte'));
  const tests = nearest(files);
  console.log(`${files.length} changed files, ${tests.length} test files near them. Types are not checked.`);
  await check('format', ...OXFMT);
  await check('style', ...OXLINT);
  if (components.length) {
    await check('format of components', ...PRETTIER, ...components);
    await check('style of components', ...ESLINT, ...components);
  }
  if (tests.length) await units(...tests);
} else {
  await check('prepare', 'svelte-kit', 'sync');
  // What is left there of components that are gone would be checked, too.
  rmSync(join(root, '.svelte-kit', '.svelte-check'), { recursive: true, force: true });
  await checks(
    ['build', 'vite', 'build', '--logLevel', 'error'],
    ['types', 'svelte-check', '--tsgo', '--fail-on-warnings', '--output', 'human'],
    ['style of components', ...ESLINT, COMPONENTS],
    ['format of components', ...PRETTIER, COMPONENTS],
    ['style', ...OXLINT],
    ['format', ...OXFMT],
    ['layers', 'depcruise', 'src', '--config', '.dependency-cruiser.cjs', '--output-type', 'err'],
  );
  await units();
  await suite(
    'browser',
    'browser.json',
    ({ stats, suites, errors }) => ({
      good: stats.expected,
      bad: [
        ...specsIn(suites)
          .filter((spec) => !spec.ok)
          .map((spec) => [
            `tests/e2e/${spec.file}  ${spec.title}`,
            spec.tests.flatMap((t) => t.results.map((r) => r.error?.message ?? r.status)).join('\n'),
          ]),
        ...errors.map((e) => ['browser', e.message]),
      ],
    }),
    'node_modules/@playwright/test/cli.js',
    'test',
  );
  console.log(`\nThe ${SLOWEST} slowest tests, seconds`);
  for (const [seconds, file, name] of slowest().slice(0, SLOWEST))
    console.log(`${seconds.toFixed(1).padStart(6)}  ${file}  ${name}`);
}
keepTimes();

console.log('\nSteps, seconds; what comes before the unit tests, two at a time');
for (const [name, seconds] of shares) console.log(`${seconds.toFixed(1).padStart(6)}  ${name}`);
console.log(`${((Date.now() - started) / 1000).toFixed(1).padStart(6)}  in all, after the install`);
for (const [name, said] of faults)
  console.log(`\nFailed: ${name}\n${stripVTControlCharacters(said).split('\n').slice(0, LINES).join('\n')}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
