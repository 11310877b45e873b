import { eachJob } from '$server/services/job/each-job';
import { openJobs, today } from '$server/services/across/today';
import type { PageServerLoad } from './$types';

/** What each job under way wants next, who is where, and what is due. */
export const load: PageServerLoad = ({ locals }) => {
  const { read, spoilt } = eachJob(locals.db, openJobs(locals.db), locals.open);
  return {
    title: 'Today',
    planning: read.flatMap((o) => o.planning ?? []),
    ...today(locals.db, read, locals.now(), spoilt),
  };
};
