/** A step was begun, on pieces of a lot or in the kitchen. */
import { z } from 'zod';
import { FACES } from '../../../coating/system';
import { refuse, refusalsOf } from '../../guard/refusal';
import { judgeInKitchen, judgeLot, judgeStart } from '../../guard/start';
import { SITE } from '../../../takeoff/site-route';
import { factKind } from '../kind';
import { overrides, overridesOf, targets } from '../parts';
import { codesOf, stepOfLot } from '../words';

export const workStarted = factKind({
  schema: z.object({
    kind: z.literal('work.started'),
    step: z.string().max(200),
    lot: z.string().max(64),
    pieces: targets,
    /** the face that lies up, where the painter said so */
    face: z.enum(FACES).optional(),
    override: overrides,
  }),
  rank: 110,
  fromForm: (form) => ({
    step: form.text('step'),
    lot: form.text('lot'),
    pieces: form.all('piece'),
    ...(form.text('face') ? { face: form.text('face') } : {}),
    ...form.override(),
  }),
  apply: (state, { id, at, worker }, body) => {
    const { step, lot } = body;
    state.works.set(id, {
      id,
      step,
      lot,
      pieces: body.pieces,
      worker,
      start: at,
      end: null,
      overruled: overridesOf(body),
      hands: [{ worker, from: at, to: null }],
    });
  },
  refuse: (body, at, ctx) => {
    if (body.lot === SITE)
      return body.pieces.every((p) => p === SITE)
        ? judgeInKitchen(ctx, body.step, at)
        : refuse('not-in-lot', 'Work in the kitchen is begun on no pieces.', false);
    const step = ctx.route.find((s) => s.key === body.step && s.kind !== 'hang');
    if (!step) return refuse('no-such-step', `The system has no step “${body.step}”.`);
    return refusalsOf(
      judgeLot(ctx, body.lot, body.pieces),
      ...judgeStart(ctx, step, body.pieces, at, body.face),
    );
  },
  say: (body, context) =>
    `Started: ${stepOfLot(context, body.step, body.lot)}${body.lot === SITE ? '' : ` (${codesOf(context, body.pieces)})`}`,
});
