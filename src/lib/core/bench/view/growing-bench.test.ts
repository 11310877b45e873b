/** A bench that grows with new facts is the bench that is opened with all of them. */
import { expect, it } from 'vitest';
import { fact, takenDown, uuid } from '../../../../../tests/bench-builders';
import { packOf } from '../../../../../tests/bench-pack';
import type { Fact } from '../log/events';
import { GrowingBench } from './growing-bench';
import { openBench } from './bench-job';

const A = uuid(1);
const down = takenDown([A]);
const moved = (minute: number, place: string): Fact =>
  fact(minute, { kind: 'piece.placed', pieces: [A], place });
const placeOf = (bench: ReturnType<typeof openBench>) => bench.state.pieces.get(A)?.place;

it('goes on from where it was, whatever the order in which facts come', () => {
  const pack = packOf(down);
  const growing = new GrowingBench();
  const more = [moved(10, 'van'), moved(30, 'table'), moved(20, 'stack'), moved(40, 'rack 2')];
  for (let n = 0; n <= more.length; n++) {
    const known = more.slice(0, n);
    const grown = growing.open(pack, known);
    expect(grown.state).toEqual(openBench(pack, known).state);
    expect(grown.facts).toHaveLength(down.length + n);
  }
});

it('begins anew with another pack, with other facts, or with fewer', () => {
  const pack = packOf(down);
  const growing = new GrowingBench();
  const [one, two] = [moved(10, 'van'), moved(20, 'table')];
  expect(placeOf(growing.open(pack, [one, two]))).toBe('table');
  expect(placeOf(growing.open(pack, [one]))).toBe('van');
  expect(placeOf(growing.open(pack, []))).toBe('table');
  const other = moved(5, 'stack');
  expect(placeOf(growing.open(pack, [one]))).toBe('van');
  expect(placeOf(growing.open(pack, [other, moved(6, 'rack 1')]))).toBe('rack 1');
  expect(placeOf(growing.open(packOf([...down, moved(50, 'stack')]), [one]))).toBe('stack');
});

it('counts a fact once that the server has by now', () => {
  const one = moved(10, 'van');
  const growing = new GrowingBench();
  const pack = packOf([...down, one]);
  growing.open(pack, []);
  const bench = growing.open(pack, [one]);
  expect(bench.facts).toHaveLength(down.length + 1);
  expect(bench.state).toEqual(openBench(pack).state);
});
