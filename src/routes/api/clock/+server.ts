import { isRunning } from '$server/services/company/clock';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** The clock of this installation, for devices to set theirs by. */
export const GET: RequestHandler = ({ locals }) =>
  json({ now: locals.now(), running: isRunning(locals.db) }, { headers: { 'cache-control': 'no-store' } });
