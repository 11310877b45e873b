/** A piece was hung. */
import { z } from 'zod';
import { judgeHung } from '../../guard/hang';
import { touch } from '$core/bench/state/state';
import { factKind } from '../kind';
import { id, overrides } from '../parts';
import { codesOf } from '../words';

export const pieceHung = factKind({
  schema: z.object({
    kind: z.literal('piece.hung'),
    piece: id,
    /** the piece whose opening it was hung into */
    opening: id,
    override: overrides,
  }),
  rank: 230,
  teaches: true,
  firstCounts: true,
  fromForm: (form) => ({ piece: form.text('piece'), opening: form.text('opening'), ...form.override() }),
  apply: (state, { at }, body) => {
    const own = touch(state, body.piece);
    own.hangs.push(at);
    Object.assign(own, {
      hungIn: body.opening,
      hungAt: at,
      place: 'opening',
      missing: null,
    });
  },
  refuse: (body, at, ctx) => judgeHung(ctx, body.piece, body.opening, at),
  say: (body, context) => `Hung ${codesOf(context, [body.piece])}`,
});
