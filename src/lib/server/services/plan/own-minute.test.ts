/** What is planned may be pinned where it is: the plan itself shows that it can be kept. */
import { isPlan } from '$core/planning/model/infeasible';
import { expect, it } from 'vitest';
import { audit } from '$core/planning/audit/audit';
import { readOperationId } from '$core/planning/model/operation-id';
import { makePlan } from '$core/job-plan/make-plan';
import { timesOf } from '$core/job-plan/made-plan';
import { demoDatabase } from '../../../../../tests/demo-database';
import { sampled } from '../../../../../tests/budget';
import { planInEarnest } from '../../../../../tests/plan-effort';
import { DEMO_NOW } from '../../demo/demo';
import { listOpenJobs } from '../../store/jobs';
import { makeCurrentPlan } from './make/make-plan';
import { planInputs } from './make/plan-inputs';
import { openJob } from '../job/open-job';

planInEarnest();

it('operations of the demo’s jobs can be pinned to their own planned minute', async () => {
  const db = demoDatabase();
  const refused: string[] = [];
  let tried = 0;
  for (const { id } of listOpenJobs(db)) {
    const file = openJob(db, id);
    const plan = await makeCurrentPlan(db, id, () => DEMO_NOW);
    const inputs = planInputs(db, file, DEMO_NOW);
    if (!plan || !inputs || !isPlan(plan.result)) continue;
    const planned = plan.result.assignments;
    for (const { operation, start } of sampled(12, planned.length).flatMap((k) => planned[k - 1] ?? [])) {
      if (readOperationId(operation) === null) continue;
      const at = plan.t0 + start * 60_000;
      const pinned = { ...inputs, pins: new Map([[operation, at]]) };
      const made = makePlan(pinned, DEMO_NOW, timesOf(plan), { seed: 1, steps: 4 });
      tried++;
      if (!made || !isPlan(made.result)) refused.push(operation);
      else expect(audit(made.problem, made.result)).toEqual([]);
    }
  }
  expect(tried).toBeGreaterThan(10);
  expect(refused).toEqual([]);
});
