import { eachJobSoon } from '$server/services/job/each-job';
import { openJobs, today } from '$server/services/across/today';
import type { PageServerLoad } from './$types';

/** What each job under way wants next, who is where, and what is due. */
export const load: PageServerLoad = async ({ locals }) => {
  const { read, spoilt } = await eachJobSoon(locals.db, openJobs(locals.db), (id) => locals.open(id));
  return { title: 'Today', ...today(locals.db, read, locals.now(), spoilt) };
};
