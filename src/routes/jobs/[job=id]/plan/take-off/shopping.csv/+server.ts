import { writeCsv } from '$server/base/csv';
import { shopping, shoppingTable } from '$server/services/take-off/shopping';
import { orError } from '$server/base/answer';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ locals, params }) =>
  orError(async () => {
    const { file, plan } = await locals.openWithPlan(params.job);
    const csv = writeCsv(shoppingTable(shopping(locals.db, file, plan)));
    return new Response(csv, {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': 'attachment; filename="shopping.csv"',
      },
    });
  });
