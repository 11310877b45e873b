import { loadField } from '$ui/device/field';
import type { LayoutLoad } from './$types';

/** What the pages of a job that are used in a house work on. For the crew. */
export const load: LayoutLoad = async ({ fetch, params }) => ({ field: await loadField(fetch, params.job) });
