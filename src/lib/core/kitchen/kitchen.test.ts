import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { edgeArea, faceArea } from './area';
import { elevation, REVEAL_MM } from './geometry';
import { canHinge, FORMS, USUAL_HEIGHT, type Cabinet, type Front, type Kitchen } from './kitchen';
import { readNotation, writeNotation } from './notation';
import { matchPieces, surveyPieces } from './pieces';

const front = fc.constantFrom(...FORMS).chain((form) =>
  fc.record({
    form: fc.constant(form),
    hinge: canHinge(form) ? fc.constantFrom('left' as const, 'right' as const) : fc.constant(null),
  }),
) as fc.Arbitrary<Front>;
const row = fc.record({
  fronts: fc.array(front, { minLength: 1, maxLength: 3 }),
  heightMm: fc.option(fc.integer({ min: 50, max: 110 }), { nil: null }),
});
const cabinet: fc.Arbitrary<Cabinet> = fc.oneof(
  fc.record({
    band: fc.constantFrom('upper' as const, 'base' as const, 'tall' as const),
    widthMm: fc.integer({ min: 300, max: 1500 }).map((w) => w + 0.375),
    heightMm: fc.constantFrom(USUAL_HEIGHT.upper, 914.4, 1200.5),
    // The last row shares what is left, so that the rows fit.
    rows: fc
      .array(row, { minLength: 1, maxLength: 4 })
      .map((rows) => rows.map((r, i) => (i === rows.length - 1 ? { ...r, heightMm: null } : r))),
    open: fc.constant(null),
  }),
  fc.record({
    band: fc.constantFrom('upper' as const, 'base' as const),
    widthMm: fc.integer({ min: 100, max: 2000 }),
    heightMm: fc.constant(500),
    rows: fc.constant<Cabinet['rows']>([]),
    open: fc.constantFrom('stove', 'hood', 'open shelves'),
  }),
);
const kitchen: fc.Arbitrary<Kitchen> = fc
  .array(fc.array(cabinet, { maxLength: 8 }), { minLength: 1, maxLength: 3 })
  .map((walls) => ({ walls: walls.map((cabinets, i) => ({ name: `Wall ${i + 1}`, cabinets })) }));

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
      band: 'base',
      widthMm: 914.4,
      heightMm: 774.7,
      open: null,
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
    expect(one('upper 30x18:open hood')).toMatchObject({ open: 'hood', heightMm: 457.2, rows: [] });
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
    fc.assert(
      fc.property(kitchen, (k) => {
        const reading = read(writeNotation(k));
        expect(reading.errors).toEqual([]);
        expect(reading.kitchen).toEqual(k);
      }),
      { numRuns: 300 },
    );
  });

  it.each([
    ['uper 30 : pair', 'uper', 'Did you mean “upper”?'],
    ['upper 30 : dor', 'dor', 'Did you mean “door”?'],
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
    expect(read('base 24 : door').errors[0]?.message).toMatch(/stands on no wall/);
    expect(read('wall North\nwall north').errors[0]?.message).toMatch(/already/);
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
      '#',
      '\n',
      ' ',
      '‽',
    );
    fc.assert(
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
      { numRuns: 500 },
    );
  });
});

describe('the drawing', () => {
  it('keeps fronts inside their cabinet and apart by the reveal', () => {
    fc.assert(
      fc.property(kitchen, (k) => {
        for (const wall of k.walls) {
          for (const c of elevation(wall).cabinets) {
            for (const f of c.fronts) {
              expect(f.x).toBeGreaterThanOrEqual(c.x + REVEAL_MM - 1e-6);
              expect(f.x + f.w).toBeLessThanOrEqual(c.x + c.w - REVEAL_MM + 1e-6);
              expect(f.y).toBeGreaterThanOrEqual(c.y + REVEAL_MM - 1e-6);
              expect(f.y + f.h).toBeLessThanOrEqual(c.y + c.h - REVEAL_MM + 1e-6);
              for (const g of c.fronts) {
                if (g === f) continue;
                const apart = Math.max(g.x - f.x - f.w, f.x - g.x - g.w, g.y - f.y - f.h, f.y - g.y - g.h);
                expect(apart).toBeGreaterThanOrEqual(REVEAL_MM - 1e-6);
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

describe('recognising pieces', () => {
  const text =
    'wall N\nupper 30 : pair\nupper 18 : door L\nbase 18 : 3x drawer\nwall S\nbase 24 : drawer / door R';
  const match = (after: string) => matchPieces(read(text).kitchen, read(after).kitchen);

  it('finds every piece again when nothing changed', () => {
    fc.assert(
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
    fc.assert(
      fc.property(kitchen, kitchen, (a, b) => {
        const found = matchPieces(a, b).filter((i) => i !== null);
        expect(new Set(found).size).toBe(found.length);
      }),
    );
  });
});
