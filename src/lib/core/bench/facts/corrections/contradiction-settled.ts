/** Two facts that cannot both be: the one that holds; null where both are true. */
import { z } from 'zod';
import { refuse } from '../../guard/refusal';
import { factKind } from '../kind';
import { id, reason } from '../parts';

// What it takes back, the fold leaves out.
export const contradictionSettled = factKind({
  schema: z.object({
    kind: z.literal('contradiction.settled'),
    of: z.array(id).min(1).max(20),
    keep: id.nullable(),
    reason,
  }),
  rank: 270,
  fromForm: (form) => ({
    of: form.all('of'),
    keep: form.text('keep') || null,
    reason: form.text('reason'),
  }),
  apply: () => undefined,
  refuse: (body, _, _ctx, log) =>
    body.of.every((f) => log.kindOf(f) !== null) && (body.keep === null || body.of.includes(body.keep))
      ? null
      : refuse('unknown', 'One of these facts is not known here.', false),
  say: (body) => `Settled: ${body.reason}`,
});
