/** A work goes on. */
import { isPaused } from '$core/bench/state/state';
import { z } from 'zod';
import { refuse } from '../../guard/refusal';
import { factKind } from '../kind';
import { id } from '../parts';
import { workOf } from '../words';
import { ofWork } from './under-way';

export const workResumed = factKind({
  schema: z.object({ kind: z.literal('work.resumed'), work: id }),
  rank: 150,
  firstCounts: true,
  fromForm: (form) => ({ work: form.text('work') }),
  apply: (state, { at, worker }, body) => {
    const work = state.works.get(body.work);
    if (work?.end === null && isPaused(work)) work.hands.push({ worker, from: at, to: null });
  },
  refuse: (body, at, ctx) =>
    ofWork(ctx, body.work, at, (work) =>
      isPaused(work) ? null : refuse('done-already', 'It goes on already.'),
    ),
  say: (body, context) => `Went on: ${workOf(context, body.work)}`,
});
