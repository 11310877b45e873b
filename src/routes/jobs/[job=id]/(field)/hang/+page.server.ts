import { pieceByCode } from '$core/bench/pages/hang';
import { recordFromForm } from '$server/fact-action';
import { fail } from '@sveltejs/kit';
import type { Actions } from './$types';

export const actions: Actions = {
  /** Without scripts the forms of this page post their facts. For the crew. */
  fact: (event) => recordFromForm(event, event.params.job),
  /** The code on the piece in hand, typed or scanned, becomes the piece it names. For the crew. */
  hang: async (event) => {
    const form = await event.request.formData();
    const typed = String(form.get('code') ?? '');
    const { file } = event.locals.open(event.params.job);
    const piece = pieceByCode(file.pieces, typed);
    if (!piece) {
      return fail(422, {
        stopped: {
          message: `There is no piece “${typed.trim()}” in this job.`,
          field: 'code',
          refusals: [],
          sent: [],
        },
      });
    }
    form.set('piece', piece.id);
    form.set('kind', 'piece.hung');
    return recordFromForm(event, event.params.job, form);
  },
};
