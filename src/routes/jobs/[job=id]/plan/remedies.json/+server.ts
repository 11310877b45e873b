import { json } from '@sveltejs/kit';
import { remediesFor } from '$server/services/plan/remedies';
import type { RequestHandler } from './$types';

/** What each remedy against the air would bring and cost. For the office. */
export const GET: RequestHandler = async ({ locals, params }) => {
  const { file, plan } = locals.open(params.job);
  return json(await remediesFor(locals.db, file, plan, locals.now()), {
    headers: { 'cache-control': 'no-store' },
  });
};
