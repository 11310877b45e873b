/** Pieces were scuffed after their recoat window closed: they may be coated again. */
import { z } from 'zod';
import { list } from '../../guard/context';
import { refusalsOf, refuse } from '../../guard/refusal';
import { sandableFrom, working } from '../../guard/window';
import { touch } from '$core/bench/state/state';
import { factKind } from '../kind';
import { overrides, pieces } from '../parts';
import { codesOf } from '../words';

export const pieceAbraded = factKind({
  schema: z.object({ kind: z.literal('piece.abraded'), pieces, override: overrides }),
  rank: 100,
  fromForm: (form) => ({ pieces: form.all('piece'), ...form.override() }),
  apply: (state, { at }, body) => {
    for (const id of body.pieces) touch(state, id).abraded = at;
  },
  refuse: (body, at, ctx) => {
    const busy = body.pieces.filter((p) => working(ctx.state, p));
    const soft = body.pieces
      .map((p) => ({ p, from: sandableFrom(ctx.state, ctx.route, p, ctx.waits) }))
      .filter(({ from }) => from > at);
    const from = Math.max(0, ...soft.map((s) => s.from));
    return refusalsOf(
      busy.length > 0 && refuse('at-work', `${list(ctx, busy)}: someone is at work on it.`),
      soft.length > 0 &&
        refuse(
          'too-early',
          `Wait until ${ctx.sayTime(from)}: the film on ${list(
            ctx,
            soft.map((s) => s.p),
          )} would gum up under the paper.`,
          true,
          from,
        ),
    );
  },
  say: (body, context) => `Scuffed ${codesOf(context, body.pieces)}`,
});
