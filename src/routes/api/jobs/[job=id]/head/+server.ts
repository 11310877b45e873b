import { jobHead } from '$server/services/across/job-head';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** What stands above every page of a job. For the crew. */
export const GET: RequestHandler = ({ locals, params }) =>
  json(jobHead(locals.db, locals.open(params.job), locals.now()), {
    headers: { 'cache-control': 'no-store' },
  });
