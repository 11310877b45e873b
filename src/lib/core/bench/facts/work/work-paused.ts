/** Everyone leaves a work for a while. */
import { isPaused } from '$core/bench/state/state';
import { z } from 'zod';
import { refuse } from '../../guard/refusal';
import { letGo } from '$core/bench/state/state';
import { factKind } from '../kind';
import { id } from '../parts';
import { workOf } from '../words';
import { ofWork } from './under-way';

export const workPaused = factKind({
  schema: z.object({ kind: z.literal('work.paused'), work: id }),
  rank: 140,
  firstCounts: true,
  fromForm: (form) => ({ work: form.text('work') }),
  apply: (state, { at }, body) => letGo(state.works.get(body.work), at),
  refuse: (body, at, ctx) =>
    ofWork(ctx, body.work, at, (work) =>
      isPaused(work) ? refuse('done-already', 'It pauses already.') : null,
    ),
  say: (body, context) => `Paused: ${workOf(context, body.work)}`,
});
