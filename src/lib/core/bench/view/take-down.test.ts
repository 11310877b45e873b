import { contextOf } from '../../../../../tests/bench-builders';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { USUAL_CONDITION } from '../../kitchen/condition';
import type { Fact } from '../log/events';
import { fold } from '../log/fold';
import { pieceState } from '../state/state';
import { judge } from '../log/judge';
import type { Context } from '../guard/context';
import { account, ticksFor, whereabouts } from './take-down';
import { always } from '../../../../../tests/budget';

const id = (n: number): string => `01890000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const JOB = id(999);
const fact = (at: number, body: Fact['body']): Fact => ({
  id: id(1000 + at),
  job: JOB,
  at,
  worker: 'Ines',
  device: 'd',
  body,
});
const piece = (n: number, more: object = {}) => ({
  id: id(n),
  form: 'door' as const,
  h: 700,
  condition: { ...USUAL_CONDITION, ...more },
});
const PIECES = [piece(1), piece(2), piece(3), { ...piece(4), form: 'drawer' as const }];
const context = (facts: readonly Fact[]): Context =>
  contextOf([], facts, { codes: new Map(PIECES.map((p, i) => [p.id, String(i + 1)])) });
const judged = (facts: readonly Fact[], body: Fact['body']) =>
  judge(context(facts), facts, fact(500, body))[0] ?? null;
const one = [id(1)];

describe('what is to be ticked', () => {
  it('follows the piece', () => {
    expect(ticksFor(piece(1))).toEqual(['coded', 'bagged', 'bumpers']);
    expect(ticksFor(piece(1, { handles: 'drill' }))).toContain('holes');
    expect(ticksFor(piece(1, { hinges: { count: 2, kind: 'cup', bagged: false } }))).not.toContain('bagged');
    expect(ticksFor({ ...piece(1), form: 'shelf' })).toEqual(['coded']);
  });
});

describe('guards', () => {
  it('nothing is down before it is labelled, ticked twice, or put elsewhere while it hangs', () => {
    expect(judged([], { kind: 'piece.down', pieces: one, place: 'rack' })?.rule).toBe('not-labelled');
    const coded = fact(1, { kind: 'piece.prepared', tick: 'coded', pieces: one });
    expect(judged([], coded.body)).toBeNull();
    expect(judged([coded], coded.body)?.rule).toBe('done-already');
    expect(judged([], { kind: 'piece.placed', pieces: one, place: 'van' })?.message).toContain(
      'hangs in its opening',
    );
  });

  it('what is missing is missed once, and found by putting it somewhere', () => {
    const gone = fact(3, { kind: 'piece.missing', pieces: one, note: '' });
    const base = [
      fact(1, { kind: 'piece.labelled', pieces: one }),
      fact(2, { kind: 'piece.down', pieces: one, place: 'rack' }),
      gone,
    ];
    expect(judged(base, gone.body)?.rule).toBe('done-already');
    expect(whereabouts(pieceState(fold(base), id(1)))).toBe('missing');
    const found = fact(4, { kind: 'piece.placed', pieces: one, place: 'van' });
    expect(judged(base, found.body)).toBeNull();
    expect(pieceState(fold([...base, found]), id(1))).toMatchObject({ place: 'van', missing: null });
  });
});

describe('the account', () => {
  it('counts by hand', () => {
    const state = fold([
      fact(1, { kind: 'piece.labelled', pieces: [id(1), id(2), id(4)] }),
      fact(2, { kind: 'piece.prepared', tick: 'bagged', pieces: [id(1)] }),
      fact(3, { kind: 'piece.down', pieces: [id(1), id(2)], place: 'rack' }),
      fact(4, { kind: 'piece.missing', pieces: [id(2)], note: 'not on the rack' }),
    ]);
    expect(account(state, PIECES)).toEqual({
      total: 4,
      up: 2,
      labelled: 3,
      down: 1,
      home: 0,
      missing: 1,
      bags: { due: 3, bagged: 1 },
      places: [{ place: 'rack', pieces: 1 }],
    });
  });

  it('has every piece in exactly one count, whatever was recorded in whatever order', () => {
    const body = fc
      .tuple(
        fc.subarray(
          PIECES.map((p) => p.id),
          { minLength: 1 },
        ),
        fc.nat({ max: 5 }),
      )
      .map(([pieces, n]): Fact['body'] => {
        const [first = id(1)] = pieces;
        if (n === 0) return { kind: 'piece.labelled', pieces };
        if (n === 1) return { kind: 'piece.down', pieces, place: 'rack' };
        if (n === 2) return { kind: 'piece.missing', pieces, note: '' };
        if (n === 3) return { kind: 'piece.placed', pieces, place: 'van' };
        if (n === 4) return { kind: 'piece.prepared', tick: 'bagged', pieces };
        return { kind: 'piece.hung', piece: first, opening: first };
      });
    always(
      fc.property(fc.array(body, { maxLength: 20 }), (bodies) => {
        const facts = bodies.map((b, i) => fact(i, b));
        const a = account(fold(facts), PIECES);
        expect(a.up + a.down + a.home + a.missing).toBe(a.total);
        expect(a.places.reduce((n, p) => n + p.pieces, 0)).toBe(a.down);
        expect(account(fold(facts.toReversed()), PIECES)).toEqual(a);
      }),
    );
  });
});
