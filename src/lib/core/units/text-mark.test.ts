import { expect, it } from 'vitest';
import { textMark } from './text-mark';

it('is FNV-1a of 64 bits: the published values of the empty text, “a” and “foobar” (from memory)', () => {
  expect(textMark('')).toBe('cbf29ce484222325');
  expect(textMark('a')).toBe('af63dc4c8601ec8c');
  expect(textMark('foobar')).toBe('85944171f73967e8');
});
