import type { JobHead } from '$server/services/across/job-head';
import { given } from '$ui/device/given';
import type { LayoutLoad } from './$types';

/** What stands above every page of a job. For the crew. */
export const load: LayoutLoad = async ({ fetch, params }) =>
  (await given<JobHead>(fetch, `/api/jobs/${encodeURIComponent(params.job)}/head`)).data;
