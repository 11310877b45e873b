import { fail, redirect } from '@sveltejs/kit';
import { createJob, newJobSchema } from '$server/services/create-job';
import { DEMO_ZONE } from '$server/services/clock';
import type { Actions, PageServerLoad } from './$types';

const ZONES = Intl.supportedValuesOf('timeZone');

export const load: PageServerLoad = () => {
  const own = Intl.DateTimeFormat().resolvedOptions().timeZone;
  return {
    title: 'New job',
    zones: ZONES,
    zone: process.env.ANTHEM_DEMO === '1' ? DEMO_ZONE : ZONES.includes(own) ? own : 'Etc/UTC',
  };
};

export const actions: Actions = {
  default: async ({ request, locals }) => {
    const sent = Object.fromEntries((await request.formData()).entries());
    const parsed = newJobSchema.safeParse(sent);
    if (!parsed.success) {
      const errors: Record<string, string> = {};
      for (const issue of parsed.error.issues) errors[String(issue.path[0])] ??= issue.message;
      return fail(422, { sent: sent as Record<string, string>, errors });
    }
    const id = createJob(locals.db, parsed.data, locals.now());
    redirect(303, `/jobs/${id}/survey`);
  },
};
