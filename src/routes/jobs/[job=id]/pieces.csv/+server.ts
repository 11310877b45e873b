import { piecesToRows } from '$core/formats/pieces-csv';
import { orError } from '$server/base/answer';
import { writeCsv } from '$server/base/csv';
import { openJob } from '$server/services/job/open-job';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ locals, params }) =>
  orError(() => {
    const file = openJob(locals.db, params.job);
    return new Response(writeCsv(piecesToRows(file.pieces, file.zones, file.job.unit)), {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': 'attachment; filename="pieces.csv"',
      },
    });
  });
