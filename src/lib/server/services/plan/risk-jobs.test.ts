/** The demo's plans carried out together: as planned they give the planned dates, and shared racks are never too full. */
import { beforeAll, expect, it } from 'vitest';
import { riskJobs } from '$core/job-plan/risk-jobs';
import { Replay } from '$core/planning/risk/replay';
import { assessRisk, chanceBy } from '$core/planning/risk/risk';
import { USUAL_RISK } from '$core/planning/risk/risk-model';
import type { Db } from '$server/db/open';
import { demoDatabase } from '../../../../../tests/demo-database';
import { planInEarnest } from '../../../../../tests/plan-effort';
import { now } from '$server/services/company/clock';
import { openJob } from '$server/services/job/open-job';
import { makeCurrentPlan } from '$server/services/plan/make/make-plan';
import { listOpenJobs } from '$server/store/jobs';
import { questions } from './questions';

planInEarnest();

let db: Db;
beforeAll(async () => {
  db = demoDatabase();
  for (let round = 0; round < 2; round++)
    for (const { id } of listOpenJobs(db)) await makeCurrentPlan(db, id, () => now(db));
}, 120_000);

const asked = () =>
  listOpenJobs(db).flatMap(({ id, name }) => {
    const at = now(db);
    const q = questions(db, openJob(db, id), at);
    const together = q?.plan ? riskJobs({ inputs: q.inputs, plan: q.plan }, q.others, at, USUAL_RISK) : null;
    return together ? [{ name, ...together }] : [];
  });

it('as planned, every job of the demo is back when it was planned by itself, and not weeks later among the others', () => {
  const jobs = asked();
  expect(jobs.length).toBeGreaterThan(1);
  expect(jobs.some((j) => j.jobs.length > 1)).toBe(true);
  for (const { name, jobs: list, planned } of jobs) {
    const [first] = list;
    const as = { work: () => 1, again: () => 0, lags: () => null };
    const alone = new Replay([first]).run(as);
    const among = new Replay(list).run(as);
    expect([name, alone.missed[0]]).toEqual([name, 0]);
    expect(alone.backs[0], name).toBeLessThanOrEqual(planned);
    // What one begins a little sooner can cost another its hour before a day's end, and a weekend.
    expect(among.backs[0], name).toBeLessThanOrEqual(planned + 7 * 1440);
  }
});

it('among the others the chance of the planned date falls by no more than what they take', () => {
  for (const { name, jobs, planned } of asked()) {
    const by = assessRisk({ jobs: [jobs[0]], runs: 200, seed: 1 });
    const among = assessRisk({ jobs, runs: 200, seed: 1 });
    expect([name, among.runs]).toEqual([name, 200]);
    // Coats that are done over cost days, not weeks.
    expect(by.p80, name).toBeLessThanOrEqual(planned + 9 * 1440);
    // Those that share people and a rack do not make it hopeless.
    expect(chanceBy(among, planned + 7 * 1440), name).toBeGreaterThan(0.2);
    expect(chanceBy(by, planned) - chanceBy(among, planned), name).toBeLessThan(0.7);
  }
}, 120_000);
