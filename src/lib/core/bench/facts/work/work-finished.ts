/** A step is done on the pieces of a work. */
import { z } from 'zod';
import { refuse } from '../../guard/refusal';
import { letGo, touch } from '$core/bench/state/state';
import { factKind } from '../kind';
import { id } from '../parts';
import { workOf } from '../words';

export const workFinished = factKind({
  schema: z.object({
    kind: z.literal('work.finished') /** id of the `work.started` fact */,
    work: id,
    /** pieces that were left out after all */
    leftOut: z.array(id).max(500).default([]),
  }),
  rank: 160,
  teaches: true,
  firstCounts: true,
  fromForm: (form) => ({ work: form.text('work'), leftOut: form.all('leftOut') }),
  apply: (state, { at }, body) => {
    const work = state.works.get(body.work);
    if (!work || work.end !== null) return;
    work.end = at;
    letGo(work, at);
    if (body.leftOut.length) work.pieces = work.pieces.filter((p) => !body.leftOut.includes(p));
    // One record for all of them: nobody changes it.
    const done = { start: work.start, end: at, worker: work.worker, work: work.id };
    for (const piece of work.pieces) {
      const own = touch(state, piece);
      const before = own.done.get(work.step);
      if (before) own.doneBefore.push({ step: work.step, done: before });
      own.done.set(work.step, done);
    }
  },
  refuse: (body, at, ctx) => {
    const work = ctx.state.works.get(body.work);
    if (!work) return refuse('unknown', 'There is no such work to finish.');
    if (work.end !== null) return refuse('done-already', 'This work is finished already.');
    if (at < work.start)
      return refuse('order', `It began ${ctx.sayTime(work.start)} and cannot end before that.`);
    return work.pieces.every((p) => body.leftOut.includes(p))
      ? refuse('order', 'Every piece is left out. Take the start back instead.')
      : null;
  },
  say: (body, context) => `Done: ${workOf(context, body.work)}`,
});
