import { icsResponse } from '$server/ics-response';
import { customerCalendar } from '$server/services/across/calendars';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params }) => {
  const { file, plan } = await locals.openWithPlan(params.job);
  return icsResponse(
    file.job.name,
    customerCalendar(file, plan),
    plan?.madeAt ?? locals.now(),
    'customer.ics',
  );
};
