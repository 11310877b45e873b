import { nextStep, windowOf } from '$core/bench/guard/window';
import { pieceState } from '$core/bench/state/state';
import { elevations } from '$server/services/job/elevations';
import { recordFromForm } from '$server/fact-action';
import { fail } from '@sveltejs/kit';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, url }) => {
  const { file } = locals.open(params.job);
  const now = locals.now();
  const hang = file.route.find((s) => s.kind === 'hang');
  const openings = file.pieces.map((p) => {
    const own = pieceState(file.state, p.id);
    const next = nextStep(file.state, file.route, p.id);
    const from = hang ? windowOf(file.state, hang, p.id, file.waits).from : 0;
    return {
      id: p.id,
      code: p.code,
      wall: p.wall,
      form: p.form,
      hinge: p.hinge,
      place: own.place,
      home: own.hungIn !== null,
      /** what stands against hanging, in words */
      before: own.hungIn !== null ? null : next && next.kind !== 'hang' ? next.act : null,
      from: own.hungIn === null && from > now ? from : null,
    };
  });
  const wanted = url.searchParams.get('opening');
  const next = openings.find((o) => o.id === wanted && !o.home) ?? openings.find((o) => !o.home) ?? null;
  return { openings, next, walls: elevations(file, now) };
};

export const actions: Actions = {
  fact: (event) => recordFromForm(event, event.params.job),
  /** The code on the piece in hand, typed or scanned, becomes the piece it names. */
  hang: async (event) => {
    const form = await event.request.formData();
    const typed = String(form.get('code') ?? '')
      .trim()
      .toLowerCase();
    const { file } = event.locals.open(event.params.job);
    const piece = file.pieces.find((p) => p.code.toLowerCase() === typed || p.id === typed);
    if (!piece) {
      return fail(422, {
        stopped: {
          message: `There is no piece “${typed}” in this job.`,
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
