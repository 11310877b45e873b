/** Pieces came off their openings. */
import { z } from 'zod';
import { list } from '../../guard/context';
import { refuse } from '../../guard/refusal';
import { pieceState, touch } from '$core/bench/state/state';
import { factKind } from '../kind';
import { pieces, place } from '../parts';
import { codesOf } from '../words';

export const pieceDown = factKind({
  schema: z.object({ kind: z.literal('piece.down'), pieces, place }),
  rank: 40,
  fromForm: (form) => ({ pieces: form.all('piece'), place: form.text('place') }),
  apply: (state, _, body) => {
    for (const id of body.pieces)
      Object.assign(touch(state, id), { down: true, place: body.place, missing: null });
  },
  refuse: (body, _, ctx) => {
    const bare = body.pieces.filter((p) => !pieceState(ctx.state, p).labelled);
    if (bare.length)
      return refuse(
        'not-labelled',
        `${list(ctx, bare)} has no label yet. Label it before it comes down.`,
        false,
      );
    const had = body.pieces.filter((p) => pieceState(ctx.state, p).down);
    return had.length ? refuse('done-already', `${list(ctx, had)} is down already.`, false) : null;
  },
  say: (body, context) => `Down: ${codesOf(context, body.pieces)}`,
});
