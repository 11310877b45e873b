import { openJobs, today } from '$server/services/today';
import type { PageServerLoad } from './$types';

/** What each job under way wants next, who is where, and what is due. */
export const load: PageServerLoad = async ({ locals }) => {
  const opened = await Promise.all(openJobs(locals.db).map((id) => locals.open(id)));
  return { title: 'Today', ...today(locals.db, opened, locals.now()) };
};
