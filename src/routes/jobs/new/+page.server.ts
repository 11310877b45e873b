import { fail, redirect } from '@sveltejs/kit';
import { v7 as newId } from 'uuid';
import { TIME_ZONES } from '$core/units/time-zones';
import { createJob, newJobSchema } from '$server/services/job/create-job';
import { companyZone, isDemo } from '$server/services/company/clock';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = () => ({
  title: 'New job',
  id: newId(),
  zones: TIME_ZONES,
  zone: TIME_ZONES.includes(companyZone()) ? companyZone() : 'UTC',
  /** the browser's own zone is a better guess than that of the machine that serves it */
  guess: !isDemo(),
});

export const actions: Actions = {
  default: async ({ request, locals }) => {
    const form = [...(await request.formData())];
    const sent = Object.fromEntries(form.flatMap(([k, v]) => (typeof v === 'string' ? [[k, v]] : [])));
    const parsed = newJobSchema.safeParse(sent);
    if (!parsed.success) {
      const errors: Record<string, string> = {};
      for (const issue of parsed.error.issues) errors[String(issue.path[0])] ??= issue.message;
      return fail(422, { sent, errors });
    }
    const id = createJob(locals.db, parsed.data, locals.now());
    redirect(303, `/jobs/${id}/survey`);
  },
};
