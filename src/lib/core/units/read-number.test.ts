import { expect, it } from 'vitest';
import { readNumber } from './read-number';

it('reads a point or a comma as the decimal sign; nothing is nothing, and words are no number', () => {
  expect(readNumber(' 18,4 ')).toBe(18.4);
  expect(readNumber('18.4')).toBe(18.4);
  expect(readNumber('-3')).toBe(-3);
  expect(readNumber('  ')).toBeUndefined();
  expect(readNumber('warm')).toBeNaN();
});
