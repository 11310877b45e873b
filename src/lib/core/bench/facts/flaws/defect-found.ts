/** A flaw was pointed at. */
import { z } from 'zod';
import { FACES } from '../../../coating/system';
import { FIXED_ID, isFixedId } from '../../../kitchen/fixed-parts';
import { DEFECT_KEYS, DEFECTS } from '../../../quality/defects';
import { touch, type Flaw } from '$core/bench/state/state';
import type { Happened } from '../../guard/log';
import { factKind, nothingAgainst } from '../kind';
import { id, note } from '../parts';
import { codesOf } from '../words';

const flaw = (
  { id: own, at, worker }: Happened,
  { piece, face, defect, severity, x, y, note: said }: Omit<Flaw, 'id' | 'at' | 'worker' | 'accepted'>,
): Flaw => ({ id: own, piece, face, defect, severity, x, y, note: said, at, worker, accepted: null });

export const defectFound = factKind({
  schema: z.object({
    kind: z.literal('defect.found'),
    /** id of a piece, or of a part of the fixed work */
    piece: id.or(z.string().regex(FIXED_ID)),
    face: z.enum(FACES),
    defect: z.enum(DEFECT_KEYS),
    severity: z.number().int().min(1).max(3),
    /** where on the face, shares of its width from the left and its height from the top */
    x: z.number().min(0).max(1),
    y: z.number().min(0).max(1),
    note,
  }),
  rank: 190,
  fromForm: (form) => ({
    piece: form.text('piece'),
    face: form.text('face'),
    defect: form.text('defect'),
    severity: form.number('severity'),
    x: form.number('x'),
    y: form.number('y'),
    note: form.text('note'),
  }),
  apply: (state, fact, body) => {
    touch(state, body.piece);
    state.flaws.set(fact.id, flaw(fact, body));
  },
  // What was done for it stays done.
  applyTakenBack: (state, fact, body) => {
    state.takenBackFlaws.set(fact.id, flaw(fact, body));
  },
  refuse: nothingAgainst,
  say: (body, context) =>
    `${DEFECTS[body.defect].seen}: ${codesOf(context, [body.piece])}${isFixedId(body.piece) ? '' : `, ${body.face}`}`,
});
