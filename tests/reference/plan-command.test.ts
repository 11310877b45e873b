/** `npm run plan`: how it is asked, and what it answers. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { audit } from '$core/planning/audit/audit';
import { problemSchema, type Plan } from '$core/planning/model/problem';
import { planCommand } from '../../scripts/parts/plan-command';

const SINGLE = 'tests/reference/data/planning/single-101.json';
const plan = (...args: string[]) => planCommand(args);
const problem = problemSchema.parse(JSON.parse(readFileSync(SINGLE, 'utf8')));

it.each([[['--seconds=1']], [['--seconds', '1']], [[]]])('plans within a time: %j', (args) => {
  const { status, stdout } = plan(SINGLE, ...args);
  expect(status).toBe(0);
  expect(audit(problem, JSON.parse(stdout) as Plan)).toEqual([]);
});

it('prints its answer, and ends with its status', () => {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ['--import', 'tsx', 'scripts/plan.ts', SINGLE, '--seconds=1'],
    { encoding: 'utf8' },
  );
  expect([status, stderr]).toEqual([0, '']);
  expect(audit(problem, JSON.parse(stdout) as Plan)).toEqual([]);
});

it.each([
  ['no file', [], /^Usage/],
  ['a time that is no number', [SINGLE, '--seconds=soon'], /--seconds is a number above 0/],
  ['no time at all', [SINGLE, '--seconds', '0'], /--seconds is a number above 0/],
  ['an option that there is not', [SINGLE, '--second', '3'], /Unknown option '--second'.*Usage/],
  ['two files', [SINGLE, SINGLE], /^Usage/],
  ['a file that is not there', ['nowhere.json'], /nowhere\.json/],
])('refuses %s, prints no plan, and says how it is used', (_, args, words) => {
  const { status, stdout, stderr } = plan(...args);
  expect([status, stdout]).toEqual([1, '']);
  expect(stderr).toMatch(words);
});

it('says what is misspelt, and answers 2 where there is no plan', () => {
  const folder = mkdtempSync(join(tmpdir(), 'plan-'));
  const file = join(folder, 'problem.json');
  const problem = JSON.parse(readFileSync(SINGLE, 'utf8')) as { links: object[]; horizon: number };
  writeFileSync(file, JSON.stringify({ ...problem, links: [{ ...problem.links[0], maxlag: 5 }] }));
  expect(plan(file).stderr).toMatch(/maxlag/);
  writeFileSync(file, JSON.stringify({ ...problem, horizon: 600 }));
  const { status, stdout } = plan(file, '--seconds=1');
  expect(status).toBe(2);
  expect(JSON.parse(stdout)).toMatchObject({ infeasible: true });
});
