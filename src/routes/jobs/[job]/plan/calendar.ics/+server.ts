import { icsResponse } from '$server/ics-response';
import { jobCalendar } from '$server/services/calendars';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ locals, params }) => {
  const { file, plan } = locals.open(params.job);
  return icsResponse(
    file.job.name,
    jobCalendar(locals.db, file, plan),
    plan?.madeAt ?? locals.now(),
    'crew.ics',
  );
};
