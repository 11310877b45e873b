/** The kitchen is its household’s again. */
import { z } from 'zod';
import { list } from '../../guard/context';
import { refuse } from '../../guard/refusal';
import { pieceState } from '$core/bench/state/state';
import { factKind } from '../kind';
import { overrides } from '../parts';

export const jobHandedOver = factKind({
  schema: z.object({
    kind: z.literal('job.handed-over'),
    note: z.string().max(2000).default(''),
    override: overrides,
  }),
  rank: 240,
  fromForm: (form) => ({ note: form.text('note'), ...form.override() }),
  apply: (state, { at }) => {
    state.handedOver ??= at;
  },
  refuse: (_body, _, ctx) => {
    if (ctx.state.handedOver !== null)
      return refuse('done-already', 'The kitchen is handed over already.', false);
    const missing = [...ctx.codes.keys()].filter((p) => pieceState(ctx.state, p).hungIn === null);
    return missing.length
      ? refuse('not-home', `${missing.length} not home yet: ${list(ctx, missing)}.`)
      : null;
  },
  say: () => 'Handed over',
});
