import { answer, orError } from '$server/base/answer';
import { planAsAccepted } from '$server/services/offer/accepted';
import { acceptOffer, makeOffer, withdrawAcceptance } from '$server/services/offer/make-offer';
import { offerPage } from '$server/services/offer/offer-page';
import { versionIn } from './version';
import type { Actions, PageServerLoad } from './$types';

/** For the office. */
export const load: PageServerLoad = ({ locals, params, url }) =>
  orError(() => offerPage(locals.db, locals.open(params.job), versionIn(url), locals.now()));

export const actions: Actions = {
  make: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(async () => {
      const job = await locals.openWithPlan(params.job);
      await makeOffer(locals.db, job, form, locals.worker, locals.now);
      return { made: true };
    });
  },
  accept: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(async () => {
      acceptOffer(locals.db, params.job, form, locals.worker, locals.now());
      const notPlanned = await planAsAccepted(locals.db, params.job, locals.now);
      locals.forget();
      return { accepted: true, notPlanned };
    });
  },
  withdraw: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(() => {
      withdrawAcceptance(locals.db, params.job, String(form.get('offer') ?? ''), locals.worker, locals.now());
      return { withdrawn: true };
    });
  },
};
