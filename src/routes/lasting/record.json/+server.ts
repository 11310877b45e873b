import { recordFile } from '$server/services/lasting/tables';
import type { RequestHandler } from './$types';

/** The whole record with its data dictionary. For the crew. */
export const GET: RequestHandler = ({ locals, url }) =>
  new Response(JSON.stringify(recordFile(locals.db, url.searchParams.get('names') === 'yes')), {
    headers: {
      'content-type': 'application/json; charset=utf-8',
      'content-disposition': 'attachment; filename="record.json"',
    },
  });
