import { json } from '@sveltejs/kit';
import { eachJob } from '$server/services/job/each-job';
import type { RequestHandler } from './$types';

/** Jobs asked about at most. */
const MOST = 60;

/** Which of some jobs' plans are being made anew, why and for how long. Anyone on the crew. */
export const GET: RequestHandler = ({ locals, url }) => {
  const ids = url.searchParams.getAll('job').slice(0, MOST);
  const { read } = eachJob(locals.db, ids, (id) => locals.open(id).planning);
  return json({ planning: read.flatMap((p) => p ?? []) }, { headers: { 'cache-control': 'no-store' } });
};
