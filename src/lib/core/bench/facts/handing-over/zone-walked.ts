/** A colour zone was looked at with the owner before the kitchen was handed over. */
import { z } from 'zod';
import { factKind, nothingAgainst } from '../kind';

export const zoneWalked = factKind({
  schema: z.object({ kind: z.literal('zone.walked'), zone: z.string().min(1).max(64) }),
  rank: 236,
  fromForm: (form) => ({ zone: form.text('zone') }),
  apply: (state, { at }, { zone }) => {
    state.walked.set(zone, at);
  },
  refuse: nothingAgainst,
  say: () => 'Looked at a zone with the owner',
});
