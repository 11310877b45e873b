/** What is planned may be pinned where it is: the plan itself shows that it can be kept. */
import { expect, it } from 'vitest';
import { audit } from '$core/planning/audit';
import { readOperationId } from '$core/planning/job/operation-id';
import { makePlan } from '$core/job-plan/make-plan';
import { timesOf } from '$core/job-plan/made-plan';
import { openDatabase } from '../../db/open';
import { DEMO_NOW, makeDemo } from '../../demo/demo';
import { listOpenJobs } from '../../store/jobs';
import { makeCurrentPlan } from './make/make-plan';
import { planInputs } from './make/plan-inputs';
import { openJob } from '../job/open-job';

it('every operation of the demo’s jobs can be pinned to its own planned minute', async () => {
  const db = openDatabase(':memory:');
  await makeDemo(db);
  const refused: string[] = [];
  let tried = 0;
  for (const { id } of listOpenJobs(db)) {
    const file = openJob(db, id);
    const plan = await makeCurrentPlan(db, id, () => DEMO_NOW);
    const inputs = planInputs(db, file, DEMO_NOW);
    if (!plan || !inputs || 'infeasible' in plan.result) continue;
    for (const { operation, start } of plan.result.assignments) {
      if (readOperationId(operation) === null) continue;
      const at = plan.t0 + start * 60_000;
      const pinned = { ...inputs, pins: new Map([[operation, at]]) };
      const made = makePlan(pinned, DEMO_NOW, timesOf(plan), { seed: 1, steps: 4, nodes: 200 });
      tried++;
      if (!made || 'infeasible' in made.result) refused.push(operation);
      else expect(audit(made.problem, made.result)).toEqual([]);
    }
  }
  expect(tried).toBeGreaterThan(80);
  expect(refused).toEqual([]);
}, 300_000);
