import { redirect } from '@sveltejs/kit';
import { answer } from '$server/answer';
import { importJob } from '$server/services/across/job-exchange';
import { Refused } from '$server/refused';
import type { Actions, PageServerLoad } from './$types';

const MAX_BYTES = 100_000_000;

export const load: PageServerLoad = () => ({ title: 'Import a job' });

function parse(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch (error) {
    throw new Refused(
      422,
      `The file is no JSON: ${error instanceof Error ? error.message : 'it cannot be read'}. Take the job out again and bring that file in.`,
      'file',
    );
  }
}

export const actions: Actions = {
  default: async ({ request, locals }) => {
    const sent = (await request.formData()).get('file');
    const done = await answer(async () => {
      if (!(sent instanceof File) || sent.size === 0)
        throw new Refused(422, 'Choose the file of a job first.', 'file');
      if (sent.size > MAX_BYTES) throw new Refused(422, 'The file is larger than 100 MB.', 'file');
      return { job: await importJob(locals.db, parse(await sent.text())) };
    });
    if ('job' in done) redirect(303, `/jobs/${done.job}/survey`);
    return done;
  },
};
