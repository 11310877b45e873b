import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assignNumbers } from './number-scheme';
import { placeLabels, SHEETS } from './sheet';
import { isTurnUnsafe, turned } from './turn-safe';

describe('turn-safe numbers', () => {
  it('finds the fourteen of 1 to 99 that read as another number upside down', () => {
    // Found by turning each written number by hand: only 0 1 6 8 9 survive, a leading 0 is no number.
    const unsafe = Array.from({ length: 99 }, (_, i) => String(i + 1)).filter(isTurnUnsafe);
    expect(unsafe).toEqual([
      '6',
      '9',
      '16',
      '18',
      '19',
      '61',
      '66',
      '68',
      '81',
      '86',
      '89',
      '91',
      '98',
      '99',
    ]);
  });

  it('turns back to itself when turned twice', () => {
    fc.assert(
      fc.property(fc.stringMatching(/^[01689]{1,4}$/), (code) => {
        expect(turned(turned(code) ?? '')).toBe(code);
      }),
    );
    expect(turned('12')).toBeNull();
  });
});

describe('the number scheme', () => {
  const piece = (code: string | null, kept: boolean) => ({ code, kept });

  it('runs round the room', () =>
    expect(assignNumbers([piece(null, false), piece('9', false), piece(null, false)])).toEqual([
      '1',
      '2',
      '3',
    ]));

  it('never changes a number that is on a label', () => {
    expect(
      assignNumbers([piece(null, false), piece('1', true), piece('2', true), piece(null, false)]),
    ).toEqual(['3', '1', '2', '4']);
  });

  it('never gives a number twice', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 1, max: 60 }), { maxLength: 40 }),
        fc.array(fc.boolean(), { maxLength: 40 }),
        (codes, kept) => {
          const pieces = [...codes.map((c, i) => piece(String(c), kept[i] ?? false)), piece(null, false)];
          const given = assignNumbers(pieces);
          expect(new Set(given).size).toBe(given.length);
          pieces.forEach((p, i) => p.kept && expect(given[i]).toBe(p.code));
        },
      ),
    );
  });
});

describe('label sheets', () => {
  it.each(SHEETS)('$name: no label leaves the page or covers another', (sheet) => {
    const places = placeLabels(sheet, sheet.columns * sheet.rows);
    expect(new Set(places.map((p) => `${p.x} ${p.y}`)).size).toBe(places.length);
    for (const p of places) {
      expect(p.page).toBe(0);
      expect(p.x + sheet.labelW).toBeLessThanOrEqual(sheet.pageW);
      expect(p.y + sheet.labelH).toBeLessThanOrEqual(sheet.pageH);
    }
  });

  it('begins a half-used sheet where it is told, and goes on to the next page', () => {
    const [sheet] = SHEETS;
    if (!sheet) throw new Error('no sheet');
    const places = placeLabels(sheet, 8, 6);
    expect(places.map((p) => p.page)).toEqual([0, 0, 0, 0, 1, 1, 1, 1]);
    expect(places[0]).toMatchObject({ x: sheet.left, y: sheet.top + 3 * sheet.labelH });
    expect(() => placeLabels(sheet, 1, 10)).toThrow(/position 1 to 10/);
  });
});
