import { expect, it } from 'vitest';
import { takenDown, uuid } from '../../../../../tests/bench-builders';
import { benchOf } from '../../../../../tests/bench-pack';
import { takeDownPage } from './take-down';

it('says of each piece where it is among the fronts of its cabinet, wall by wall', () => {
  const { walls } = takeDownPage(benchOf());
  expect(walls.map((w) => [w.name, w.pieces.map((p) => [p.code, p.where])])).toEqual([
    [
      'North',
      [
        ['P1', 'left of the pair'],
        ['P2', 'right of the pair'],
        ['P3', ''],
        ['P4', ''],
        ['P5', ''],
        ['P6', ''],
        ['P7', 'left of the pair'],
        ['P8', 'right of the pair'],
      ],
    ],
    [
      'Side',
      [
        ['P9', 'left of the pair'],
        ['P10', 'right of the pair'],
        ['P11', ''],
        ['P12', ''],
      ],
    ],
  ]);
});

it('counts what is down, and where it went', () => {
  const page = takeDownPage(benchOf(takenDown([uuid(1), uuid(2)], 'van')));
  expect(page.account).toMatchObject({ total: 12, up: 10, down: 2, places: [{ place: 'van', pieces: 2 }] });
  const [first] = page.walls[0]?.pieces ?? [];
  expect(first).toMatchObject({ at: 'down', place: 'van', labelled: true, zone: 'A' });
});
