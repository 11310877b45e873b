import { eachJob } from '$server/services/job/each-job';
import { openJobs, today } from '$server/services/across/today';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** What each job under way wants next, who is where, and what is due. For the crew. */
export const GET: RequestHandler = ({ locals }) => {
  const { read, spoilt } = eachJob(locals.db, openJobs(locals.db), locals.open);
  return json(
    {
      /** by the server’s clock, when this was made */
      asOf: locals.now(),
      planning: read.flatMap((o) => o.planning ?? []),
      ...today(locals.db, read, locals.now(), spoilt),
    },
    { headers: { 'cache-control': 'no-store' } },
  );
};
