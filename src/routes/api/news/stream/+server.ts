import { eventStream } from '$server/base/event-stream';
import { newsSince } from '$server/services/bench/news';
import type { RequestHandler } from './$types';

/** How often it is looked whether something was recorded, ms. */
const PACE = 700;

/** Server-sent events: one whenever a fact was recorded anywhere. For the crew. */
export const GET: RequestHandler = ({ locals: { db }, request }) => {
  let { mark } = newsSince(db, '');
  return eventStream(db, request, PACE, JSON.stringify({ mark, jobs: [] }), () => {
    const news = newsSince(db, mark);
    if (news.mark === mark) return null;
    ({ mark } = news);
    return JSON.stringify(news);
  });
};
