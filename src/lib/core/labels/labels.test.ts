import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomKitchen } from '../../../../tests/random-kitchen';
import { USUAL_CONDITION } from '../kitchen/condition';
import { FORMS, type Form } from '../kitchen/kitchen';
import { surveyPieces } from '../kitchen/pieces';
import { hidingPlace, tapePlace } from './hiding';
import { LABEL_KINDS, labelsFor, readLabelKey } from './label-set';
import { layoutLabel } from './layout';
import { assignCodes, SCHEMES, type Scheme } from './schemes';
import { placeLabels, SHEETS } from './sheet';
import { isTurnUnsafe, SAFE_LETTERS, turned } from './turn-safe';
import { always } from '../../../../tests/budget';

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
    always(
      fc.property(fc.stringMatching(/^[01689]{1,4}$/), (code) => {
        expect(turned(turned(code) ?? '')).toBe(code);
      }),
    );
    expect(turned('12')).toBeNull();
  });
});

const piece = (code: string | null, kept: boolean, cabinet = 0, zone = 'A') => ({
  wall: 'N',
  cabinet,
  zone,
  code,
  kept,
});
const rules = (scheme: Scheme, leaveOutUnsafe = false) => ({ scheme, leaveOutUnsafe });

describe('the three schemes', () => {
  it('number: runs round the room, and goes on above what is labelled', () => {
    expect(assignCodes([piece(null, false), piece('9', false), piece(null, false)], rules('number'))).toEqual(
      ['1', '2', '3'],
    );
    expect(
      assignCodes(
        [piece(null, false), piece('1', true), piece('2', true), piece(null, false)],
        rules('number'),
      ),
    ).toEqual(['3', '1', '2', '4']);
  });

  it('zone: one run for each letter', () =>
    expect(
      assignCodes(
        [piece(null, false), piece('C7', true, 1, 'C'), piece(null, false, 2, 'C'), piece(null, false)],
        rules('zone'),
      ),
    ).toEqual(['A1', 'C7', 'C8', 'A2']));

  it('cabinet: a piece added to a labelled cabinet gets the next letter of it', () => {
    const fresh = [piece(null, false, 0), piece(null, false, 0), piece(null, false, 1)];
    expect(assignCodes(fresh, rules('cabinet'))).toEqual(['1A', '1C', '2A']);
    // A cabinet was put first and a drawer into the old one.
    expect(
      assignCodes(
        [piece(null, false, 0), piece('1A', true, 1), piece(null, false, 1), piece('1C', true, 1)],
        rules('cabinet'),
      ),
    ).toEqual(['2A', '1A', '1D', '1C']);
  });

  const pieces = randomKitchen.chain((k) => {
    const surveyed = surveyPieces(k);
    return fc
      .array(fc.record({ kept: fc.boolean(), zone: fc.constantFrom('A', 'C', 'D') }), {
        minLength: surveyed.length,
        maxLength: surveyed.length,
      })
      .map((more) =>
        surveyed.map((p, i) => ({ ...p, zone: more[i]?.zone ?? 'A', kept: more[i]?.kept ?? false })),
      );
  });

  it('labelling one wall renumbers no other: the same survey gives the same codes, whatever is labelled', () => {
    always(
      fc.property(pieces, fc.constantFrom(...SCHEMES), fc.boolean(), (all, scheme, out) => {
        const fresh = assignCodes(
          all.map((p) => ({ ...p, code: null, kept: false })),
          rules(scheme, out),
        );
        const again = assignCodes(
          all.map((p, i) => ({ ...p, code: fresh[i] ?? null })),
          rules(scheme, out),
        );
        expect(again).toEqual(fresh);
      }),
    );
  });

  it('leaves out numbers that read as others where asked', () => {
    const codes = assignCodes(
      Array.from({ length: 85 }, () => piece(null, false)),
      rules('number', true),
    );
    expect(codes.at(-1)).toBe('97');
    expect(codes.some(isTurnUnsafe)).toBe(false);
  });

  it('1,000 random kitchens: unique, short, turn-safe or marked, and kept by what is labelled', () => {
    always(
      fc.property(
        pieces,
        fc.constantFrom(...SCHEMES),
        fc.constantFrom(...SCHEMES),
        fc.boolean(),
        (all, scheme, later, out) => {
          const codes = assignCodes(
            all.map((p) => ({ ...p, code: null, kept: false })),
            rules(scheme, out),
          );
          expect(new Set(codes).size).toBe(codes.length);
          for (const code of codes) {
            expect(code.length).toBeLessThanOrEqual(4);
            if (out) expect(isTurnUnsafe(code)).toBe(false);
            // Read upside down it is not another piece, unless it is underlined.
            const other = turned(code);
            if (other !== null && other !== code && codes.includes(other))
              expect(isTurnUnsafe(code)).toBe(true);
          }
          // Labelled pieces keep theirs under any later scheme, and no code is given twice.
          const again = assignCodes(
            all.map((p, i) => ({ ...p, code: codes[i] ?? null })),
            rules(later, out),
          );
          expect(new Set(again).size).toBe(again.length);
          all.forEach((p, i) => p.kept && expect(again[i]).toBe(codes[i]));
        },
      ),
      100,
    );
  });

  it('99 pieces take at most four signs in every scheme; two zones of 200 too', () => {
    for (const scheme of SCHEMES) {
      const codes = assignCodes(
        Array.from({ length: 400 }, (_, i) => piece(null, false, Math.floor(i / 4), i % 2 ? 'A' : 'C')),
        rules(scheme),
      );
      expect(Math.max(...codes.slice(0, 99).map((c) => c.length))).toBeLessThanOrEqual(4);
      expect(Math.max(...codes.map((c) => c.length))).toBeLessThanOrEqual(4);
    }
  });

  it('letters are none that are misread', () => {
    for (const letter of SAFE_LETTERS) expect('IOQSZBMWHNX').not.toContain(letter);
    // Turned, N1 reads 1N, a code of another scheme; A16 is plainly upside down.
    expect(isTurnUnsafe('N1')).toBe(true);
    expect(isTurnUnsafe('A16')).toBe(false);
  });
});

describe('hiding places and tape', () => {
  const hinges = (count: number, kind: 'cup' | 'plate') => ({ count, kind, bagged: true });
  it('puts the code where the work hides it', () => {
    expect(hidingPlace('door', hinges(2, 'cup')).words).toBe('in the top hinge cup');
    expect(hidingPlace('door', hinges(2, 'plate')).words).toBe('under the top hinge plate');
    expect(hidingPlace('door', hinges(0, 'cup')).words).toContain('edge');
    expect(hidingPlace('drawer', hinges(0, 'cup'))).toEqual({
      words: 'inside of the front, arrow up',
      arrow: true,
    });
    for (const form of FORMS) expect(hidingPlace(form, hinges(2, 'cup')).words).not.toBe('');
  });
  it('moves the tape to the face that is not coated', () => {
    expect(tapePlace('lying', 'front')).toBe('on the back');
    expect(tapePlace('lying', 'back')).toBe('on the front');
    expect(tapePlace('hung', null)).toBe('on the hanger');
    expect(tapePlace('points', null)).toBe('on the slot of the rack');
  });
});

describe('the labels of a kitchen', () => {
  const id = (n: number) => `01890000-0000-7000-8000-${String(n).padStart(12, '0')}`;
  const one = (n: number, form: Form, h = 700, bagged = true) => ({
    id: id(n),
    code: String(n),
    wall: 'N',
    form,
    hinge: form === 'door' ? ('left' as const) : null,
    h,
    condition: {
      ...USUAL_CONDITION,
      ...(bagged ? {} : { hinges: { count: 2, kind: 'cup' as const, bagged } }),
    },
    zone: { letter: 'A', sign: 'disc' as const, colour: 'Oatcloth' },
  });
  const all = [one(1, 'door'), one(2, 'door', 1800), one(3, 'drawer'), one(4, 'door', 700, false)];

  it('has a bag for each hinge that comes off, hangers only for what hangs, slots only for what lies', () => {
    expect(labelsFor('bag', all, 'lying', 0).map((l) => l.key)).toEqual([
      `bag:${id(1)}:top`,
      `bag:${id(1)}:bottom`,
      ...[1, 2, 3, 4].map((n) => `bag:${id(2)}:${n}`),
    ]);
    expect(labelsFor('hanger', all, 'lying', 0)).toEqual([]);
    expect(labelsFor('hanger', all, 'hung', 0)).toHaveLength(4);
    expect(labelsFor('slot', all, 'hung', 9)).toEqual([]);
    expect(labelsFor('slot', all, 'lying', 9).map((l) => l.code)).toContain('#9');
    expect(labelsFor('opening', all, 'lying', 0)).toHaveLength(4);
  });

  it('reads back every label it makes, and nothing else', () => {
    const labels = LABEL_KINDS.flatMap((kind) =>
      labelsFor(kind, all, kind === 'hanger' ? 'hung' : 'lying', 3),
    );
    expect(new Set(labels.map((l) => l.key)).size).toBe(labels.length);
    for (const { key, kind, piece: of } of labels) {
      const read = readLabelKey(key);
      expect(read?.kind).toBe(kind);
      if (read && 'piece' in read) expect(read.piece).toBe(of);
    }
    expect(readLabelKey('https://example.invalid')).toBeNull();
    expect(readLabelKey('slot:x')).toBeNull();
  });

  it.each(SHEETS)('$name: nothing leaves the label, the QR code is at least 15 mm', ({ labelW, labelH }) => {
    for (const kind of LABEL_KINDS) {
      for (const label of labelsFor(kind, all, 'lying', 100)) {
        for (const p of layoutLabel({ ...label, code: 'C123' }, labelW, labelH, 1)) {
          const [x, y, w, h] =
            p.part === 'text'
              ? [p.x, p.y, p.text.length * p.size * (p.mono ? 0.6 : 0.5), p.size * 1.25]
              : p.part === 'qr'
                ? [p.x, p.y, p.size, p.size]
                : p.part === 'disc'
                  ? [p.x - p.r, p.y - p.r, 2 * p.r, 2 * p.r]
                  : [Math.min(...p.points.map((a) => a[0])), Math.min(...p.points.map((a) => a[1])), 0, 0];
          expect(Math.min(x, y)).toBeGreaterThanOrEqual(0);
          expect(x + w).toBeLessThanOrEqual(labelW + 0.01);
          expect(y + h).toBeLessThanOrEqual(labelH + 0.5);
          if (p.part === 'qr') expect(p.size).toBeGreaterThanOrEqual(15);
        }
      }
    }
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
