import { json } from '@sveltejs/kit';
import { atWork } from '$server/services/across/at-work';
import type { RequestHandler } from './$types';

/** What whoever uses this device has under way, in all kitchens. For the crew. */
export const GET: RequestHandler = ({ locals }) =>
  json(atWork(locals.db, locals.worker), { headers: { 'cache-control': 'no-store' } });
