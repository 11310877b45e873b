import { icsResponse } from '$server/ics-response';
import { customerCalendar } from '$server/services/across/calendars';
import { chancesOf } from '$server/services/plan/chances';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params }) => {
  const job = await locals.openWithPlan(params.job);
  const { file, plan } = job;
  return icsResponse(
    file.job.name,
    customerCalendar(file, plan, chancesOf(locals.db, job, locals.now())),
    plan?.madeAt ?? locals.now(),
    'customer.ics',
  );
};
