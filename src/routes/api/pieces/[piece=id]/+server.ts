import { error, json } from '@sveltejs/kit';
import { jobOfPiece } from '$server/store/pieces';
import type { RequestHandler } from './$types';

/** The job that a piece is of, for whoever scanned its label. For the crew. */
export const GET: RequestHandler = ({ locals, params }) => {
  const job = jobOfPiece(locals.db, params.piece);
  if (!job)
    error(404, {
      message: 'There is no such piece.',
      advice: 'Scan the label again, or find the piece by its code on the job’s pages.',
    });
  return json({ job }, { headers: { 'cache-control': 'no-store' } });
};
