/** A film was felt with a gloved finger, or under the paper. */
import { z } from 'zod';
import { list } from '../../guard/context';
import { refuse } from '../../guard/refusal';
import { FEEL_FACTS, FEELS } from '$core/coating/looks';
import { pieceState } from '$core/bench/state/state';
import { factKind } from '../kind';
import { targets } from '../parts';
import { codesOf } from '../words';

export const filmFelt = factKind({
  schema: z.object({
    kind: z.literal('film.felt'),
    pieces: targets,
    step: z.string().max(200),
    feel: z.enum(FEELS),
  }),
  rank: 180,
  teaches: true,
  fromForm: (form) => ({ pieces: form.all('piece'), step: form.text('step'), feel: form.text('feel') }),
  apply: (state, { id, at, worker }, body) => {
    state.touches.push({ id, pieces: body.pieces, step: body.step, feel: body.feel, at, worker });
  },
  refuse: (body, _, ctx) => {
    const bare = body.pieces.filter((p) => !pieceState(ctx.state, p).done.has(body.step));
    return bare.length ? refuse('order', `${list(ctx, bare)} has no such coat to feel.`) : null;
  },
  say: (body, context) => `Felt ${FEEL_FACTS[body.feel].words}: ${codesOf(context, body.pieces)}`,
});
