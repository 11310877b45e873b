/** A fact is taken back. */
import { z } from 'zod';
import { judgeTakingBack } from '../../guard/take-back';
import { factKind } from '../kind';
import { id, overrides, reason } from '../parts';

// What it takes back, the fold leaves out.
export const voided = factKind({
  schema: z.object({ kind: z.literal('void'), fact: id, reason, override: overrides }),
  rank: 280,
  fromForm: (form) => ({ fact: form.text('fact'), reason: form.text('reason'), ...form.override() }),
  apply: () => undefined,
  refuse: (body, _, ctx, log) => judgeTakingBack(ctx, log, body.fact),
  say: () => 'Taken back',
});
