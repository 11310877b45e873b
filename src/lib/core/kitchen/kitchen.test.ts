import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { edgeArea, faceArea } from './area';
import { elevation, REVEAL_MM } from './geometry';
import { faceFrameArea, fixedWork, insideArea } from './fixed-work';
import { bareCabinet } from './kitchen';
import { readNotation } from './notation';
import { writeNotation } from './notation-write';
import { matchPieces, surveyPieces } from './pieces';
import { randomKitchen as kitchen } from '../../../../tests/random-kitchen';
import { always } from '../../../../tests/budget';

const read = (text: string) => readNotation(text, 'in');
const one = (line: string) => {
  const reading = read(`wall North\n${line}`);
  expect(reading.errors).toEqual([]);
  const found = reading.kitchen.walls[0]?.cabinets[0];
  if (!found) throw new Error('no cabinet');
  return found;
};

describe('the notation', () => {
  it('reads rows, pairs, stacks and measured heights', () => {
    expect(one('base 36 : false @6 / pair')).toEqual({
      ...bareCabinet('base', 914.4),
      rows: [
        { heightMm: 152.4, fronts: [{ form: 'false', hinge: null }] },
        {
          heightMm: null,
          fronts: [
            { form: 'door', hinge: 'left' },
            { form: 'door', hinge: 'right' },
          ],
        },
      ],
    });
    expect(one('base 18 : 3x drawer').rows).toHaveLength(3);
    expect(one('upper 30x18:appliance hood')).toMatchObject({
      vacancy: { kind: 'appliance', name: 'hood' },
      heightMm: 457.2,
      rows: [],
    });
  });

  it('reads depth, corners, builds, ends, loose shelves and mouldings', () => {
    expect(one('upper 30 x 30 x 13 : open + 3 shelf + end both')).toEqual({
      ...bareCabinet('upper', 762),
      depthMm: 330.2,
      vacancy: { kind: 'open', name: '' },
      shelves: 3,
      ends: { left: true, right: true },
    });
    expect(one('base 42 corner L blind 24 1/2 frameless : door R')).toMatchObject({
      corner: { side: 'left', blindMm: 622.3 },
      build: 'frameless',
    });
    const { kitchen: k, errors } = read(
      'room Kitchen\nwall N\ncrown 3 1/2\nlight 1 1/2\ntoe none\nframeless\nupper 30 : pair\nroom Pantry\nisland Front\nbase 24 framed : panel',
    );
    expect(errors).toEqual([]);
    expect(k.walls[0]).toMatchObject({ room: 'Kitchen', crownMm: 88.9, lightRailMm: 38.1, toeMm: 0 });
    expect(k.walls[0]?.cabinets[0]?.build).toBe('frameless');
    expect(k.walls[1]).toMatchObject({ room: 'Pantry', island: true, toeMm: 101.6 });
    expect(k.walls[1]?.cabinets[0]?.build).toBe('framed');
  });

  it('forgives spaces, case and units', () => {
    const wanted = one('base 24 : drawer @5 7/8 / door R');
    expect(one('  BASE   609.6mm:Drawer @ 5 7/8 in/door r   # by the sink')).toEqual(wanted);
    expect(one('base 60.96 cm : drawer @5 7/8 / door R')).toEqual(wanted);
    expect(
      readNotation('unit mm\nwall N\nbase 609.6 : drawer @149.225 / door R', 'in').kitchen.walls[0]
        ?.cabinets[0],
    ).toEqual(wanted);
  });

  it('reads what it writes, for every kitchen', () => {
    always(
      fc.property(kitchen, (k) => {
        const reading = read(writeNotation(k));
        expect(reading.errors).toEqual([]);
        expect(reading.kitchen).toEqual(k);
      }),
      100,
    );
  });

  it.each([
    ['uper 30 : pair', 'uper', 'Did you mean “upper”?'],
    ['upper 30 : dor', 'dor', 'Did you mean “door”?'],
    ['base 24 : door + ends', 'ends', 'Write + end L, + end R, + end both, or + 2 shelf'],
    ['base 24 : door + 40 shelf', '40 shelf', 'Write 1 to 12'],
    ['base 24 corner : door', 'corner', 'Write which side runs into the corner: corner L'],
    ['base 24 corner L blind 30 : door', '30', 'Measure what the other run hides'],
    ['crown tall', 'tall', 'Write a number above 0, such as 30, 14 3/8 or 76 cm'],
    ['framed yes', 'yes', 'What follows is built so'],
    ['upper thirty : door', 'thirty', 'Write a number above 0, such as 30, 14 3/8 or 76 cm'],
    ['upper 30', '0', 'Write it after a colon: upper 30 : door'],
    ['upper 30 : drawer L', 'L', 'Write it after the door: door L'],
    [
      'base 24 : drawer @40 / door',
      'drawer @40 / door',
      'Measure the rows again, or give the height: base 24x36',
    ],
    ['base 300 : door', '300', 'Check the unit: bare numbers are read in the unit of the “unit” line'],
    ['base 24 : drawer / / door', '/', 'Write what closes it, e.g. door, or take the “/” away'],
  ])('marks “%s” in place', (line, marked, hint) => {
    const { errors, kitchen: k } = read(`wall North\nupper 12 : door\n${line}\nupper 15 : door`);
    expect(errors).toHaveLength(1);
    expect(errors[0]).toMatchObject({ line: 3, hint });
    expect(line.slice(errors[0]?.from, errors[0]?.to)).toBe(marked);
    expect(k.walls[0]?.cabinets).toHaveLength(2);
  });

  it('wants a wall before a cabinet, and each wall once', () => {
    expect(read('base 24 : door').errors[0]?.message).toMatch(/is on no wall/);
    expect(read('wall North\nwall north').errors[0]?.message).toMatch(/already/);
    expect(read('crown 3').errors[0]?.message).toMatch(/is on no wall/);
    expect(read('island Front\nupper 30 : door').errors[0]?.message).toMatch(/hangs over an island/);
  });

  it('answers any text with a reading, never with a crash', () => {
    const word = fc.constantFrom(
      'wall',
      'upper',
      'base',
      'tall',
      'unit',
      'in',
      'door',
      'pair',
      ':',
      '/',
      '@',
      'x',
      '3x',
      '30',
      '14 3/8',
      'L',
      'open',
      'gap',
      'island',
      'room',
      'crown',
      'corner L',
      'blind',
      'frameless',
      '+ end L',
      '+ 2 shelf',
      '#',
      '\n',
      ' ',
      '‽',
    );
    always(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.array(word, { maxLength: 40 }).map((w) => w.join(' ')),
        ),
        (text) => {
          const { errors, kitchen: k } = read(text);
          const lines = text.split('\n').length;
          for (const e of errors)
            expect(e.line >= 1 && e.line <= lines && e.from < e.to && e.hint.length > 0).toBe(true);
          surveyPieces(k);
        },
      ),
      100,
    );
  });
});

describe('the drawing', () => {
  it('keeps fronts inside their cabinet and apart by the reveal', () => {
    always(
      fc.property(kitchen, (k) => {
        for (const wall of k.walls) {
          for (const c of elevation(wall).cabinets) {
            const reveal = REVEAL_MM[c.build];
            const fronts = c.pieces.filter((p) => p.form !== 'shelf');
            for (const f of fronts) {
              expect(f.x).toBeGreaterThanOrEqual(c.x + reveal - 1e-6);
              expect(f.x + f.w).toBeLessThanOrEqual(c.x + c.w - reveal + 1e-6);
              expect(f.y).toBeGreaterThanOrEqual(c.y + reveal - 1e-6);
              expect(f.y + f.h).toBeLessThanOrEqual(c.y + c.h - reveal + 1e-6);
              for (const g of fronts) {
                if (g === f) continue;
                const apart = Math.max(g.x - f.x - f.w, f.x - g.x - g.w, g.y - f.y - f.h, f.y - g.y - g.h);
                expect(apart).toBeGreaterThanOrEqual(reveal - 1e-6);
              }
            }
          }
        }
      }),
    );
  });

  it('sizes a door by hand: a 30 in pair in a 762 mm cabinet', () => {
    const [a, b] = surveyPieces(read('wall N\nupper 30 : pair').kitchen);
    // (762 − 3 × 12.7) / 2 wide, 762 − 2 × 12.7 high.
    expect(a).toMatchObject({ w: 361.95, h: 736.6, hinge: 'left' });
    expect(b?.x).toBeCloseTo(12.7 + 361.95 + 12.7, 9);
  });

  it('stands a tall cabinet clear of both rows', () => {
    const k = read('wall N\nupper 30 : pair\nbase 18 : door\ntall 24 : door\nbase 12 : door').kitchen;
    expect(k.walls.flatMap((w) => elevation(w).cabinets.map((c) => Math.round(c.x / 25.4)))).toEqual([
      0, 0, 30, 54,
    ]);
  });

  it('measures a piece’s area by hand', () => {
    expect(faceArea({ form: 'drawer', w: 400, h: 200 })).toBeCloseTo(0.08, 12);
    expect(faceArea({ form: 'door', w: 400, h: 700 })).toBeCloseTo(0.28 * 1.08, 12);
    expect(edgeArea({ w: 400, h: 200 })).toBeCloseTo(1.2 * 0.01905, 12);
  });
});

describe('fixed work', () => {
  it('measures a face frame as its face less its openings', () => {
    always(
      fc.property(kitchen, (k) => {
        for (const c of k.walls.flatMap((w) => w.cabinets)) {
          const frame = faceFrameArea(c);
          if (c.build === 'frameless' || (c.vacancy && c.vacancy.kind !== 'open')) expect(frame).toBe(0);
          else {
            const rows = Math.max(1, c.rows.length);
            const openings = (c.widthMm - 76.2) * (c.heightMm - 38.1 * (rows + 1));
            expect(frame).toBeCloseTo((c.widthMm * c.heightMm - openings) / 1e6, 9);
          }
        }
      }),
    );
  });

  it('measures a wall by hand', () => {
    const k = read(
      'wall N\ncrown 100 mm\nlight 40 mm\nupper 1000 mm : pair + end L\nbase 600 mm : door\nbase 600 mm : appliance stove',
    ).kitchen;
    const found = new Map(
      fixedWork(k, [{ wall: 'N', cabinet: 0 }]).map((f) => [`${f.kind} ${f.cabinet}`, f]),
    );
    // The crown turns round the end that shows: 1000 + 304.8 mm.
    expect(found.get('crown null')).toMatchObject({ lengthM: 1.3048, areaM2: 0.13048 });
    expect(found.get('light-rail null')?.areaM2).toBeCloseTo(1.3048 * 0.04, 12);
    // The stove has no toe kick.
    expect(found.get('toe-kick null')).toMatchObject({ lengthM: 0.6 });
    expect(found.get('end-panel 0')?.areaM2).toBeCloseTo(0.3048 * 0.762, 12);
    expect(found.get('inside 0')?.areaM2).toBeCloseTo(
      0.9619 * 0.7239 + 2 * 0.7239 * 0.2667 + 2 * 0.9619 * 0.2667,
      9,
    );
    expect(found.has('face-frame 2')).toBe(false);
    expect(insideArea(bareCabinet('base', 600))).toBeGreaterThan(0);
  });

  it('agrees with areas added up from the drawing, for every kitchen', () => {
    always(
      fc.property(kitchen, (k) => {
        const drawn = k.walls.flatMap((w) => elevation(w).cabinets.flatMap((c) => c.pieces));
        const surveyed = surveyPieces(k);
        expect(surveyed).toHaveLength(drawn.length);
        surveyed.forEach((p, i) => {
          const box = drawn[i];
          // A front is as big as it is drawn; a shelf as its box inside.
          if (box && p.form !== 'shelf') expect(p.w * p.h).toBeCloseTo(box.w * box.h, 6);
          const c = k.walls.find((w) => w.name === p.wall)?.cabinets[p.cabinet];
          if (c && p.form === 'shelf') expect([p.w, p.h]).toEqual([c.widthMm - 38.1, c.depthMm - 19.05]);
        });
      }),
    );
  });
});

describe('areas', () => {
  it('of fronts add up to their cabinet less what shows between them, computed from its own measures', () => {
    always(
      fc.property(kitchen, (k) => {
        const surveyed = surveyPieces(k);
        for (const wall of k.walls) {
          wall.cabinets.forEach((c, index) => {
            const fronts = surveyed.filter(
              (p) => p.wall === wall.name && p.cabinet === index && p.form !== 'shelf',
            );
            if (fronts.length === 0) return;
            const reveal = c.build === 'framed' ? 12.7 : 3.175;
            const wide = c.widthMm - (c.corner?.blindMm ?? 0);
            const heights = c.rows.map((_, r) => fronts.find((p) => p.row === r)?.h ?? 0);
            const drawerLike = c.rows.map((row) =>
              row.fronts.every((f) => ['drawer', 'false'].includes(f.form)),
            );
            const fixed = c.rows.map(
              (row, r) => row.heightMm ?? (drawerLike[r] && drawerLike.includes(false) ? 152.4 : null),
            );
            const shared =
              c.heightMm - reveal * (c.rows.length + 1) - fixed.reduce<number>((a, h) => a + (h ?? 0), 0);
            fixed.forEach((h, r) =>
              expect(heights[r]).toBeCloseTo(h ?? shared / fixed.filter((x) => x === null).length, 6),
            );
            const expected = c.rows.reduce(
              (sum, row, r) => sum + (wide - reveal * (row.fronts.length + 1)) * (heights[r] ?? 0),
              0,
            );
            const area = fronts.reduce((sum, p) => sum + faceArea({ form: 'drawer', w: p.w, h: p.h }), 0);
            expect(area).toBeCloseTo(expected / 1e6, 9);
          });
        }
      }),
      100,
    );
  });
});

describe('recognising pieces', () => {
  const text =
    'wall N\nupper 30 : pair\nupper 18 : door L\nbase 18 : 3x drawer\nwall S\nbase 24 : drawer / door R';
  const match = (after: string) => matchPieces(read(text).kitchen, read(after).kitchen);

  it('finds every piece again when nothing changed', () => {
    always(
      fc.property(kitchen, (k) => {
        expect(matchPieces(k, k)).toEqual(surveyPieces(k).map((_, i) => i));
      }),
    );
  });

  it('keeps the others when a cabinet is put between them', () => {
    expect(match(text.replace('upper 18', 'upper 12 : door R\nupper 18'))).toEqual([
      0,
      1,
      null,
      2,
      3,
      4,
      5,
      6,
      7,
    ]);
  });

  it('keeps a cabinet that was only measured again, and a wall that was renamed', () => {
    expect(match(text.replace('upper 18', 'upper 18 1/4'))).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    expect(match(text.replace('wall S', 'wall Window'))).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
  });

  it('never gives one old piece to two new ones', () => {
    always(
      fc.property(kitchen, kitchen, (a, b) => {
        const found = matchPieces(a, b).filter((i) => i !== null);
        expect(new Set(found).size).toBe(found.length);
      }),
    );
  });
});
