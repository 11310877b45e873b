/** The hand-over pack, once the kitchen is handed over. For whoever has the link. */
import { handOverPdf } from '$server/files/hand-over-pdf';
import { HEADERS, notThere, through } from '$server/services/customer/gate';
import { openJob } from '$server/services/job/open-job';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params, locals, getClientAddress }) =>
  through(
    locals.db,
    { token: params.token, address: getClientAddress(), now: locals.now(), real: Date.now() },
    async (link) => {
      const file = openJob(locals.db, link.job);
      if (file.state.handedOver === null) return notThere();
      const pdf = await handOverPdf(locals.db, file, locals.now());
      return new Response(new Uint8Array(pdf), {
        headers: {
          ...HEADERS,
          'content-type': 'application/pdf',
          'content-disposition': 'inline; filename="your-kitchen.pdf"',
        },
      });
    },
  );
