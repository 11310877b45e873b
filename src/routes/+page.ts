import type { TodayPage } from '$server/services/across/today';
import { given } from '$ui/device/given';
import type { PageLoad } from './$types';

/** What each job under way wants next. For the crew. */
export const load: PageLoad = async ({ fetch }) => {
  const { data, kept } = await given<TodayPage>(fetch, '/api/today');
  return { title: 'Today', ...data, kept };
};
