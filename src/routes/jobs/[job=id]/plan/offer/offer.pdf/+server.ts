import { offerPdf } from '$server/files/offer-pdf';
import { pdfResponse } from '$server/files/pdf';
import { offerVersion, offerView } from '$server/services/offer/offer-page';
import { orError } from '$server/base/answer';
import { versionIn } from '../version';
import type { RequestHandler } from './$types';

/** For the office. */
export const GET: RequestHandler = ({ locals, params, url }) =>
  orError(async () => {
    const { file } = locals.open(params.job);
    const stored = offerVersion(locals.db, params.job, versionIn(url));
    const pdf = await offerPdf(offerView(locals.db, stored), file.job.unit === 'in');
    return pdfResponse(pdf, `offer-${stored.version}.pdf`);
  });
