import { askedRound } from '$server/asked-round';
import { orError } from '$server/base/answer';
import { icsResponse } from '$server/ics-response';
import { Refused } from '$server/base/refused';
import type { RequestHandler } from './$types';

/** The round as a calendar. For the crew. */
export const GET: RequestHandler = ({ locals, url }) =>
  orError(() => {
    const made = askedRound(locals.db, url.searchParams, locals.now());
    if (!made) throw new Refused(422, 'Choose the visits of the round.', 'job');
    return icsResponse(
      'Round of visits',
      made.stops.map((s) => ({
        id: `round-${s.job}-${s.begins}@anthem`,
        start: s.begins,
        end: s.leaves,
        summary: `Look at the finish · ${s.name}`,
        description: `${url.origin}/jobs/${s.job}/check`,
        place: s.place,
      })),
      locals.now(),
      'round.ics',
    );
  });
