/** Facts that cannot all be: which of them holds for the pieces in question; null where all are true. */
import { z } from 'zod';
import { refuse } from '../../guard/refusal';
import { judgeSettling } from '../../guard/take-back';
import { factKind } from '../kind';
import { id, reason } from '../parts';

// What it takes back, the fold leaves out.
export const contradictionSettled = factKind({
  schema: z.object({
    kind: z.literal('contradiction.settled'),
    of: z.array(id).min(1).max(2000),
    keep: id.nullable(),
    /** the pieces that it is about; none: whatever the facts name */
    pieces: z.array(id).max(500).default([]),
    reason,
  }),
  rank: 270,
  teaches: true,
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
      return refuse('unknown', 'One of these facts is not known here.');
    const strangers = body.pieces.filter((p) => !ctx.codes.has(p));
    if (strangers.length)
      return refuse('unknown', `${strangers.length} of the pieces named are not of this job.`);
    // A record that is looked at by itself is only confirmed by it.
    if (body.of.length === 1) return null;
    const isSet = (c: { of: readonly string[]; pieces: readonly string[] }): boolean =>
      body.of.every((f) => c.of.includes(f)) && body.pieces.every((p) => c.pieces.includes(p));
    if (!log.open().some(isSet))
      return refuse(
        'unknown',
        'These records do not contradict each other, or that was settled already. Take back the one that is wrong instead.',
      );
    if (body.keep === null) return null;
    const gone = body.of.filter((f) => f !== body.keep);
    return judgeSettling(ctx, log, gone, log.after(body));
  },
  say: (body) => `Settled: ${body.reason}`,
});
