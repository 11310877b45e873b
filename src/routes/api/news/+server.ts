import { json } from '@sveltejs/kit';
import { newsSince } from '$server/services/bench/news';
import type { RequestHandler } from './$types';

/** What was recorded since a mark. For the crew. */
export const GET: RequestHandler = ({ locals, url }) =>
  json(newsSince(locals.db, url.searchParams.get('since') ?? ''), {
    headers: { 'cache-control': 'no-store' },
  });
