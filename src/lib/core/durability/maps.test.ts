/** Where and of what pieces failed, counted by hand. */
import { expect, it } from 'vitest';
import { FACE_GRID, faceMap, ratesByKind } from './maps';
import type { SamplePiece } from './sample';

type Look = { failure: string | null; x: number | null; y: number | null; face: string };
const piece = (right: number | null, failure: string | null, looks: Look[] = []): SamplePiece =>
  ({ right, failure, traits: { form: 'door' }, spell: { looks } }) as unknown as SamplePiece;
const look = (x: number, y: number, more: Partial<Look> = {}): Look => ({
  failure: 'nick',
  x,
  y,
  face: 'front',
  ...more,
});

it('first failures by kind: of all pieces, each that failed once, and none that is not known', () => {
  const names = new Map([
    ['nick', 'Nicks'],
    ['peeling', 'Peeling'],
    ['print', 'Prints'],
  ]);
  const sample = [
    piece(100, 'nick'),
    piece(200, 'nick'),
    piece(300, 'peeling'),
    // It lasts; it failed in a way that nobody wrote down; it was looked at and lasts.
    piece(null, 'print'),
    piece(400, null),
    piece(null, null),
  ];
  expect(
    ratesByKind(sample, names).map(({ place, failed, pieces, rate }) => [place, failed, pieces, rate]),
  ).toEqual([
    ['Nicks', 2, 6, 2 / 6],
    ['Peeling', 1, 6, 1 / 6],
  ]);
});

it('failures that were pointed at fall into the cells of the face, its edges with them', () => {
  const kitchens = [
    [
      piece(100, 'nick', [look(0, 0), look(1, 1)]),
      piece(100, 'nick', [
        look(0.5, 0.5),
        look(0.5, 0.5, { face: 'back' }),
        look(0.2, 0.2, { failure: null }),
      ]),
      // What lasts was not pointed at.
      piece(null, null, [look(0.9, 0.1)]),
    ],
  ];
  const { columns, rows } = FACE_GRID;
  const map = faceMap(kitchens, 'door');
  expect([map.pieces, map.pointed]).toEqual([3, 3]);
  const hit = map.cells.flatMap((n, i) => (n ? [[i, n]] : []));
  expect(hit).toEqual([
    [0, 1],
    [Math.floor(columns / 2) + columns * Math.floor(rows / 2), 1],
    [columns * rows - 1, 1],
  ]);
});
