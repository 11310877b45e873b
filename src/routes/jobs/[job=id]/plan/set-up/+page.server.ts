import { setUpPage } from '$server/services/plan/set-up-page';
import type { PageServerLoad } from './$types';

/** For the office. */
export const load: PageServerLoad = ({ locals, params }) =>
  setUpPage(locals.db, locals.open(params.job).file, locals.now());
