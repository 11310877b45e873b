/** Facts of older logs, read as what they are called today. */
import { expect, it } from 'vitest';
import { begunInKitchen, readiedInKitchen, uuid } from '../../../../../tests/bench-builders';
import { bodySchema } from './events';

const override = [{ rule: 'too-early', reason: 'felt dry' }];
it.each([
  [
    { kind: 'site.started', step: 'caulk', override },
    { ...begunInKitchen('caulk'), override },
  ],
  [
    { kind: 'site.finished', work: uuid(1) },
    { kind: 'work.finished', work: uuid(1), leftOut: [] },
  ],
  [
    { kind: 'site.readied', step: 'caulk', override },
    { ...readiedInKitchen('caulk'), override },
  ],
])('%o', (older, today) => {
  expect(bodySchema.parse(older)).toEqual(today);
  // What is written today reads as it is.
  expect(bodySchema.parse(today)).toEqual(today);
});

it('that never were are refused, and so is what is no fact at all', () => {
  for (const body of [
    { kind: 'site.paused', work: uuid(1) },
    { kind: 'toString' },
    { step: 'caulk' },
    null,
    'x',
  ])
    expect(bodySchema.safeParse(body).success).toBe(false);
});
