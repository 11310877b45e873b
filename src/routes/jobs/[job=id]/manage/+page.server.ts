import { redirect } from '@sveltejs/kit';
import { TIME_ZONES } from '$core/units/time-zones';
import { answer, orError } from '$server/base/answer';
import { companyZone } from '$server/services/company/clock';
import {
  archive,
  changeAbout,
  forgetChoice,
  managedJob,
  mayDelete,
  placeJob,
  positionFrom,
  removeJob,
} from '$server/services/job/manage-job';
import type { Actions, PageServerLoad } from './$types';

/** Right to: everybody of the crew; deleting is the lead's. It reads what is stored and needs nothing else of the job. */
export const load: PageServerLoad = ({ locals, params }) =>
  orError(() => {
    const job = managedJob(locals.db, params.job);
    return {
      title: `Manage · ${job.name}`,
      managed: job,
      zones: TIME_ZONES,
      usualZone: companyZone(),
      mayDelete: mayDelete(locals.db, locals.worker),
    };
  });

export const actions: Actions = {
  about: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(() => {
      const text = (name: string) => String(form.get(name) ?? '');
      changeAbout(locals.db, params.job, { name: text('name'), place: text('place'), zone: text('zone') });
      locals.forget();
      return { saved: 'Saved.' };
    });
  },
  position: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(() => {
      const text = (name: string) => String(form.get(name) ?? '');
      placeJob(locals.db, params.job, positionFrom(text('latitude'), text('longitude')));
      return { saved: 'Saved: rounds of visits go by it.' };
    });
  },
  forget: ({ locals, params }) =>
    answer(() => {
      forgetChoice(locals.db, params.job);
      locals.forget();
      return { saved: 'What was chosen is forgotten. Choose the system on the plan again.' };
    }),
  archive: ({ locals, params }) =>
    answer(() => {
      archive(locals.db, params.job, locals.now());
      return { saved: 'It is put away: it stands under Jobs, below the others.' };
    }),
  restore: ({ locals, params }) =>
    answer(() => {
      archive(locals.db, params.job, null);
      return { saved: 'It is back among the jobs.' };
    }),
  delete: async ({ request, locals, params }) => {
    const form = await request.formData();
    const done = await answer(() => {
      removeJob(locals.db, params.job, String(form.get('name') ?? ''), locals.worker, locals.now());
      return { gone: true };
    });
    if ('gone' in done) redirect(303, '/jobs');
    return done;
  },
};
