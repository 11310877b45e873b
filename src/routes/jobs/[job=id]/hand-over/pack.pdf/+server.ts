import { handOverPdf } from '$server/files/hand-over-pdf';
import { pdfResponse } from '$server/files/pdf';
import { orError } from '$server/base/answer';
import type { RequestHandler } from './$types';

/** For the crew; customers have it through their own link. */
export const GET: RequestHandler = ({ locals, params }) =>
  orError(async () => {
    const { file } = locals.open(params.job);
    return pdfResponse(await handOverPdf(locals.db, file, locals.now()), 'hand-over-pack.pdf');
  });
