import { json } from '@sveltejs/kit';
import { settledShare } from '$server/services/plan/settle-open';
import type { RequestHandler } from './$types';

/** How far the lots and the turning are settled, 0–1; null where nothing is being settled. */
export const GET: RequestHandler = ({ params }) => json({ share: settledShare(params.job) });
