/** A fact is taken back. */
import { z } from 'zod';
import { judgeTakingBack } from '../../guard/take-back';
import { factKind } from '../kind';
import { id, overrides, reason } from '../parts';

// What it takes back, the fold leaves out.
export const voided = factKind({
  schema: z.object({
    kind: z.literal('void'),
    fact: id,
    /** facts that stand on it and are taken back with it */
    also: z.array(id).max(500).optional(),
    reason,
    override: overrides,
  }),
  rank: 280,
  teaches: true,
  fromForm: (form) => {
    const also = form.all('also');
    return {
      fact: form.text('fact'),
      ...(also.length ? { also } : {}),
      reason: form.text('reason'),
      ...form.override(),
    };
  },
  apply: () => undefined,
  refuse: (body, _, ctx, log) => judgeTakingBack(ctx, log, body.fact, body.also ?? []),
  say: () => 'Taken back',
});
