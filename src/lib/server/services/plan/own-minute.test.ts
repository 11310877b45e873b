/** What is planned may be pinned where it stands: the plan itself shows that it can be kept. */
import { expect, it } from 'vitest';
import { audit } from '$core/planning/audit';
import { readOperationId } from '$core/planning/job-problem';
import { planJob } from '$core/planning/plan-job';
import { openDatabase } from '../../db/open';
import { DEMO_NOW, makeDemo } from '../../demo/demo';
import { listOpenJobs } from '../../store/jobs';
import { currentPlan, jobToPlan, startsFrom } from './current-plan';
import { openJob } from '../job/open-job';

it('every operation of the demo’s jobs can be pinned to its own planned minute', () => {
  const db = openDatabase(':memory:');
  makeDemo(db);
  const refused: string[] = [];
  let tried = 0;
  for (const { id } of listOpenJobs(db)) {
    const file = openJob(db, id);
    const plan = currentPlan(db, file, DEMO_NOW);
    const job = jobToPlan(db, file, DEMO_NOW, 60);
    if (!plan || !job || 'infeasible' in plan.result) continue;
    for (const { operation, start } of plan.result.assignments) {
      if (readOperationId(operation) === null) continue;
      const at = plan.t0 + start * 60_000;
      const pins = new Map([[operation, at]]);
      const made = planJob({ ...job, pins }, { seed: 1, steps: 4, prove: false }, startsFrom(plan, job.t0));
      tried++;
      if (!made || 'infeasible' in made.result) refused.push(operation);
      else expect(audit(made.problem, made.result)).toEqual([]);
    }
  }
  expect(tried).toBeGreaterThan(80);
  expect(refused).toEqual([]);
});
