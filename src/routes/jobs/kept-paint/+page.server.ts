import { isoDay } from '$core/units/clock-time';
import { keptCans } from '$server/services/across/kept-cans';
import { companyZone, now } from '$server/services/company/clock';
import type { PageServerLoad } from './$types';

/** For the crew. */
export const load: PageServerLoad = ({ locals }) => ({
  title: 'Kept paint',
  cans: keptCans(locals.db, isoDay(now(locals.db), companyZone())),
});
