/** A test on site. */
import { z } from 'zod';
import { siteTestSchema } from '../../../quality/site-tests';
import { factKind, nothingAgainst } from '../kind';
import { id, note, place } from '../parts';

export const testRecorded = factKind({
  schema: z.object({
    kind: z.literal('test.recorded'),
    test: siteTestSchema,
    place,
    piece: id.nullable().default(null),
    note,
  }),
  rank: 30,
  fromForm: (form) => ({
    test: { method: form.text('method'), result: form.text('result') },
    place: form.text('place'),
    piece: form.text('on') || null,
    note: form.text('note'),
  }),
  apply: (state, fact, body) => {
    const { id: own, at, worker } = fact;
    const { test, piece } = body;
    state.tests.push({ id: own, test, place: body.place, piece, note: body.note, at, worker });
  },
  refuse: nothingAgainst,
  say: (body) => `Tested, ${body.place}: ${body.test.result}`,
});
