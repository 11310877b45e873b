import { jobsList } from '$server/services/across/jobs-list';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => ({ title: 'Jobs', ...jobsList(locals.db) });
