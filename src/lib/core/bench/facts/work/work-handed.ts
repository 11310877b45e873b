/** One hands a work over to another in the middle of a lot. */
import { z } from 'zod';
import { letGo } from '$core/bench/state/state';
import { factKind } from '../kind';
import { id } from '../parts';
import { workOf } from '../words';
import { ofWork } from './under-way';

export const workHanded = factKind({
  schema: z.object({ kind: z.literal('work.handed'), work: id, to: z.string().min(1).max(64) }),
  rank: 130,
  fromForm: (form) => ({ work: form.text('work'), to: form.text('to') }),
  apply: (state, { at }, body) => {
    const work = state.works.get(body.work);
    if (work?.end !== null) return;
    letGo(work, at);
    work.worker = body.to;
    work.hands.push({ worker: body.to, from: at, to: null });
  },
  refuse: (body, at, ctx) => ofWork(ctx, body.work, at),
  say: (body, context) => `Handed over: ${workOf(context, body.work)}`,
});
