import { icsResponse } from '$server/ics-response';
import { orError } from '$server/base/answer';
import { feedCalendar } from '$server/services/across/calendars';
import type { RequestHandler } from './$types';

/** A calendar at its private address, for calendar programs that look again by themselves. */
export const GET: RequestHandler = ({ locals, params }) =>
  orError(() => {
    const now = locals.now();
    const { name, entries } = feedCalendar(locals.db, params.token.replace(/\.ics$/, ''), now);
    return icsResponse(name, entries, now, null);
  });
