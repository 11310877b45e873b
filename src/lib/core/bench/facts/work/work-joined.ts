/** A second pair of hands: one cuts in, one rolls. */
import { z } from 'zod';
import { factKind } from '../kind';
import { id } from '../parts';
import { workOf } from '../words';
import { ofWork } from './under-way';

export const workJoined = factKind({
  schema: z.object({ kind: z.literal('work.joined'), work: id, by: z.string().min(1).max(64) }),
  rank: 120,
  fromForm: (form) => ({ work: form.text('work'), by: form.text('by') }),
  apply: (state, { at }, body) => {
    const work = state.works.get(body.work);
    if (work?.end === null && !work.hands.some((h) => h.worker === body.by && h.to === null))
      work.hands.push({ worker: body.by, from: at, to: null });
  },
  refuse: (body, at, ctx) => ofWork(ctx, body.work, at),
  say: (body, context) => `Joined: ${workOf(context, body.work)}`,
});
