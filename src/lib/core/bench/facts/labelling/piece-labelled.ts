/** A label was stuck on. */
import { z } from 'zod';
import { list } from '../../guard/context';
import { refuse } from '../../guard/refusal';
import { pieceState, touch } from '$core/bench/state/state';
import { factKind } from '../kind';
import { pieces } from '../parts';
import { codesOf } from '../words';

export const pieceLabelled = factKind({
  schema: z.object({ kind: z.literal('piece.labelled'), pieces }),
  rank: 10,
  firstCounts: true,
  fromForm: (form) => ({ pieces: form.all('piece') }),
  apply: (state, _, { pieces: labelled }) => {
    for (const id of labelled) touch(state, id).labelled = true;
  },
  refuse: (body, _, ctx) => {
    const had = body.pieces.filter((p) => pieceState(ctx.state, p).labelled);
    return had.length ? refuse('done-already', `${list(ctx, had)} is labelled already.`) : null;
  },
  say: (body, context) => `Labelled ${codesOf(context, body.pieces)}`,
});
