/** A touch-up is done. */
import { z } from 'zod';
import { refuse } from '../../guard/refusal';
import { touchUpFrom } from '../../guard/touch-up';
import { cannotTake, takeFrom } from '../cans/take-from';
import { REMEDY_SCOPES } from '../../../quality/remedy-scope';
import { factKind } from '../kind';
import { id, overrides } from '../parts';

export const touchUpClosed = factKind({
  schema: z.object({
    kind: z.literal('touch-up.closed') /** id of the check that opened it */,
    touchUp: id,
    minutes: z.number('Write the minutes as a number').int().positive('Minutes must be above 0').max(2000),
    note: z.string().max(2000).default(''),
    /** what was coated anew */
    scope: z.enum(REMEDY_SCOPES).optional(),
    /** the kept can that its paint came from, and how much */
    can: id.optional(),
    ml: z.number('Write how many millilitres').min(0).max(200_000).optional(),
    override: overrides,
  }),
  rank: 260,
  firstCounts: true,
  fromForm: (form) => ({
    touchUp: form.text('touchUp'),
    minutes: form.number('minutes'),
    note: form.text('note'),
    scope: form.text('scope') || undefined,
    can: form.text('can') || undefined,
    ml: form.number('ml'),
    ...form.override(),
  }),
  apply: (state, { at, worker }, body) => {
    const touchUp = state.touchUps.get(body.touchUp);
    if (!touchUp || touchUp.closed) return;
    const { minutes, note, scope = 'spot', ml } = body;
    touchUp.closed = { at, minutes, note, worker, scope, ml: ml ?? null };
    const can = state.cans.get(body.can ?? '');
    if (can && body.ml) takeFrom(can, at, body.ml);
  },
  refuse: (body, at, ctx) => {
    const touchUp = ctx.state.touchUps.get(body.touchUp);
    if (!touchUp) return refuse('unknown', 'There is no such touch-up.');
    if (touchUp.closed) return refuse('done-already', 'This touch-up is closed already.');
    const drawn = body.can === undefined ? null : cannotTake(ctx.state.cans.get(body.can), body.ml ?? 0);
    if (drawn) return drawn;
    const from = touchUpFrom(ctx, touchUp.id);
    return from > at
      ? refuse(
          'too-early',
          `Safe from ${ctx.sayTime(from)}: the film is too young for this remedy.`,
          true,
          from,
        )
      : null;
  },
  say: () => 'Touch-up closed',
});
