/** Pieces that hang got their bumpers, felt or handles, or the bag of their hinges and screws is empty. */
import { z } from 'zod';
import { list } from '../../guard/context';
import { refusalsOf, refuse } from '../../guard/refusal';
import { printFreeFrom } from '../../guard/print-free';
import { FITTINGS, FITTING_WORDS } from '../../state/fittings';
import { pieceState, touch } from '$core/bench/state/state';
import { factKind } from '../kind';
import { overrides, pieces } from '../parts';
import { codesOf } from '../words';

export const pieceFitted = factKind({
  schema: z.object({ kind: z.literal('piece.fitted'), pieces, part: z.enum(FITTINGS), override: overrides }),
  rank: 232,
  teaches: true,
  fromForm: (form) => ({ pieces: form.all('piece'), part: form.text('part'), ...form.override() }),
  apply: (state, { at }, { pieces: of, part }) => {
    for (const id of of) {
      const own = touch(state, id);
      if (!own.fitted.has(part)) own.fitted.set(part, at);
    }
  },
  refuse: ({ pieces: of, part }, at, ctx) => {
    const up = of.filter((p) => pieceState(ctx.state, p).hungIn === null);
    const had = of.filter((p) => pieceState(ctx.state, p).fitted.has(part));
    const soft =
      part === 'handle'
        ? of.map((p) => ({ p, from: printFreeFrom(ctx, p) })).filter(({ from }) => from > at)
        : [];
    const from = Math.max(0, ...soft.map((s) => s.from));
    const codes = soft.map((s) => s.p);
    return refusalsOf(
      had.length > 0 && refuse('done-already', `${list(ctx, had)}: that is recorded already.`),
      up.length > 0 && refuse('skipped-step', `${list(ctx, up)} does not hang yet: hang it first.`, true),
      soft.length > 0 &&
        refuse(
          'too-early',
          `Wait until ${ctx.sayTime(from)}: handles would print into the film on ${list(ctx, codes)}.`,
          true,
          from,
        ),
    );
  },
  say: ({ pieces: of, part }, context) => `${FITTING_WORDS[part].done}: ${codesOf(context, of)}`,
});
