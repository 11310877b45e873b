import { fail } from '@sveltejs/kit';
import { keptCodes } from '$server/services/job/codes';
import { elevations, zoneViews } from '$server/services/job/elevations';
import { Refused } from '$server/base/refused';
import { saveSurvey } from '$server/services/survey/save-survey';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, url }) => {
  const { file } = locals.open(params.job);
  return {
    notation: file.job.notation,
    surveyed: file.job.surveyed,
    missing: url.searchParams.get('missing'),
    walls: elevations(file, locals.now()),
    zones: zoneViews(file),
    rules: { scheme: file.job.scheme, leaveOutUnsafe: file.job.leaveOutUnsafe },
    known: file.pieces.map(({ id, code, zoneId }) => ({ id, code, zoneId })),
    kept: [...keptCodes(locals.db, file)],
  };
};

export const actions: Actions = {
  /** For the crew. */
  save: async ({ request, locals, params }) => {
    const form = await request.formData();
    const text = String(form.get('notation') ?? '').replace(/\r\n/g, '\n');
    const base = form.get('base');
    try {
      const saved = saveSurvey(locals.db, params.job, text, typeof base === 'string' ? base : null);
      locals.forget();
      return { saved, text };
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      return fail(error.status, { refused: error.message, isOlder: error.field === 'base', text });
    }
  },
};
