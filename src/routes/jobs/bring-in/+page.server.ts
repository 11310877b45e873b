import { redirect } from '@sveltejs/kit';
import { answer } from '$server/base/answer';
import { readJsonFile } from '$server/base/read-json-file';
import { importJob } from '$server/services/across/job-exchange';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = () => ({ title: 'Import a job' });

export const actions: Actions = {
  default: async ({ request, locals }) => {
    const sent = (await request.formData()).get('file');
    const done = await answer(async () => ({
      job: await importJob(locals.db, await readJsonFile(sent, 'job')),
    }));
    if ('job' in done) redirect(303, `/jobs/${done.job}/survey`);
    return done;
  },
};
