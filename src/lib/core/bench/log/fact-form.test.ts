import { expect, it } from 'vitest';
import { bodySchema } from './events';
import { bodyFromForm } from './fact-form';
import { uuid } from '../../../../../tests/bench-builders';

const read = (fields: [string, string][]): Record<string, unknown> => {
  const form = new FormData();
  for (const [k, v] of fields) form.append(k, v);
  return bodyFromForm(form);
};

it.each<[string, [string, string][], Record<string, unknown>]>([
  [
    'labels on two pieces',
    [
      ['kind', 'piece.labelled'],
      ['piece', uuid(1)],
      ['piece', uuid(2)],
    ],
    { kind: 'piece.labelled', pieces: [uuid(1), uuid(2)] },
  ],
  [
    'a piece down',
    [
      ['kind', 'piece.down'],
      ['piece', uuid(1)],
      ['place', ' tent rack '],
    ],
    { kind: 'piece.down', pieces: [uuid(1)], place: 'tent rack' },
  ],
  [
    'work that begins against a guard',
    [
      ['kind', 'work.started'],
      ['step', 'sand'],
      ['lot', 'A'],
      ['piece', uuid(1)],
      ['rule', 'too-early'],
      ['reason', 'bone dry'],
    ],
    {
      kind: 'work.started',
      step: 'sand',
      lot: 'A',
      pieces: [uuid(1)],
      override: [{ rule: 'too-early', reason: 'bone dry' }],
    },
  ],
  [
    'work that ends with a piece left out',
    [
      ['kind', 'work.finished'],
      ['work', uuid(9)],
      ['leftOut', uuid(1)],
    ],
    { kind: 'work.finished', work: uuid(9), leftOut: [uuid(1)] },
  ],
  [
    'a piece hung',
    [
      ['kind', 'piece.hung'],
      ['piece', uuid(1)],
      ['opening', uuid(1)],
    ],
    { kind: 'piece.hung', piece: uuid(1), opening: uuid(1) },
  ],
  [
    'the hand-over',
    [
      ['kind', 'job.handed-over'],
      ['note', 'keys under the pot'],
    ],
    { kind: 'job.handed-over', note: 'keys under the pot' },
  ],
  [
    'a sound look',
    [
      ['kind', 'check.recorded'],
      ['piece', uuid(1)],
      ['face', 'front'],
      ['method', 'visual'],
      ['failure', ''],
      ['note', ''],
    ],
    {
      kind: 'check.recorded',
      piece: uuid(1),
      face: 'front',
      test: { method: 'visual', failure: null },
      note: '',
    },
  ],
  [
    'a cross-cut',
    [
      ['kind', 'check.recorded'],
      ['piece', uuid(1)],
      ['face', 'back'],
      ['method', 'cross-cut'],
      ['lattice', '25'],
      ['flaked', '3'],
      ['flaked', '24'],
    ],
    {
      kind: 'check.recorded',
      piece: uuid(1),
      face: 'back',
      test: { method: 'cross-cut', lattice: 25, flaked: [3, 24] },
      note: '',
    },
  ],
  [
    'a touch-up closed',
    [
      ['kind', 'touch-up.closed'],
      ['touchUp', uuid(8)],
      ['minutes', '45'],
      ['note', 'two thin coats'],
    ],
    { kind: 'touch-up.closed', touchUp: uuid(8), minutes: 45, note: 'two thin coats' },
  ],
  [
    'a fact taken back',
    [
      ['kind', 'void'],
      ['fact', uuid(7)],
      ['reason', 'wrong lot'],
    ],
    { kind: 'void', fact: uuid(7), reason: 'wrong lot' },
  ],
])('reads %s', (_, fields, body) => expect(bodySchema.parse(read(fields))).toEqual(body));

it.each<[string, [string, string][], string]>([
  ['no kind', [], 'kind'],
  [
    'minutes that are no number',
    [
      ['kind', 'touch-up.closed'],
      ['touchUp', uuid(8)],
      ['minutes', 'long'],
    ],
    'minutes',
  ],
  [
    'a reason too short to be one',
    [
      ['kind', 'void'],
      ['fact', uuid(7)],
      ['reason', 'x'],
    ],
    'reason',
  ],
  [
    'air without a temperature',
    [
      ['kind', 'air.read'],
      ['place', 'tent'],
      ['humidity', '50'],
    ],
    'celsius',
  ],
  [
    'humidity of more than everything',
    [
      ['kind', 'air.read'],
      ['place', 'tent'],
      ['celsius', '20'],
      ['humidity', '130'],
    ],
    'humidity',
  ],
  [
    'a square off the lattice',
    [
      ['kind', 'check.recorded'],
      ['piece', uuid(1)],
      ['face', 'back'],
      ['method', 'cross-cut'],
      ['lattice', '25'],
      ['flaked', '25'],
    ],
    'flaked',
  ],
  [
    'an unknown failure',
    [
      ['kind', 'check.recorded'],
      ['piece', uuid(1)],
      ['face', 'back'],
      ['method', 'visual'],
      ['failure', 'haunted'],
    ],
    'failure',
  ],
])('names the field of %s', (_, fields, field) => {
  const parsed = bodySchema.safeParse(read(fields));
  expect(parsed.error?.issues.map((i) => i.path.at(-1))).toContain(field);
});
