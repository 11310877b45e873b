/** The plan's form read into a choice, and longer searches that go on while the server answers. */
import { isPlan } from '$core/planning/model/infeasible';
import { beforeEach, describe, expect, it } from 'vitest';
import { eventually } from '../../../../../tests/eventually';
import { newDatabase } from '../../../../../tests/new-database';
import { choiceSchema, type Choice } from '$core/planning/job/choice';
import { usualCounts } from '$core/coating/system';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import { dayToMs } from '$core/units/clock-time';
import type { Db } from '../../db/open';
import { runSearch } from '../../threads/planner-thread';
import { search } from '../../threads/ask';
import { newestPlan } from '../../store/plans';
import { planInputs } from './make/plan-inputs';
import { choosePlan } from './choose-plan';
import { makeCurrentPlan } from './make/make-plan';
import { beginJobSearch, jobSearch } from './job-search';
import { openJob } from '../job/open-job';
import { choiceFromForm, formDefaults } from './plan-form';
import { beginSearch, forgetSearch, searchOf, stopSearch } from '../../threads/searches';
import { saveSurvey } from '../survey/save-survey';
import { planAllJobs } from './all-jobs';

const ZONE = 'America/Halifax';
const NOW = dayToMs('2026-03-09', ZONE);
let db: Db;
let job: string;

const formOf = (fields: Record<string, string | string[]>): FormData => {
  const form = new FormData();
  form.set('system', SHELLAC_URETHANE.key);
  for (const [name, value] of Object.entries(fields))
    for (const one of [value].flat()) form.append(name, one);
  return form;
};
const read = (fields: Record<string, string | string[]>): Choice =>
  choiceSchema.parse(choiceFromForm(db, openJob(db, job), formOf(fields), NOW));
const refused = (fields: Record<string, string | string[]>): string =>
  choiceSchema.safeParse(choiceFromForm(db, openJob(db, job), formOf(fields), NOW)).error?.issues[0]
    ?.message ?? '';

beforeEach(() => {
  ({ db, job } = newDatabase({ zone: ZONE }, NOW));
  saveSurvey(db, job, 'wall North\nupper 30 : pair\nupper 30 : pair\nbase 36 : drawer / pair\n');
});

describe('the room of a slot in the form', () => {
  it('is read in the unit of the job, and refused where it is no length', () => {
    expect(read({ slotLength: '60', slotDepth: '600 mm' }).slot).toEqual({ length: 1524, depth: 600 });
    // Five feet by two and a half, where nothing is typed in a kitchen of inches.
    expect(read({}).slot).toEqual({ length: 1524, depth: 762 });
    expect(refused({ slotLength: 'long', slotDepth: '30' })).toBe('Write the length of a slot');
    expect(refused({ slotLength: '60', slotDepth: '1' })).toMatch(/at least 100 mm deep/);
  });
});

describe('the rules in the form', () => {
  const RULES = {
    rules: 'yes',
    awayDays: '2026-03-17, 2026-03-18',
    kitchenDays: '2026-03-20',
    quietTime: ['12:30', '14:00', '', ''],
    sleepFrom: '21:00',
    airHours: '5',
    sandThere: 'yes',
    travelMinutes: '20',
    fixed: 'yes',
    openLots: 'yes',
    promised: '2026-04-03',
    priority: '3',
  };
  it('are read as they are written', () => {
    const choice = read(RULES);
    expect(choice.rules).toEqual({
      awayDays: ['2026-03-17', '2026-03-18'],
      kitchenDays: ['2026-03-20'],
      quiet: [['12:30', '14:00']],
      sleep: { from: '21:00', airHours: 5 },
      sandThere: true,
      travelMinutes: 20,
    });
    expect(choice).toMatchObject({
      fixed: true,
      shared: false,
      open: { lots: true, pattern: false },
      promised: '2026-04-03',
      priority: 3,
    });
  });
  it('stay as they were where a form does not have them', async () => {
    await choosePlan(db, job, read(RULES), () => NOW);
    const again = read({ lotSize: '3' });
    expect(again.rules.awayDays).toEqual(['2026-03-17', '2026-03-18']);
    expect(again.promised).toBe('2026-04-03');
  });
  it('are usual at first: fixed work too, shared, nothing else asked', () => {
    expect(formDefaults(db, openJob(db, job), NOW)).toMatchObject({
      fixed: true,
      shared: true,
      promised: null,
      priority: 2,
    });
    expect(read({}).rules).toEqual({
      awayDays: [],
      kitchenDays: [],
      quiet: [],
      sleep: null,
      sandThere: false,
      travelMinutes: 0,
    });
  });
  it.each([
    [{ awayDays: 'tomorrow' }, /2026-03-09/],
    [{ quietTime: ['14:00', '12:30'] }, /run forward/],
    [{ travelMinutes: '300' }, /journey/],
    [{ promised: '3 April' }, /2026-03-09/],
  ])('are refused in words when they are faulty: %j', (fields, why) => {
    expect(refused({ ...RULES, ...fields } as Record<string, string | string[]>)).toMatch(why);
  });
  it('jobs of before are read as they were meant: pieces alone, by themselves', () => {
    const added = ['rules', 'fixed', 'shared', 'open', 'promised', 'priority'];
    const old = Object.fromEntries(Object.entries(read({})).filter(([key]) => !added.includes(key)));
    expect(choiceSchema.parse(old)).toMatchObject({
      fixed: false,
      shared: false,
      promised: null,
      open: { lots: false, pattern: false },
    });
  });
});

describe('a longer search', () => {
  const choose = () =>
    choosePlan(
      db,
      job,
      {
        ...read({ lotSize: '2', rackSlots: '4' }),
        counts: usualCounts(SHELLAC_URETHANE),
        visits: false,
      },
      () => NOW,
    );
  it('tells how far it is, keeps what is better, and never what is worse', async () => {
    await choose();
    const before = await makeCurrentPlan(db, job, () => NOW);
    expect(jobSearch(job)).toEqual({ state: 'none', share: 0, gain: null });
    await beginJobSearch(db, job, () => NOW);
    await eventually(() => expect(jobSearch(job).state).toBe('done'));
    expect(jobSearch(job).gain).toBeGreaterThanOrEqual(0);
    const after = newestPlan(db, job);
    if (!before || !after || !isPlan(before.result) || !isPlan(after.result)) throw new Error();
    expect(after.result.makespan).toBeLessThanOrEqual(before.result.makespan);
    expect(after.result.lowerBound).toBeGreaterThanOrEqual(before.result.lowerBound);
  }, 60_000);
  it('is refused where there is no plan', async () => {
    await expect(beginJobSearch(db, job, () => NOW)).rejects.toThrow(/no plan to make better/);
    await expect(planAllJobs(db, NOW)).rejects.toThrow(/No job is planned yet/);
  });
  it('reports what it has, stops with the best so far, and is forgotten', async () => {
    await choose();
    const inputs = planInputs(db, openJob(db, job), NOW);
    if (!inputs) throw new Error();
    const seen: number[] = [];
    const task = { kind: 'job' as const, inputs, at: NOW };
    const found = runSearch(task, { progress: (share) => seen.push(share) });
    expect(found.kind === 'job' && found.made && !isPlan(found.made.result)).toBe(false);
    expect([...seen].sort((a, b) => a - b)).toEqual(seen);
    let asked = 0;
    const stopped = runSearch(task, { stop: () => ++asked > 1 });
    expect(stopped.kind === 'job' && stopped.made && !isPlan(stopped.made.result)).toBe(false);
    const { found: later } = await search(task);
    expect((await later).kind).toBe('job');
    await beginSearch('a key', task, NOW);
    await eventually(() => expect(searchOf('a key')?.state).toBe('done'));
    expect(searchOf('a key')).toMatchObject({ startedAt: NOW, share: 1 });
    stopSearch('a key');
    stopSearch('nothing');
    forgetSearch('a key');
    expect(searchOf('a key')).toBeNull();
  });
});
