import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomKitchen } from '../../../../tests/random-kitchen';
import { complete } from './complete';
import {
  applyEdit,
  ARRANGEMENTS,
  changeFront,
  freeWallName,
  removeFront,
  snap,
  splitAcross,
  splitDown,
  type Edit,
} from './edit';
import { bareCabinet, type Cabinet, type Kitchen } from './kitchen';
import { readNotation } from './notation';
import { writeNotation } from './notation-write';
import { always } from '../../../../tests/budget';

const read = (text: string) => readNotation(text, 'in');
const arrangement = (key: string) => ARRANGEMENTS.find((a) => a.key === key)?.rows ?? [];
const pair: Cabinet = { ...bareCabinet('upper', 762), rows: arrangement('pair') };
const TEXT = `# by the window
unit in
wall North   # the long one
upper 30 : pair  # sticks
uper 12 : door
base 24 : drawer / door L

wall South
unit cm
base 60 : door R
`;

/** The same change to the kitchen itself. */
function changed(kitchen: Kitchen, edit: Edit): Kitchen {
  const walls = structuredClone(kitchen.walls);
  if ('at' in edit) {
    const list = walls[edit.at.wall]?.cabinets ?? [];
    if (edit.kind === 'add') list.splice(edit.at.cabinet, 0, edit.cabinet);
    if (edit.kind === 'change') list[edit.at.cabinet] = edit.cabinet;
    if (edit.kind === 'remove') list.splice(edit.at.cabinet, 1);
    if (edit.kind === 'move') list.splice(edit.to, 0, ...list.splice(edit.at.cabinet, 1));
  }
  return { walls };
}

describe('editing by pointing', () => {
  it('changes the kitchen as asked, whatever the kitchen', () => {
    always(
      fc.property(randomKitchen, fc.nat(), fc.nat(), fc.nat(), fc.nat({ max: 3 }), (k, a, b, c, which) => {
        const wall = a % k.walls.length;
        const n = k.walls[wall]?.cabinets.length ?? 0;
        const cabinet: Cabinet = { ...pair, band: 'base' };
        const at = { wall, cabinet: n ? b % n : 0 };
        const edit: Edit =
          which === 0 || n === 0
            ? { kind: 'add', at: { wall, cabinet: b % (n + 1) }, cabinet }
            : which === 1
              ? { kind: 'change', at, cabinet }
              : which === 2
                ? { kind: 'remove', at }
                : { kind: 'move', at, to: c % n };
        const after = read(applyEdit(writeNotation(k), 'in', edit));
        expect(after.errors).toEqual([]);
        expect(after.kitchen).toEqual(changed(k, edit));
      }),
      100,
    );
  });

  it('leaves notes, faulty lines and the units of others alone', () => {
    const wider = applyEdit(TEXT, 'in', {
      kind: 'change',
      at: { wall: 0, cabinet: 0 },
      cabinet: { ...pair, widthMm: 838.2 },
    });
    expect(wider).toBe(TEXT.replace('upper 30 : pair', 'upper 33 : pair'));
    const moved = applyEdit(TEXT, 'in', { kind: 'move', at: { wall: 0, cabinet: 1 }, to: 0 });
    expect(moved.split('\n').slice(3, 6)).toEqual([
      'base 24 : drawer / door L',
      'upper 30 : pair  # sticks',
      'uper 12 : door',
    ]);
    // Centimetres hold on the second wall.
    const added = applyEdit(TEXT, 'in', { kind: 'add', at: { wall: 1, cabinet: 1 }, cabinet: pair });
    expect(added).toContain('base 60 : door R\nupper 76.2 : pair');
  });

  it('adds, names, mends and removes walls', () => {
    const two = applyEdit(TEXT, 'in', { kind: 'add-wall', name: 'Front', island: true });
    expect(read(two).kitchen.walls[2]).toMatchObject({ name: 'Front', island: true });
    expect(applyEdit('', 'in', { kind: 'add-wall', name: 'North', island: false })).toBe('wall North\n');
    const named = applyEdit(TEXT, 'in', { kind: 'rename-wall', wall: 0, name: 'Sink' });
    expect(named).toContain('wall Sink   # the long one');
    const crowned = applyEdit(TEXT, 'in', { kind: 'set-moulding', wall: 0, moulding: 'crown', mm: 88.9 });
    expect(crowned).toContain('# the long one\ncrown 3 1/2\nupper 30');
    const none = applyEdit(crowned, 'in', { kind: 'set-moulding', wall: 0, moulding: 'crown', mm: 0 });
    expect(none).toContain('crown none');
    const first = applyEdit(crowned, 'in', { kind: 'add', at: { wall: 0, cabinet: 0 }, cabinet: pair });
    expect(first).toContain('crown 3 1/2\nupper 30 : pair\nupper 30 : pair  # sticks');
    const left = applyEdit(TEXT, 'in', { kind: 'remove-wall', wall: 0 });
    expect(left).toBe('# by the window\nunit in\nwall South\nunit cm\nbase 60 : door R\n');
    expect(() => applyEdit(TEXT, 'in', { kind: 'remove', at: { wall: 0, cabinet: 9 } })).toThrow(
      'no cabinet 10',
    );
    expect(() => applyEdit(TEXT, 'in', { kind: 'remove-wall', wall: 4 })).toThrow('no wall 5');
  });

  it('splits, changes and takes out fronts', () => {
    const door = { ...pair, rows: arrangement('door') };
    expect(splitAcross(door, { row: 0, column: 0 }).rows).toEqual(pair.rows);
    expect(splitDown(pair, { row: 0, column: 0 }).rows).toHaveLength(2);
    const glass = changeFront(pair, { row: 0, column: 1 }, { form: 'glass', hinge: 'right' });
    expect(glass.rows[0]?.fronts.map((f) => f.form)).toEqual(['door', 'glass']);
    const one = removeFront(pair, { row: 0, column: 0 });
    expect(one.rows[0]?.fronts).toEqual([{ form: 'door', hinge: 'right' }]);
    expect(removeFront(one, { row: 0, column: 0 })).toEqual(one);
    expect(splitAcross(pair, { row: 4, column: 0 })).toBe(pair);
  });

  it('snaps to an edge nearby, else to the grid', () => {
    expect(snap(755, [762, 900], 12.7, 20)).toBe(762);
    expect(snap(700, [762, 900], 12.7, 20)).toBeCloseTo(55 * 12.7, 6);
    expect(freeWallName({ walls: [] }, ['North', 'East'])).toBe('North');
    expect(freeWallName(read('wall North\nwall Wall 2').kitchen, ['North'])).toBe('Wall 3');
  });
});

describe('completion', () => {
  const words = (line: string) => complete(line).options.map((o) => o.text);
  it('offers what fits where the caret is', () => {
    expect(words('u')).toEqual(['upper', 'unit']);
    expect(words('base 24 : dr')).toEqual(['drawer']);
    expect(words('base 24 : drawer / d')).toEqual(['door', 'drawer']);
    expect(words('base 24 c')).toEqual(['corner']);
    expect(words('base 24 : door + s')).toEqual(['shelf']);
    expect(complete('base 24 : dr').from).toBe(10);
  });
  it('is silent in notes, after numbers and when the word is there', () => {
    expect(words('base 24 : door # d')).toEqual([]);
    expect(words('base 24')).toEqual([]);
    expect(words('base 24 : drawer')).toEqual([]);
    expect(words('wall N')).toEqual([]);
  });
});
