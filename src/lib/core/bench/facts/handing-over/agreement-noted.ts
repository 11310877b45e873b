/** What was agreed at the door, or stays with the owner. */
import { z } from 'zod';
import { factKind, nothingAgainst } from '../kind';

export const agreementNoted = factKind({
  schema: z.object({
    kind: z.literal('agreement.noted'),
    what: z.enum(['agreed', 'kept']),
    text: z.string().trim().min(2, 'Write what it is').max(500),
  }),
  rank: 238,
  fromForm: (form) => ({ what: form.text('what'), text: form.text('text') }),
  apply: (state, { id, at }, { what, text }) => {
    state.agreed.push({ id, at, what, text });
  },
  refuse: nothingAgainst,
  say: ({ what, text }) => `${what === 'agreed' ? 'Agreed' : 'Stays with the owner'}: ${text}`,
});
