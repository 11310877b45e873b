import { PLACES } from '$core/air/places';
import { eventStream } from '$server/base/event-stream';
import { readingsStamp } from '$server/store/readings';
import type { RequestHandler } from './$types';

/** How often it is looked whether a reading came in, ms. */
const PACE = 1000;

/** Server-sent events: one whenever a reading came in anywhere. For the crew. */
export const GET: RequestHandler = ({ locals: { db }, request, url }) => {
  const stamp = (): string => PLACES.map((p) => readingsStamp(db, p)).join('/');
  // What came in after the page was made, and before it listened, is told at once.
  let known = url.searchParams.get('known') ?? stamp();
  return eventStream(db, request, PACE, null, () => {
    const seen = stamp();
    if (seen === known) return null;
    known = seen;
    return JSON.stringify(seen);
  });
};
