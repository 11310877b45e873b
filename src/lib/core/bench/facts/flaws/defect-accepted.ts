/** A flaw is left as it is, as was agreed. */
import { z } from 'zod';
import { refuse } from '../../guard/refusal';
import { factKind } from '../kind';
import { id, reason } from '../parts';

export const defectAccepted = factKind({
  schema: z.object({ kind: z.literal('defect.accepted'), defect: id, reason }),
  rank: 200,
  firstCounts: true,
  fromForm: (form) => ({ defect: form.text('defect'), reason: form.text('reason') }),
  apply: (state, _, body) => {
    const flaw = state.flaws.get(body.defect);
    if (flaw) flaw.accepted ??= body.reason;
  },
  refuse: (body, _, { state }) => {
    const flaw = state.flaws.get(body.defect);
    if (!flaw) return refuse('unknown', 'There is no such flaw.');
    return flaw.accepted === null ? null : refuse('done-already', 'It was left as it is already.');
  },
  say: () => 'Flaw left as it is',
});
