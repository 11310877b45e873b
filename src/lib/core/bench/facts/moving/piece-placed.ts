/** Pieces were put somewhere else, or found again. */
import { z } from 'zod';
import { list } from '../../guard/context';
import { refuse } from '../../guard/refusal';
import { judgeRoom } from '../../guard/room';
import { pieceState, touch } from '$core/bench/state/state';
import { factKind } from '../kind';
import { overrides, pieces, place } from '../parts';
import { codesOf } from '../words';

export const piecePlaced = factKind({
  schema: z.object({ kind: z.literal('piece.placed'), pieces, place, override: overrides }),
  rank: 60,
  fromForm: (form) => ({ pieces: form.all('piece'), place: form.text('place'), ...form.override() }),
  apply: (state, _, body) => {
    for (const id of body.pieces) {
      // What was hung, missed and then found hangs no more.
      Object.assign(touch(state, id), { place: body.place, missing: null, hungIn: null, hungAt: null });
    }
  },
  refuse: (body, _, ctx) => {
    const up = body.pieces.filter((p) => {
      const own = pieceState(ctx.state, p);
      return own.missing === null && (!own.down || own.hungIn !== null);
    });
    return up.length
      ? refuse('not-down', `${list(ctx, up)} hangs in its opening and cannot lie elsewhere.`, false)
      : judgeRoom(ctx, body.place, body.pieces);
  },
  say: (body, context) => `${codesOf(context, body.pieces)} now at ${body.place}`,
});
