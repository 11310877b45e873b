/** A face was checked, on the last walk or after hand-over: looked at, or cut. */
import { z } from 'zod';
import { FACES } from '../../../coating/system';
import { crossCutClass, LATTICES, WORST_SOUND_ISO } from '../../../quality/cross-cut';
import { FAILURES } from '../../../quality/failures';
import { factKind, nothingAgainst } from '../kind';
import { id } from '../parts';
import { codesOf } from '../words';

const flaked = z.array(z.number().int().nonnegative()).max(100);

export const checkRecorded = factKind({
  schema: z.object({
    kind: z.literal('check.recorded'),
    piece: id,
    face: z.enum(FACES),
    test: z.discriminatedUnion('method', [
      z.object({ method: z.literal('visual'), failure: z.enum(FAILURES.map((f) => f.key)).nullable() }),
      z
        .object({ method: z.literal('cross-cut'), lattice: z.literal(LATTICES), flaked })
        .refine((t) => t.flaked.every((s) => s < t.lattice) && new Set(t.flaked).size === t.flaked.length, {
          message: 'Each flaked square may be named once and must lie in the lattice',
          path: ['flaked'],
        }),
    ]),
    note: z.string().max(2000).default(''),
    /** where on the face it is, share of its width and height */
    x: z.number().min(0).max(1).optional(),
    y: z.number().min(0).max(1).optional(),
    /** the day by which it is to be put right */
    due: z.iso.date('Write the day as 2026-03-09').optional(),
  }),
  rank: 250,
  fromForm: (form) => ({
    piece: form.text('piece'),
    face: form.text('face'),
    test:
      form.text('method') === 'cross-cut'
        ? {
            method: 'cross-cut',
            lattice: form.number('lattice'),
            flaked: form.all('flaked').map(Number),
          }
        : { method: 'visual', failure: form.text('failure') || null },
    note: form.text('note'),
    x: form.number('x'),
    y: form.number('y'),
    due: form.text('due') || undefined,
  }),
  apply: (state, { id: own, at, worker }, { piece, face, test, note, x, y, due }) => {
    const crossCut = test.method === 'cross-cut' ? crossCutClass(test.flaked.length, test.lattice) : null;
    const peeling = crossCut && crossCut.iso > WORST_SOUND_ISO ? 'peeling' : null;
    const failure = test.method === 'visual' ? test.failure : peeling;
    const sound = failure === null;
    state.checks.push({
      id: own,
      piece,
      face,
      at,
      worker,
      sound,
      failure,
      crossCut,
      note,
      x: x ?? null,
      y: y ?? null,
    });
    if (failure !== null)
      state.touchUps.set(own, { id: own, piece, failure, opened: at, due: due ?? null, closed: null });
  },
  refuse: nothingAgainst,
  say: (body, context) => `Checked ${codesOf(context, [body.piece])}`,
});
