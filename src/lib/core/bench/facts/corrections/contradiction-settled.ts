/** Facts that cannot all be: which of them holds for the pieces in question; null where all are true. */
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
    /** the pieces that it is about; none: whatever the facts name */
    pieces: z.array(id).max(500).default([]),
    reason,
  }),
  rank: 270,
  fromForm: (form) => ({
    of: form.all('of'),
    keep: form.text('keep') || null,
    pieces: form.all('piece'),
    reason: form.text('reason'),
  }),
  apply: () => undefined,
  refuse: (body, _, ctx, log) => {
    const known = body.of.every((f) => log.kindOf(f) !== null);
    if (!known || (body.keep !== null && !body.of.includes(body.keep)))
      return refuse('unknown', 'One of these facts is not known here.', false);
    const strangers = body.pieces.filter((p) => !ctx.codes.has(p));
    return strangers.length
      ? refuse('unknown', `${strangers.length} of the pieces named are not of this job.`, false)
      : null;
  },
  say: (body) => `Settled: ${body.reason}`,
});
