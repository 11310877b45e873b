import { here } from '$server/services/company/here';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Who uses this device, and what every page says of the company. For the crew. */
export const GET: RequestHandler = ({ locals }) =>
  json(here(locals.db, locals), { headers: { 'cache-control': 'no-store' } });
