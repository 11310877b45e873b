/** Pieces are not where they should be. */
import { z } from 'zod';
import { list } from '../../guard/context';
import { refuse } from '../../guard/refusal';
import { pieceState, touch } from '$core/bench/state/state';
import { factKind } from '../kind';
import { pieces } from '../parts';
import { codesOf } from '../words';

export const pieceMissing = factKind({
  schema: z.object({
    kind: z.literal('piece.missing'),
    pieces,
    note: z.string().trim().max(500).default(''),
  }),
  rank: 50,
  firstCounts: true,
  fromForm: (form) => ({ pieces: form.all('piece'), note: form.text('note') }),
  apply: (state, _, body) => {
    for (const id of body.pieces) touch(state, id).missing = body.note;
  },
  refuse: (body, _, ctx) => {
    const had = body.pieces.filter((p) => pieceState(ctx.state, p).missing !== null);
    return had.length ? refuse('done-already', `${list(ctx, had)} is missed already.`) : null;
  },
  say: (body, context) => `Missing: ${codesOf(context, body.pieces)}`,
});
