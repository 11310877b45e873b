import { acceptMoves, keepTimes, pin, unpin } from '$server/services/plan/pins';
import { feedFor } from '$server/services/across/calendars';
import { planPage } from '$server/services/plan/plan-page';
import { chooseDivision, choosePlan, chooseWay } from '$server/services/plan/choose-plan';
import { choiceFromForm } from '$server/services/plan/plan-form';
import { weigh } from '$server/services/plan/weigh';
import { answer } from '$server/base/answer';
import { redirect } from '@sveltejs/kit';
import type { Actions, PageServerLoad } from './$types';

/** Before anything is chosen there is nothing to show: the set-up comes first. */
export const load: PageServerLoad = ({ locals, params }) => {
  const job = locals.open(params.job);
  if (!job.file.choice) redirect(303, `/jobs/${params.job}/plan/set-up`);
  return planPage(locals.db, job, locals.now());
};

const moment = (form: FormData): number => Number(form.get('at') || NaN);

export const actions: Actions = {
  pin: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(async () => {
      await pin(
        locals.db,
        params.job,
        String(form.get('operation')),
        moment(form),
        locals.worker,
        locals.now,
      );
      locals.forget();
      return { pinned: true };
    });
  },
  unpin: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(async () => {
      const operation = form.get('operation');
      await unpin(locals.db, params.job, operation === null ? null : String(operation), locals.now);
      locals.forget();
      return { unpinned: true };
    });
  },
  accept: ({ locals, params }) => {
    acceptMoves(locals.db, params.job, locals.now());
    locals.forget();
    return { accepted: true };
  },
  keep: ({ locals, params }) =>
    answer(async () => {
      const kept = await keepTimes(locals.db, params.job, locals.worker, locals.now);
      locals.forget();
      return { keeping: kept };
    }),
  feed: async ({ request, locals, params, url }) => {
    const form = await request.formData();
    const kind = form.get('kind') === 'customer' ? 'customer' : 'job';
    const token = feedFor(locals.db, kind, params.job, locals.now(), form.get('anew') === 'yes');
    return { feed: { kind, address: `${url.origin}/feeds/${token}.ics` } };
  },
  instead: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(async () => {
      const before = locals.open(params.job);
      const was = weigh(locals.db, before.file, before.plan);
      await chooseWay(locals.db, params.job, form, locals.now);
      locals.forget();
      const { file, plan } = locals.open(params.job);
      return { planned: true, was, is: weigh(locals.db, file, plan) };
    });
  },
  divide: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(async () => {
      const before = locals.open(params.job);
      const was = weigh(locals.db, before.file, before.plan);
      await chooseDivision(locals.db, params.job, form, locals.now);
      locals.forget();
      const { file, plan } = locals.open(params.job);
      return { planned: true, was, is: weigh(locals.db, file, plan) };
    });
  },
  choose: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(async () => {
      const before = locals.open(params.job);
      const was = weigh(locals.db, before.file, before.plan);
      const choice = choiceFromForm(locals.db, before.file, form, locals.now());
      await choosePlan(locals.db, params.job, choice, locals.now);
      locals.forget();
      const { file, plan } = locals.open(params.job);
      return { planned: true, was, is: weigh(locals.db, file, plan) };
    });
  },
};
