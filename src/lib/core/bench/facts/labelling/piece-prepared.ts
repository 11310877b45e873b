/** Something on the take-down list was done to the pieces. */
import { frozen } from '$core/frozen';
import { z } from 'zod';
import { list } from '../../guard/context';
import { refuse } from '../../guard/refusal';
import { pieceState, touch } from '$core/bench/state/state';
import { TICKS, type Tick } from '$core/bench/state/ticks';
import { factKind } from '../kind';
import { pieces } from '../parts';
import { codesOf } from '../words';

const WORDS: Record<Tick, string> = frozen({
  coded: 'Code hidden',
  bagged: 'Hinges bagged',
  holes: 'Holes seen to',
  bumpers: 'Bumpers off',
});

export const piecePrepared = factKind({
  schema: z.object({ kind: z.literal('piece.prepared'), tick: z.enum(TICKS), pieces }),
  rank: 20,
  firstCounts: true,
  fromForm: (form) => ({ tick: form.text('tick'), pieces: form.all('piece') }),
  apply: (state, _, body) => {
    for (const id of body.pieces) touch(state, id).ticks.add(body.tick);
  },
  refuse: (body, _, ctx) => {
    const had = body.pieces.filter((p) => pieceState(ctx.state, p).ticks.has(body.tick));
    return had.length ? refuse('done-already', `${list(ctx, had)}: that is ticked already.`) : null;
  },
  say: (body, context) => `${WORDS[body.tick]}: ${codesOf(context, body.pieces)}`,
});
