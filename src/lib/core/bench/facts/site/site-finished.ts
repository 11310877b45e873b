/** A step of the fixed work is done. */
import { z } from 'zod';
import { refuse } from '../../guard/refusal';
import type { JobState, SiteWork } from '$core/bench/state/state';
import { factKind } from '../kind';
import { id } from '../parts';
import { siteStep } from '../words';

const workOn = (state: JobState, work: string): SiteWork | undefined => state.siteWorks.get(work);

export const siteFinished = factKind({
  schema: z.object({ kind: z.literal('site.finished') /** id of the `site.started` fact */, work: id }),
  rank: 220,
  fromForm: (form) => ({ work: form.text('work') }),
  apply: (state, { at }, body) => {
    const work = workOn(state, body.work);
    if (!work || work.end !== null) return;
    work.end = at;
    if (state.site.get(work.step)?.end === null) state.site.set(work.step, work);
  },
  refuse: (body, at, ctx) => {
    const work = workOn(ctx.state, body.work);
    if (!work) return refuse('unknown', 'There is no such work to finish.');
    if (work.end !== null) return refuse('done-already', 'This work is finished already.');
    return at < work.start
      ? refuse('order', `It began ${ctx.sayTime(work.start)} and cannot end before that.`)
      : null;
  },
  say: (body, context) => `Done on site: ${siteStep(context, workOn(context.state, body.work)?.step)}`,
});
