import { answer } from '$server/base/answer';
import { listLinks, listReports, photosOf } from '$server/store/customers';
import { LINK_DAYS, makeLink, withdraw } from '$server/services/customer/links';
import { answer as answerTo } from '$server/services/customer/reports';
import { FAILURES } from '$core/quality/failures';
import type { Actions, PageServerLoad } from './$types';

/** Links and reports of the household of a job. For the crew. */
export const load: PageServerLoad = ({ locals, params }) => {
  const { file } = locals.open(params.job);
  return {
    links: listLinks(locals.db, params.job),
    days: LINK_DAYS,
    failures: FAILURES.map(({ key, seen }) => ({ key, seen })),
    reports: listReports(locals.db, params.job).map((r) => ({
      ...r,
      code: file.codes.get(r.piece ?? '') ?? '',
      photos: photosOf(locals.db, r.id),
    })),
  };
};

/** Anyone on the crew may do all of it. */
export const actions: Actions = {
  make: async ({ request, locals, params, url }) => {
    const form = await request.formData();
    return answer(() => {
      const token = makeLink(locals.db, params.job, locals.worker, locals.now(), Number(form.get('days')));
      return { link: `${url.origin}/k/${token}` };
    });
  },
  withdraw: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(() => {
      withdraw(locals.db, params.job, String(form.get('link') ?? ''), locals.now());
      return { done: 'The link opens nothing any more.' };
    });
  },
  answer: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(() => {
      answerTo(
        locals.db,
        params.job,
        locals.worker,
        locals.device,
        {
          report: String(form.get('report') ?? ''),
          answer: String(form.get('answer') ?? ''),
          day: String(form.get('day') ?? ''),
          closed: form.has('closed'),
          failure: String(form.get('failure') ?? ''),
        },
        locals.now(),
      );
      locals.forget();
      return { done: 'The household reads it on its page.' };
    });
  },
};
