import { error } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** The plan as data: the problem, and what was found, in minutes from `t0`. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const { file, plan } = await locals.openWithPlan(params.job);
  if (!plan) error(404, 'There is no plan: choose a system first.');
  const { problem, result, t0, madeAt } = plan;
  const whole = {
    format: 'anthem.plan',
    version: 1,
    job: file.job.name,
    t0: new Date(t0).toISOString(),
    madeAt: new Date(madeAt).toISOString(),
    problem,
    result,
  };
  return new Response(`${JSON.stringify(whole, null, 1)}\n`, {
    headers: {
      'content-type': 'application/json',
      'content-disposition': `attachment; filename="plan.json"`,
    },
  });
};
