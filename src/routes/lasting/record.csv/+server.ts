import { recordTable } from '$server/services/lasting/tables';
import { writeCsv } from '$server/base/csv';
import type { RequestHandler } from './$types';

/** Every look at every piece, without names of customers unless they are asked for. For the crew. */
export const GET: RequestHandler = ({ locals, url }) =>
  new Response(writeCsv(recordTable(locals.db, url.searchParams.get('names') === 'yes')), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="record.csv"',
    },
  });
