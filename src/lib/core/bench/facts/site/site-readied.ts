/** The fixed work was made ready anew for a step: scuffed or scored after its time was over, wiped after a long stand. */
import { z } from 'zod';
import { refusalsOf, refuse } from '../../guard/refusal';
import { judgeSite, siteSandableFrom } from '../../guard/site';
import { factKind } from '../kind';
import { overrides } from '../parts';
import { siteStep } from '../words';

/** What of a step speaks while its surface is made ready: there is none, or it is done. */
const ASKED = new Set(['no-such-step', 'done-already']);

export const siteReadied = factKind({
  schema: z.object({
    kind: z.literal('site.readied') /** key of the step it is made ready for */,
    step: z.string().max(200),
    override: overrides,
  }),
  rank: 205,
  fromForm: (form) => ({ step: form.text('step'), ...form.override() }),
  apply: (state, { at }, { step }) => {
    state.siteReadied.set(step, at);
  },
  refuse: (body, at, ctx) => {
    const from = siteSandableFrom(ctx, body.step);
    return refusalsOf(
      ...judgeSite(ctx, body.step, at).filter((r) => ASKED.has(r.rule)),
      from > at &&
        refuse(
          'too-early',
          `Wait until ${ctx.sayTime(from)}: the film on the fixed work would gum up.`,
          true,
          from,
        ),
    );
  },
  say: (body, context) => `Scuffed, scored or wiped for: ${siteStep(context, body.step)}`,
});
