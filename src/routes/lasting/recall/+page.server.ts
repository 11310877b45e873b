import { companyZone } from '$server/services/company/clock';
import { recallOf } from '$server/services/lasting/recall';
import type { PageServerLoad } from './$types';

/** For the crew. */
export const load: PageServerLoad = ({ locals, url }) => ({
  title: 'Recall',
  zone: companyZone(),
  ...recallOf(locals.db, url.searchParams),
});
