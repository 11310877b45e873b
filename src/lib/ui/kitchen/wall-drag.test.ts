import { describe, expect, it } from 'vitest';
import { bareCabinet, type Cabinet } from '$core/kitchen/kitchen';
import { readNotation } from '$core/kitchen/notation';
import { draggedWidth, edgesBeside, placeFor, tryDrag, type Drag } from './wall-drag';

const cab = (band: 'base' | 'upper', widthMm: number): Cabinet => bareCabinet(band, widthMm);
const base = (...widths: number[]) => widths.map((w) => cab('base', w));

describe('placeFor', () => {
  const run = base(300, 600, 450, 900);
  it('stays where its middle is let go', () => expect(placeFor(run, 1, 600)).toBe(1));
  it('goes behind a cabinet whose middle it passed, and before the first', () => {
    expect(placeFor(run, 0, 700)).toBe(1);
    expect(placeFor(run, 0, 5000)).toBe(3);
    expect(placeFor(run, 3, 10)).toBe(0);
  });
  it('counts only its own run', () => {
    const mixed = [cab('base', 300), cab('upper', 600), cab('base', 600), cab('upper', 450)];
    expect(placeFor(mixed, 0, 800)).toBe(2);
    expect(placeFor(mixed, 1, 5000)).toBe(3);
  });
});

describe('draggedWidth', () => {
  const drag = (edges: number[]): Drag => ({
    kind: 'size',
    pointer: 1,
    fromX: 0,
    at: { wall: 0, cabinet: 0, front: null },
    before: '',
    kitchen: { walls: [] },
    cabinet: cab('base', 600),
    x: 300,
    edges,
  });
  it('snaps to the grid, and to an edge of the other run that is near', () => {
    expect(draggedWidth(drag([]), 43, 10)).toBe(640);
    expect(draggedWidth(drag([947]), 43, 10)).toBe(647);
    expect(draggedWidth(drag([1000]), 43, 10)).toBe(640);
  });
  it('is never narrower than six steps of the grid, nor wider than 6 m', () => {
    expect(draggedWidth(drag([]), -5000, 10)).toBe(60);
    expect(draggedWidth(drag([]), 50_000, 10)).toBe(6000);
  });
  it('takes edges of other bands only', () => {
    const boxes = [
      { x: 0, w: 300 },
      { x: 0, w: 400 },
    ];
    expect(edgesBeside(boxes, [cab('base', 300), cab('upper', 400)], 0)).toEqual([0, 400]);
  });
});

describe('tryDrag', () => {
  const before = 'unit cm\nwall North\nbase 60 : door L\nbase 40 : door L\n';
  const { kitchen } = readNotation(before, 'cm');
  const cabinet = kitchen.walls[0]?.cabinets[0];
  if (!cabinet) throw new Error('The survey has no cabinet');
  const drag: Drag = {
    kind: 'place',
    pointer: 1,
    fromX: 0,
    at: { wall: 0, cabinet: 0, front: null },
    before,
    kitchen,
    cabinet,
    x: 0,
    edges: [],
  };
  it('is nothing while the pointer hardly moved', () => expect(tryDrag(drag, 3, 0.15, 10, 'cm')).toBeNull());
  it('moves the cabinet in the text, and says where it is then', () => {
    const moved = tryDrag(drag, 90, 0.15, 10, 'cm');
    expect(moved?.cabinet).toBe(1);
    const widths = readNotation(moved?.text ?? '', 'cm').kitchen.walls[0]?.cabinets.map((c) => c.widthMm);
    expect(widths).toEqual([400, 600]);
  });
  it('makes the cabinet wider in the text', () => {
    const wider = tryDrag({ ...drag, kind: 'size' }, 15, 0.15, 10, 'cm');
    expect(readNotation(wider?.text ?? '', 'cm').kitchen.walls[0]?.cabinets[0]?.widthMm).toBe(700);
  });
});
