/** A coat was looked at. */
import { z } from 'zod';
import { refuse } from '../../guard/refusal';
import { LOOKS } from '$core/coating/looks';
import { factKind } from '../kind';
import { id, note } from '../parts';
import { workOf } from '../words';

export const coatInspected = factKind({
  schema: z.object({
    kind: z.literal('coat.inspected') /** id of the `work.started` fact of the coat */,
    work: id,
    looked: z.array(z.enum(LOOKS)),
    sheen: z.enum(['like the sample', 'duller', 'glossier', 'not held']),
    colour: z.enum(['like the sample', 'off', 'not held']),
    note,
  }),
  rank: 170,
  fromForm: (form) => ({
    work: form.text('work'),
    looked: form.all('looked'),
    sheen: form.text('sheen'),
    colour: form.text('colour'),
    note: form.text('note'),
  }),
  apply: (state, fact, { work, looked, sheen, colour, note: said }) => {
    const { id: own, at, worker } = fact;
    state.inspections.push({ id: own, work, looked, sheen, colour, note: said, at, worker });
  },
  refuse: (body, _, { state }) =>
    state.works.get(body.work)?.end == null ? refuse('order', 'Look at it when the coat is done.') : null,
  say: (body, context) => `Looked at: ${workOf(context, body.work)}`,
});
