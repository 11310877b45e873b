import { writeCsv } from '$server/base/csv';
import { lasting, lastingQuery } from '$server/services/lasting/lasting';
import { curvesTable } from '$server/services/lasting/tables';
import { orError } from '$server/base/answer';
import type { RequestHandler } from './$types';

/** The numbers of the chart. For the crew. */
export const GET: RequestHandler = ({ locals, url }) =>
  orError(async () => {
    const query = lastingQuery(locals.db, url.searchParams, locals.now());
    const csv = writeCsv(curvesTable(await lasting(locals.db, query)));
    return new Response(csv, {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': 'attachment; filename="lasting.csv"',
      },
    });
  });
