/**
 * `npm run mutants -- ROOM [--count N] [--seed S] [--seconds T]`: changes single lines of a room, one at a time, runs the unit tests that are near, and
 * tells which changes no test notices. FILE:LINE in the place of a room tries every change of that line. Nothing on the disk is changed.
 */
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { seeded } from '../src/lib/core/units/random';
import { importers, nearTests } from './parts/near.mjs';
import { applied, mutantsOf, type Mutant } from './parts/mutate';

const CORE = 'src/lib/core';
/** What each room is, by the beginnings of paths. */
const ROOMS: Record<string, string[]> = {
  guard: [`${CORE}/bench/guard/`],
  state: [`${CORE}/bench/state/`],
  drying: [`${CORE}/drying/`, `${CORE}/air/`],
  planning: [`${CORE}/planning/`],
  'take-off': [`${CORE}/takeoff/`],
  hanging: [`${CORE}/hanging/`],
  durability: [`${CORE}/durability/`],
  coating: [`${CORE}/coating/`],
  services: ['src/lib/server/services/'],
  views: [`${CORE}/bench/view/`, `${CORE}/bench/pages/`, `${CORE}/evening/`],
};
/** Tests of a mutant: the nearest, as many as take T seconds in all when nothing fails; and at least so many. */
const FEW = 3;
/** A mutant that never ends is noticed too, ms. */
const PATIENCE = 240_000;
const AT_ONCE = 2;

const { values, positionals } = parseArgs({
  options: {
    count: { type: 'string', default: '30' },
    seed: { type: 'string', default: '1' },
    seconds: { type: 'string', default: '8' },
  },
  allowPositionals: true,
});
const rooms = positionals[0] === 'all' ? Object.keys(ROOMS) : positionals;
const isLine = (room: string): boolean => /\.ts:\d+$/.test(room);
if (!rooms.length || rooms.some((room) => !ROOMS[room] && !isLine(room))) {
  console.error(
    `Usage: npm run mutants -- ROOM [--count N] [--seed S] [--seconds T], ROOM one of ${Object.keys(ROOMS).join(', ')}, all, or FILE:LINE`,
  );
  process.exit(1);
}

const TIMES = 'test-results/times.json';
const times = (existsSync(TIMES) ? JSON.parse(readFileSync(TIMES, 'utf8')) : {}) as Record<string, number>;
const by = importers();

/** So many mutants of a room, drawn by the seed. */
function drawn(room: string, count: number, seed: number): Mutant[] {
  if (isLine(room)) {
    const [file = '', line] = room.split(':');
    return mutantsOf(file, readFileSync(file, 'utf8')).filter((m) => m.line === Number(line));
  }
  const random = seeded(seed);
  return (ROOMS[room] ?? [])
    .flatMap((folder) =>
      readdirSync(folder, { recursive: true, encoding: 'utf8' })
        .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
        .map((name) => folder + name),
    )
    .sort()
    .flatMap((file) => mutantsOf(file, readFileSync(file, 'utf8')))
    .map((mutant) => ({ mutant, key: random() }))
    .sort((a, b) => a.key - b.key)
    .slice(0, count)
    .map((m) => m.mutant);
}

/** The run knows no components. */
const needsNoComponents = (test: string): boolean =>
  !test.startsWith('src/lib/ui/') && !readFileSync(test, 'utf8').includes('.svelte');

function testsFor(file: string): string[] {
  let left = Number(values.seconds);
  return [...nearTests([file], by).keys()].filter(needsNoComponents).filter((test, i) => {
    const time = times[test] ?? 1;
    if (i >= FEW && time > left) return false;
    left -= time;
    return true;
  });
}

const projectsOf = (tests: readonly string[]): string[] =>
  tests.some((t) => t.startsWith('src/lib/server/')) ? [] : ['--project', 'core'];

const folder = mkdtempSync(join(tmpdir(), 'mutants-'));

/** Runs tests with a file changed. @param most ms that they may take @returns whether they pass */
function pass(
  tests: readonly string[],
  change: { file: string; text: string },
  { slot, workers = 1, most = PATIENCE }: { slot: number; workers?: number; most?: number },
): Promise<boolean> {
  const file = join(folder, `${slot}.json`);
  writeFileSync(file, JSON.stringify(change));
  const run = spawn(
    process.execPath,
    [
      ...['node_modules/vitest/vitest.mjs', 'run', '--config', 'tests/set-up/mutants.config.ts'],
      ...['--bail=1', '--reporter=dot', `--maxWorkers=${workers}`, ...projectsOf(tests), ...tests],
    ],
    { stdio: 'ignore', env: { ...process.env, ANTHEM_MUTANT: file } },
  );
  const late = setTimeout(() => run.kill('SIGKILL'), most);
  return new Promise((resolve) =>
    run.once('close', (status) => {
      clearTimeout(late);
      resolve(status === 0);
    }),
  );
}

/** Whether a test notices it. */
async function isNoticed(mutant: Mutant, slot: number): Promise<boolean> {
  const tests = testsFor(mutant.file);
  const text = readFileSync(mutant.file, 'utf8');
  return (
    tests.length > 0 && !(await pass(tests, { file: mutant.file, text: applied(text, mutant) }, { slot }))
  );
}

/** Tests that fail with nothing changed would notice everything. @throws Error */
async function mustPassAsTheyAre(mutants: readonly Mutant[]): Promise<void> {
  const tests = [...new Set(mutants.flatMap((m) => testsFor(m.file)))];
  const [file = ''] = mutants.map((m) => m.file);
  const unchanged = { file, text: readFileSync(file, 'utf8') };
  const whole = { slot: AT_ONCE, workers: AT_ONCE, most: tests.length * PATIENCE };
  if (tests.length && !(await pass(tests, unchanged, whole)))
    throw new Error(`Tests near these lines fail with nothing changed: ${tests.join(' ')}`);
}

for (const room of rooms) {
  const mutants = drawn(room, Number(values.count), Number(values.seed));
  await mustPassAsTheyAre(mutants);
  const alive: Mutant[] = [];
  const queue = mutants.values();
  await Promise.all(
    Array.from({ length: AT_ONCE }, async (_, slot) => {
      for (const mutant of queue) if (!(await isNoticed(mutant, slot))) alive.push(mutant);
    }),
  );
  const share = (100 * (mutants.length - alive.length)) / mutants.length;
  console.log(
    `${room}: ${mutants.length - alive.length} of ${mutants.length} noticed, ${share.toFixed(0)} %`,
  );
  for (const { file, line, was, is } of alive.sort((a, b) => (a.file < b.file ? -1 : 1)))
    console.log(`  ${file}:${line}  ${was}  →  ${is}`);
}
rmSync(folder, { recursive: true });
