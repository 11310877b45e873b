import { json } from '@sveltejs/kit';
import { orError } from '$server/base/answer';
import { beginJobSearch, jobSearch, stopJobSearch } from '$server/services/plan/job-search';
import type { RequestHandler } from './$types';

/** How a longer search for a better plan gets on. */
export const GET: RequestHandler = ({ params }) => json(jobSearch(params.job));

/** Begins one. */
export const POST: RequestHandler = ({ locals, params }) =>
  orError(async () => {
    await beginJobSearch(locals.db, params.job, locals.now);
    return json(jobSearch(params.job));
  });

/** Stops it: what was found so far is kept when it is better. */
export const DELETE: RequestHandler = ({ params }) => {
  stopJobSearch(params.job);
  return json(jobSearch(params.job));
};
