/** Pieces that stood for days were wiped: they may be coated. */
import { z } from 'zod';
import { list } from '../../guard/context';
import { refuse } from '../../guard/refusal';
import { working } from '../../guard/window';
import { touch } from '$core/bench/state/state';
import { factKind } from '../kind';
import { pieces } from '../parts';
import { codesOf } from '../words';

export const pieceWiped = factKind({
  schema: z.object({ kind: z.literal('piece.wiped'), pieces }),
  rank: 102,
  fromForm: (form) => ({ pieces: form.all('piece') }),
  apply: (state, { at }, body) => {
    for (const id of body.pieces) touch(state, id).wiped = at;
  },
  refuse: (body, _at, ctx) => {
    const busy = body.pieces.filter((p) => working(ctx.state, p));
    return busy.length ? refuse('at-work', `${list(ctx, busy)}: someone is at work on it.`) : null;
  },
  say: (body, context) => `Wiped the dust off ${codesOf(context, body.pieces)}`,
});
