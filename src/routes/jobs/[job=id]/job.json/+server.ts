import { orError } from '$server/base/answer';
import { exportJob } from '$server/services/across/job-exchange';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ locals, params }) =>
  orError(
    () =>
      new Response(JSON.stringify(exportJob(locals.db, params.job), null, 1), {
        headers: {
          'content-type': 'application/json',
          'content-disposition': 'attachment; filename="job.json"',
        },
      }),
  );
