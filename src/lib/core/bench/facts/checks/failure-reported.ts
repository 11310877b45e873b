/** The household saw a failure: it happened by the moment they said, and says nothing of other pieces. */
import { z } from 'zod';
import { FACES } from '../../../coating/system';
import { FAILURES } from '../../../quality/failures';
import { factKind, nothingAgainst } from '../kind';
import { id, note } from '../parts';
import { codesOf } from '../words';
import { openTouchUp } from './open-touch-up';

export const failureReported = factKind({
  schema: z.object({
    kind: z.literal('failure.reported'),
    piece: id,
    face: z.enum(FACES).default('front'),
    failure: z.enum(FAILURES.map((f) => f.key)),
    /** the report of the household's page that it is from */
    report: id.optional(),
    note,
    x: z.number().min(0).max(1).optional(),
    y: z.number().min(0).max(1).optional(),
    due: z.iso.date('Write the day as 2026-03-09').optional(),
  }),
  rank: 252,
  fromForm: (form) => ({
    piece: form.text('piece'),
    face: form.text('face') || undefined,
    failure: form.text('failure'),
    report: form.text('report') || undefined,
    note: form.text('note'),
    x: form.number('x'),
    y: form.number('y'),
    due: form.text('due') || undefined,
  }),
  apply: (state, { id: own, at, worker }, body) => {
    const { piece, face, failure, note: said, x, y } = body;
    const check = {
      ...{ id: own, piece, face, at, worker, failure, note: said },
      how: 'report' as const,
      method: 'visual' as const,
      spot: 'visible' as const,
      sound: false,
      result: FAILURES.find((f) => f.key === failure)?.seen ?? '',
      sizeMm: null,
      x: x ?? null,
      y: y ?? null,
    };
    state.checks.push(check);
    openTouchUp(state, check, body.due);
  },
  refuse: nothingAgainst,
  say: (body, context) => `The household reported ${codesOf(context, [body.piece])}`,
});
