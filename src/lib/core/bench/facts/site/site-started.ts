/** A step of the fixed work was begun. */
import { z } from 'zod';
import { judgeSite } from '../../guard/site';
import { factKind } from '../kind';
import { overrides } from '../parts';
import { siteStep } from '../words';

export const siteStarted = factKind({
  schema: z.object({
    kind: z.literal('site.started') /** its key */,
    step: z.string().max(200),
    override: overrides,
  }),
  rank: 210,
  fromForm: (form) => ({ step: form.text('step'), ...form.override() }),
  apply: (state, { id, at, worker }, { step }) => {
    const work = { id, step, worker, start: at, end: null };
    state.siteWorks.set(id, work);
    if (!state.site.has(step)) state.site.set(step, work);
  },
  refuse: (body, at, ctx) => judgeSite(ctx, body.step, at),
  say: (body, context) => `Started on site: ${siteStep(context, body.step)}`,
});
