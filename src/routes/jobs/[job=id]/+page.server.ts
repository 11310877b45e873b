import { redirect } from '@sveltejs/kit';
import { summarise } from '$server/services/job/summaries';
import type { PageServerLoad } from './$types';

/** A job opens at the stage it is in. */
export const load: PageServerLoad = async ({ locals, params }) =>
  redirect(303, `/jobs/${params.job}/${summarise(locals.open(params.job).file).stage}`);
