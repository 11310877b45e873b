/** Something was taken from a kept can or put into it, it was weighed, moved or thrown away. */
import { z } from 'zod';
import { factKind } from '../kind';
import { id } from '../parts';
import { cannotTake, takeFrom } from './take-from';

export const canChanged = factKind({
  schema: z
    .object({
      kind: z.literal('can.changed'),
      /** id of the `can.kept` fact */
      can: id,
      how: z.enum(['taken', 'topped up', 'weighed', 'moved', 'thrown away']),
      /** taken or topped up, or what is in it as weighed */
      ml: z.number('Write how many millilitres').min(0).max(200_000).optional(),
      place: z.string().trim().max(80).optional(),
    })
    .refine((b) => b.ml !== undefined || b.how === 'moved' || b.how === 'thrown away', {
      path: ['ml'],
      message: 'Write how many millilitres',
    })
    .refine((b) => b.how !== 'moved' || (b.place ?? '').length > 0, {
      path: ['place'],
      message: 'Say where',
    }),
  rank: 244,
  fromForm: (form) => ({
    can: form.text('can'),
    how: form.text('how'),
    ml: form.number('ml'),
    place: form.text('place') || undefined,
  }),
  apply: (state, { at }, { can: of, how, ml, place }) => {
    const can = state.cans.get(of);
    if (!can) return;
    if (how === 'taken') return takeFrom(can, at, ml ?? 0);
    can.moves.push({ at, how, ml: ml ?? null });
    if (how === 'topped up') can.ml += ml ?? 0;
    if (how === 'weighed') can.ml = ml ?? can.ml;
    if (how === 'moved') can.place = place ?? can.place;
    if (how === 'thrown away') can.gone = at;
  },
  refuse: ({ can: of, how, ml }, _at, { state }) => {
    return cannotTake(state.cans.get(of), how === 'taken' ? (ml ?? 0) : 0);
  },
  say: ({ how, ml }) =>
    how === 'thrown away'
      ? 'Threw a kept can away'
      : `Kept can ${how}${ml === undefined ? '' : `, ${Math.round(ml)} mL`}`,
});
