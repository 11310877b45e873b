import { icsResponse } from '$server/ics-response';
import { jobCalendar } from '$server/services/across/calendars';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params }) => {
  const { file, plan } = await locals.openWithPlan(params.job);
  return icsResponse(
    file.job.name,
    jobCalendar(locals.db, file, plan, locals.now()),
    plan?.madeAt ?? locals.now(),
    'crew.ics',
  );
};
