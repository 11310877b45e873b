/** What pages say of one job of the demo, against its own record and its own plan. */
import { expect, it } from 'vitest';
import { HOUR, MINUTE } from '$core/units/durations';
import { DEMO_NOW } from '../../demo/demo';
import { mustBePlan } from '$core/planning/model/infeasible';
import { demoDatabase } from '../../../../../tests/demo-database';
import { openJob } from '../job/open-job';
import { bars } from '../plan/bars';
import { handBack, isHome } from '../plan/hand-back';
import { newestPlan } from '../../store/plans';
import { labelPage } from '../take-down/label-page';
import { SHEETS } from '$core/labels/sheet';
import { jobHead } from './job-head';

const db = demoDatabase();
const named = (name: string): string => {
  const found = db.prepare<[string], { id: string }>('SELECT id FROM job WHERE name = ?').get(name);
  if (!found) throw new Error(`There is no ${name}`);
  return found.id;
};

it('a kitchen is home when every piece hangs', () => {
  expect(isHome(openJob(db, named('Ferry Steps')))).toBe(true);
  expect(isHome(openJob(db, named('Lanternhouse')))).toBe(false);
  const file = openJob(db, named('Ferry Steps'));
  expect(isHome({ ...file, pieces: [] })).toBe(false);
});

it('a plan says when the kitchen is handed back, and the earliest it could be', () => {
  const plan = newestPlan(db, named('Orchard Row'));
  if (!plan) throw new Error('There is no plan');
  const result = mustBePlan(plan.result);
  expect(handBack(plan)).toEqual({
    at: plan.t0 + result.makespan * MINUTE,
    bound: plan.t0 + result.lowerBound * MINUTE,
  });
  expect(handBack(null)).toBeNull();
});

it('a coat is drawn with its changeover: what its plan takes beside its own minutes', () => {
  const id = named('Orchard Row');
  const plan = newestPlan(db, id);
  if (!plan) throw new Error('There is no plan');
  const drawn = bars(openJob(db, id), plan, new Map()).filter((b) => b.setup > 0);
  expect(drawn.length).toBeGreaterThan(3);
  const result = mustBePlan(plan.result);
  for (const bar of drawn) {
    const own = plan.problem.operations.find((o) => o.id === bar.operation);
    const run = result.assignments.find((a) => a.operation === bar.operation);
    if (own && run && !own.pausable) expect(run.end - run.start).toBe(own.minutes + bar.setup);
  }
});

it('air that was read hours ago is not shown as the air of now', () => {
  const file = openJob(db, named('Lanternhouse'));
  const last = Math.max(...[...file.state.air.values()].map((a) => a.at));
  const head = (now: number) => jobHead(db, { file, plan: null, planning: null }, now).air;
  expect(head(last + 4 * HOUR - 1)).toMatchObject({ at: last });
  expect(head(last + 4 * HOUR)).toBeNull();
  expect(DEMO_NOW).toBeGreaterThan(last);
});

it('labels are counted, and a sheet has as many places as it has', () => {
  const file = openJob(db, named('Lanternhouse'));
  const page = labelPage(db, file);
  expect(page.sheets.map((s) => s.places)).toEqual(SHEETS.map(({ columns, rows }) => columns * rows));
  expect(page.codes).toHaveLength(file.pieces.length);
  for (const kind of page.kinds) expect(kind.printed).toBeLessThanOrEqual(kind.all);
});
