/** Pieces were scuffed after their recoat window closed: they may be coated again. */
import { z } from 'zod';
import { list } from '../../guard/context';
import { refuse } from '../../guard/refusal';
import { working } from '../../guard/window';
import { touch } from '$core/bench/state/state';
import { factKind } from '../kind';
import { pieces } from '../parts';
import { codesOf } from '../words';

export const pieceAbraded = factKind({
  schema: z.object({ kind: z.literal('piece.abraded'), pieces }),
  rank: 100,
  fromForm: (form) => ({ pieces: form.all('piece') }),
  apply: (state, { at }, body) => {
    for (const id of body.pieces) touch(state, id).abraded = at;
  },
  refuse: (body, _, ctx) => {
    const busy = body.pieces.filter((p) => working(ctx.state, p));
    return busy.length ? refuse('at-work', `${list(ctx, busy)}: someone is at work on it.`, false) : null;
  },
  say: (body, context) => `Scuffed ${codesOf(context, body.pieces)}`,
});
