/** Which holds surely take their slots. */
import { expect, it } from 'vitest';
import { op, problemOf } from '../../../../../tests/plan-builders';
import { compile } from '../compile/compile';
import type { Problem } from './problem';

const sureOf = (more: Partial<Problem>): boolean[] => {
  const m = compile(problemOf({ racks: [{ id: 'rack', slots: 10 }], ...more }));
  return m.sure;
};
const hold = (from: string, to: string) => ({ rack: 'rack', slots: 4, from, to, tail: null });

it('a rack that is full from the start stays so until what takes the pieces off, which cannot begin at once', () => {
  const now = op('now', 1, { lockedStart: 0 });
  const operations = [op('a', 60), op('b', 60), now];
  const links = [{ from: 'a', to: 'b', minLag: 0, maxLag: null }];
  expect(sureOf({ operations, links, holds: [hold('now', 'b')] })).toEqual([true]);
  // What may begin in the same minute may leave nothing of it.
  expect(sureOf({ operations, links, holds: [hold('now', 'a')] })).toEqual([false]);
  // Nothing is said of one that begins it when it likes.
  expect(sureOf({ operations, links, holds: [hold('b', 'a')] })).toEqual([false]);
  expect(sureOf({ operations, links, holds: [hold('a', 'b')] })).toEqual([true]);
});
