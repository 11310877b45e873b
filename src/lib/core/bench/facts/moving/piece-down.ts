/** Pieces came off their openings. */
import { z } from 'zod';
import { list } from '../../guard/context';
import { refusalsOf, refuse } from '../../guard/refusal';
import { pieceState, touch } from '$core/bench/state/state';
import { factKind } from '../kind';
import { overrides, pieces, place } from '../parts';
import { codesOf } from '../words';

export const pieceDown = factKind({
  schema: z.object({ kind: z.literal('piece.down'), pieces, place, override: overrides }),
  rank: 40,
  teaches: true,
  fromForm: (form) => ({ pieces: form.all('piece'), place: form.text('place'), ...form.override() }),
  apply: (state, { at }, body) => {
    for (const id of body.pieces)
      Object.assign(touch(state, id), {
        down: true,
        downAt: at,
        place: body.place,
        missing: null,
        hungIn: null,
        hungAt: null,
      });
  },
  refuse: (body, _, ctx) => {
    const bare = body.pieces.filter((p) => !pieceState(ctx.state, p).labelled);
    if (bare.length)
      return refuse('not-labelled', `${list(ctx, bare)} has no label yet. Label it before it comes down.`);
    const own = (p: string) => pieceState(ctx.state, p);
    const had = body.pieces.filter((p) => own(p).down && own(p).hungIn === null);
    const home = body.pieces.filter((p) => own(p).hungIn !== null);
    return refusalsOf(
      had.length > 0 && refuse('done-already', `${list(ctx, had)} is down already.`),
      home.length > 0 && refuse('hangs', `${list(ctx, home)} hangs again. Say why it comes down once more.`),
    );
  },
  say: (body, context) => `Down: ${codesOf(context, body.pieces)}`,
});
