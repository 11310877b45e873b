import type { RoundsPage } from '$server/services/across/rounds';
import { given } from '$ui/device/given';
import type { PageLoad } from './$types';

/** For the crew; as it was kept on the device where there is no signal. */
export const load: PageLoad = async ({ fetch, url }) => {
  const { data, kept } = await given<RoundsPage>(fetch, `/api/rounds${url.search}`);
  return { title: 'Rounds', ...data, kept };
};
