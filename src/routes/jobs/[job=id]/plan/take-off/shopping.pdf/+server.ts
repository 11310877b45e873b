import { shoppingPdf } from '$server/files/shopping-pdf';
import { pdfResponse } from '$server/files/pdf';
import { shopping } from '$server/services/take-off/shopping';
import { orError } from '$server/base/answer';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ locals, params }) =>
  orError(async () => {
    const { file, plan } = await locals.openWithPlan(params.job);
    return pdfResponse(await shoppingPdf(file, shopping(locals.db, file, plan)), 'shopping.pdf');
  });
