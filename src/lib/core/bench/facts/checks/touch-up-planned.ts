/** A touch-up is planned: what is coated anew, and the day it begins. */
import { z } from 'zod';
import { dayAfter } from '../../../units/clock-time';
import { refuse } from '../../guard/refusal';
import { touchUpFrom } from '../../guard/touch-up';
import { touchUpKey } from '../../../takeoff/site-route';
import { REMEDY_SCOPES } from '../../../quality/remedy-scope';
import { kitchenWorks, type JobState } from '../../state/state';
import { factKind } from '../kind';
import { id } from '../parts';
import { codesOf } from '../words';

/** Whether its work was begun in the kitchen. */
const isBegun = (state: JobState, touchUp: string): boolean =>
  [...kitchenWorks(state).keys()].some((key) => key.startsWith(touchUpKey(touchUp)));

export const touchUpPlanned = factKind({
  schema: z.object({
    kind: z.literal('touch-up.planned') /** id of the check that opened it */,
    touchUp: id,
    scope: z.enum(REMEDY_SCOPES, 'Choose what is coated anew'),
    /** not before */
    day: z.iso.date('Write the day as 2026-03-09'),
  }),
  rank: 256,
  fromForm: (form) => ({ touchUp: form.text('touchUp'), scope: form.text('scope'), day: form.text('day') }),
  apply: (state, _, { touchUp, scope, day }) => {
    const found = state.touchUps.get(touchUp);
    // Steps that were begun stay as they were planned.
    if (found && (!found.planned || !isBegun(state, touchUp))) found.planned = { scope, day };
  },
  refuse: ({ touchUp, day }, _, ctx) => {
    const found = ctx.state.touchUps.get(touchUp);
    if (!found) return refuse('unknown', 'There is no such touch-up.');
    if (found.closed) return refuse('done-already', 'This touch-up is closed already.');
    if (isBegun(ctx.state, touchUp))
      return refuse('done-already', 'Its work has begun: it goes on as it was planned.');
    const from = touchUpFrom(ctx, touchUp);
    return dayAfter(day, ctx.zone) <= from
      ? refuse('too-early', `Safe from ${ctx.sayTime(from)}: choose that day or a later one.`, false, from)
      : null;
  },
  say: ({ touchUp, day }, context) =>
    `Touch-up ${codesOf(context, [context.state.touchUps.get(touchUp)?.piece ?? ''])} planned for ${day}`,
});
