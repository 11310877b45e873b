/** Pieces in words, and when one was last worked on. */
import { expect, it } from 'vitest';
import { contextOf, did, fact, takenDown, uuid } from '../../../../../tests/bench-builders';
import { LONG_STAND, stoodLong } from '$core/coating/long-stand';
import type { Fact } from '../log/events';
import { fold } from '../log/fold';
import { pieceState } from '../state/state';
import { list } from './context';
import { handledAt } from './stood';

it('six codes are named, and of more than six how many there are', () => {
  const pieces = Array.from({ length: 8 }, (_, i) => uuid(i + 1));
  const ctx = contextOf([], [], { codes: new Map(pieces.map((p, i) => [p, String(i + 1)])) });
  expect(list(ctx, pieces.slice(0, 6))).toBe('1 2 3 4 5 6');
  expect(list(ctx, pieces.slice(0, 7))).toBe('1 2 3 4 5 6 and 1 more');
  expect(list(ctx, pieces)).toBe('1 2 3 4 5 6 and 2 more');
  expect(list(ctx, [uuid(99)])).toBe('?');
});

it('a piece was handled when its last step ended, or it was wiped since', () => {
  const [piece] = [uuid(1)];
  const at = (...facts: Fact[]): number | null => handledAt(pieceState(fold(facts), piece));
  expect(at()).toBeNull();
  const steps = [...takenDown([piece]), ...did('clean', 10, 30, [piece]), ...did('sand', 40, 55, [piece])];
  expect(at(...steps)).toBe(55 * 60_000);
  expect(at(...steps, fact(90, { kind: 'piece.wiped', pieces: [piece] }))).toBe(90 * 60_000);
});

it('what stood for more than two days is wiped, and not to the day', () => {
  expect(stoodLong(0, LONG_STAND)).toBe(false);
  expect(stoodLong(0, LONG_STAND + 1)).toBe(true);
  expect(stoodLong(null, 10 * LONG_STAND)).toBe(false);
});
