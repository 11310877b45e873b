import { expect, it } from 'vitest';
import { packJson, reviveJson, unpackJson } from './pack-json';

it('maps and sets come through, from the text or from what JSON made of it', () => {
  const value = {
    steps: [{ key: 'a', skips: new Set(['p', 'q']), worth: new Map([['p', 1.2]]) }, null],
    n: 1,
  };
  expect(unpackJson(packJson(value))).toEqual(value);
  expect(reviveJson(JSON.parse(packJson(value)))).toEqual(value);
  // Plain JSON loses them.
  expect(JSON.parse(JSON.stringify(value))).not.toEqual(value);
});
