/** Fronts that hang were adjusted: by these gaps, with these turns. */
import { z } from 'zod';
import { list } from '../../guard/context';
import { refuse } from '../../guard/refusal';
import { EDGES } from '../../../hanging/adjust';
import { pieceState } from '$core/bench/state/state';
import { factKind } from '../kind';
import { id, pieces } from '../parts';
import { codesOf } from '../words';

const mm = z.number().min(-50).max(200);
const end = z.enum(['first', 'last']);
export const gapsSchema = z
  .array(z.object({ front: id, edge: z.enum(EDGES), end, against: id.nullable(), mm, target: mm }))
  .max(64);
const turnsSchema = z
  .array(
    z.object({
      front: id,
      kind: z.enum(['side', 'height', 'depth']),
      at: z.number().int().min(0).max(8).nullable(),
      mm,
      quarters: z.number().int().min(-400).max(400),
    }),
  )
  .max(64);

/** Lists that a form carries as JSON; what is none stays as it is, and the schema names it. */
function fromJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return text;
  }
}

export const frontAdjusted = factKind({
  schema: z.object({ kind: z.literal('front.adjusted'), pieces, gaps: gapsSchema, turns: turnsSchema }),
  rank: 234,
  fromForm: (form) => ({
    pieces: form.all('piece'),
    gaps: fromJson(form.text('gaps')),
    turns: fromJson(form.text('turns')),
  }),
  apply: (state, { at }, { pieces: of, gaps, turns }) => {
    state.adjusted.push({ at, pieces: of, gaps, turns });
  },
  refuse: (body, _at, ctx) => {
    const up = body.pieces.filter((p) => pieceState(ctx.state, p).hungIn === null);
    return up.length
      ? refuse('skipped-step', `${list(ctx, up)} does not hang yet: hang it first.`, false)
      : null;
  },
  say: (body, context) =>
    body.turns.length
      ? `Adjusted ${codesOf(context, body.pieces)}`
      : `Measured ${codesOf(context, body.pieces)}: even`,
});
