/** The days of a household as a calendar. For whoever has the link. */
import { calendarIcs } from '$server/files/calendar-ics';
import { customerCalendar } from '$server/services/across/calendars';
import { HEADERS, through } from '$server/services/customer/gate';
import { openJob } from '$server/services/job/open-job';
import { chancesOf } from '$server/services/plan/chances';
import { currentPlan } from '$server/services/plan/make/current-plan';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params, locals, getClientAddress }) =>
  through(
    locals.db,
    { token: params.token, address: getClientAddress(), now: locals.now(), real: Date.now() },
    (link) => {
      const now = locals.now();
      const file = openJob(locals.db, link.job);
      const { plan } = currentPlan(locals.db, file, now);
      const chances = chancesOf(locals.db, { file, plan, planning: null }, now);
      return new Response(calendarIcs(file.job.name, customerCalendar(file, plan, chances), now), {
        headers: { ...HEADERS, 'content-type': 'text/calendar; charset=utf-8' },
      });
    },
  );
