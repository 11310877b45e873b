/** A face was checked, on the last walk or after hand-over; or the sample panel was. */
import { z } from 'zod';
import { refuse } from '../../guard/refusal';
import { FACES } from '../../../coating/system';
import {
  checkTestSchema,
  METHODS,
  SPOT_WORDS,
  SPOTS,
  verdictOf,
  type CheckTest,
  type Spot,
} from '../../../quality/check-methods';
import type { FactForm } from '../form';
import { factKind } from '../kind';
import { id } from '../parts';
import { codesOf } from '../words';
import { openTouchUp } from './open-touch-up';

/** Where a test was made, as far as nobody said. */
const usualSpot = (test: CheckTest): Spot =>
  METHODS[test.method].on.includes('visible') ? 'visible' : 'hidden';

export const checkRecorded = factKind({
  schema: z
    .object({
      kind: z.literal('check.recorded'),
      /** not given for the sample panel */
      piece: id.optional(),
      face: z.enum(FACES).default('front'),
      spot: z.enum(SPOTS).optional(),
      test: checkTestSchema,
      note: z.string().max(2000).default(''),
      /** somebody came because something was reported: such looks see more failures */
      prompted: z.boolean().optional(),
      /** across, mm */
      sizeMm: z.number('Write the size in millimetres').min(0).max(5000).optional(),
      /** where on the face it is, share of its width and height */
      x: z.number().min(0).max(1).optional(),
      y: z.number().min(0).max(1).optional(),
      /** the day by which it is to be put right */
      due: z.iso.date('Write the day as 2026-03-09').optional(),
    })
    .refine((b) => b.piece !== undefined || b.spot === 'panel', {
      path: ['piece'],
      message: 'Name the piece',
    }),
  rank: 250,
  fromForm: (form) => ({
    piece: form.text('piece') || undefined,
    face: form.text('face') || undefined,
    spot: form.text('spot') || undefined,
    test: testFromForm(form),
    note: form.text('note'),
    prompted: form.text('prompted') === 'yes' ? true : undefined,
    sizeMm: form.number('sizeMm'),
    x: form.number('x'),
    y: form.number('y'),
    due: form.text('due') || undefined,
  }),
  apply: (state, { id: own, at, worker }, body) => {
    const { piece = '', face, test, note, x, y } = body;
    const { failure, words } = verdictOf(test);
    const spot = body.spot ?? usualSpot(test);
    const check = {
      ...{ id: own, piece, face, at, worker, failure, note, spot },
      how: body.prompted ? ('prompted' as const) : ('visit' as const),
      method: test.method,
      sound: failure === null,
      result: words,
      sizeMm: body.sizeMm ?? null,
      x: x ?? null,
      y: y ?? null,
    };
    state.checks.push(check);
    // What the sample panel shows is nothing to mend.
    if (spot !== 'panel') openTouchUp(state, check, body.due);
  },
  refuse: ({ test, spot: given, face }) => {
    const { name, destructive, on } = METHODS[test.method];
    const spot = given ?? usualSpot(test);
    if (on.includes(spot) && !(destructive && spot === 'hidden' && face === 'front')) return null;
    return refuse(
      'visible-face',
      destructive
        ? `${name} leaves a mark: only on ${on.map((s) => SPOT_WORDS[s]).join(' or ')}, and never on a front.`
        : `${name} is done on ${on.map((s) => SPOT_WORDS[s]).join(' or ')}.`,
    );
  },
  say: (body, context) => {
    const of = body.piece === undefined ? 'the sample panel' : codesOf(context, [body.piece]);
    return `Checked ${of}: ${verdictOf(body.test).words}`;
  },
});

/** The test from its form's fields, unchecked. */
function testFromForm(form: FactForm): Record<string, unknown> {
  const method = form.text('method');
  const lab = (of: string) => ({
    l: form.number(`${of}L`),
    a: form.number(`${of}A`),
    b: form.number(`${of}B`),
  });
  switch (method) {
    case 'cross-cut':
      return { method, lattice: form.number('lattice'), flaked: form.all('flaked').map(Number) };
    case 'pencil':
      return { method, hardest: form.text('hardest') };
    case 'blocking':
      return { method, rating: form.number('rating') };
    case 'fingernail':
    case 'water':
      return { method, result: form.text('result') };
    case 'chemical':
      return { method, agent: form.text('agent'), result: form.text('result') };
    case 'gloss':
      return { method, at60: form.number('at60'), at85: form.number('at85') ?? null };
    case 'colour':
      return { method, here: lab('here'), sample: lab('sample') };
    case 'rubs':
      return { method, doubleRubs: form.number('doubleRubs'), through: form.text('through') === 'yes' };
    default:
      return { method: 'visual', failure: form.text('failure') || null };
  }
}
