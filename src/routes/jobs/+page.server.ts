import { listSummaries } from '$server/store/summaries';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => ({ title: 'Jobs', jobs: listSummaries(locals.db) });
