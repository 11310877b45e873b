import { orError } from '$server/base/answer';
import { copyList } from '$server/files/copy-list-pdf';
import { pdfResponse } from '$server/files/pdf';
import { openJob } from '$server/services/job/open-job';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ locals, params }) =>
  orError(async () => pdfResponse(await copyList(openJob(locals.db, params.job)), 'pieces.pdf'));
