import { pieceState } from '$core/bench/fold';
import { recordFromForm } from '$server/fact-action';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => {
  const { file } = locals.open(params.job);
  const walls = [...new Set(file.pieces.map((p) => p.wall))].map((wall) => ({
    name: wall,
    pieces: file.pieces
      .filter((p) => p.wall === wall)
      .map((p) => {
        const s = pieceState(file.state, p.id);
        return {
          id: p.id,
          code: p.code,
          form: p.form,
          hinge: p.hinge,
          labelled: s.labelled,
          down: s.down,
          place: s.place,
        };
      }),
  }));
  return { walls };
};

export const actions: Actions = { fact: (event) => recordFromForm(event, event.params.job) };
