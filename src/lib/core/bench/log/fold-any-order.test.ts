/** The log as sets of facts: whatever the order, the repetition or the part that has arrived, there is one valid state. */
import { expect, it } from 'vitest';
import fc from 'fast-check';
import { FACES } from '$core/coating/system';
import { DEFECT_KEYS } from '$core/quality/defects';
import { bodySchema, type Fact, type FactBody } from './events';
import { fold, foldOn, inOrder, lastToHappen } from './fold';
import { pieceState } from '../state/state';
import { FEELS } from '../../coating/looks';
import { begunInKitchen, fact, readiedInKitchen, uuid } from '../../../../../tests/bench-builders';
import { always } from '../../../../../tests/budget';

const PIECES = [uuid(1), uuid(2), uuid(3), uuid(4)];
const STEPS = ['clean', 'sand', 'back.primer.1', 'front.primer.1'];

const some = fc.subarray(PIECES, { minLength: 1 });
const one = fc.constantFrom(...PIECES);
/** Another fact of the story, by its number. */
const other = fc.integer({ min: 0, max: 39 }).map((n) => uuid(100 + n));
const text = fc.constantFrom('as agreed', 'wrong tap', 'looked again');
const body: fc.Arbitrary<FactBody> = fc.oneof(
  fc.record({ kind: fc.constant('piece.labelled' as const), pieces: some }),
  fc.record({
    kind: fc.constant('piece.down' as const),
    pieces: some,
    place: fc.constantFrom('tent', 'table'),
  }),
  fc.record({
    kind: fc.constant('piece.placed' as const),
    pieces: some,
    place: fc.constantFrom('rack 1', 'van'),
  }),
  fc.record({ kind: fc.constant('piece.missing' as const), pieces: some, note: text }),
  fc.record({ kind: fc.constantFrom('piece.abraded' as const, 'piece.wiped' as const), pieces: some }),
  fc.constantFrom('protect', 'caulk').map(readiedInKitchen),
  fc.record({
    kind: fc.constant('work.started' as const),
    step: fc.constantFrom(...STEPS),
    lot: fc.constant('A'),
    pieces: some,
  }),
  fc.record({ kind: fc.constant('work.finished' as const), work: other, leftOut: fc.subarray(PIECES) }),
  fc.record({ kind: fc.constantFrom('work.paused' as const, 'work.resumed' as const), work: other }),
  fc.record({ kind: fc.constant('work.joined' as const), work: other, by: fc.constantFrom('ines', 'tobin') }),
  fc.record({ kind: fc.constant('work.handed' as const), work: other, to: fc.constantFrom('ines', 'tobin') }),
  fc.constantFrom('protect', 'caulk').map(begunInKitchen),
  fc.record({
    kind: fc.constant('paint.loaded' as const),
    product: fc.constant('enamel'),
    colour: fc.constantFrom('Oatcloth', 'Slatewing'),
  }),
  fc.record({
    kind: fc.constant('film.felt' as const),
    pieces: some,
    step: fc.constantFrom(...STEPS),
    feel: fc.constantFrom(...FEELS),
  }),
  fc.record({
    kind: fc.constant('defect.found' as const),
    piece: one,
    face: fc.constantFrom(...FACES),
    defect: fc.constantFrom(...DEFECT_KEYS),
    severity: fc.integer({ min: 1, max: 3 }),
    x: fc.constant(0.5),
    y: fc.constant(0.5),
    note: fc.constant(''),
  }),
  fc.record({ kind: fc.constant('defect.accepted' as const), defect: other, reason: text }),
  fc.record({ kind: fc.constant('piece.hung' as const), piece: one, opening: one }),
  fc.record({
    kind: fc.constant('contradiction.settled' as const),
    of: fc.uniqueArray(other, { minLength: 2, maxLength: 3 }),
    pieces: fc.subarray(PIECES),
    keep: fc.option(other),
    reason: text,
  }),
  fc.record({
    kind: fc.constant('time.corrected' as const),
    fact: other,
    at: fc.integer({ min: 0, max: 12 }).map((m) => m * 60_000),
  }),
  fc.record({ kind: fc.constant('void' as const), fact: other, reason: text }),
);
/** Up to forty facts of three devices; several in one moment. */
const story: fc.Arbitrary<Fact[]> = fc
  .array(fc.record({ body, at: fc.integer({ min: 0, max: 12 }), device: fc.constantFrom('x', 'y', 'z') }), {
    minLength: 5,
    maxLength: 40,
  })
  .map((list) =>
    list.map(({ body: b, at, device }, i) => ({
      id: uuid(100 + i),
      job: uuid(0),
      at: at * 60_000,
      worker: 'ines',
      device,
      body: bodySchema.parse(b),
    })),
  );

it('any order and any repetition of arrival gives the same state', () => {
  always(
    fc.property(
      story.chain((s) =>
        fc.tuple(
          fc.constant(s),
          fc.shuffledSubarray(s, { minLength: s.length }),
          fc.subarray(s),
          fc.subarray(s),
        ),
      ),
      ([facts, order, again, more]) => {
        expect(fold([...again, ...order, ...more])).toEqual(fold(facts));
      },
    ),
    100,
  );
});

it('any prefix, and any part of a log that has arrived, is a valid state', () => {
  always(
    fc.property(
      story.chain((s) => fc.tuple(fc.constant(s), fc.subarray(s), fc.nat(s.length))),
      ([facts, part, length]) => {
        for (const known of [part, facts.slice(0, length)]) {
          const state = fold(known);
          const ids = new Set(known.map((f) => f.id));
          // Everything in it rests on facts that are there and count.
          for (const work of state.works.values()) {
            expect(ids.has(work.id) && !state.voided.has(work.id)).toBe(true);
            expect(work.end === null || work.hands.every((h) => h.to !== null)).toBe(true);
            expect(work.hands.every((h) => h.to === null || h.to >= h.from)).toBe(true);
          }
          for (const piece of PIECES)
            for (const done of pieceState(state, piece).done.values()) {
              expect(state.works.get(done.work)?.end).toBe(done.end);
              expect(done.end).toBeGreaterThanOrEqual(done.start);
            }
          for (const flaw of state.flaws.keys()) expect(ids.has(flaw)).toBe(true);
        }
      },
    ),
    100,
  );
});

it('a fact that arrives late takes its place in time', () => {
  always(
    fc.property(story, (facts) => {
      const sorted = inOrder(facts);
      expect(sorted).toHaveLength(facts.length);
      sorted.slice(1).forEach((f, i) => expect(f.at).toBeGreaterThanOrEqual(sorted[i]?.at ?? 0));
      expect(inOrder(sorted)).toEqual(sorted);
    }),
  );
});

it('a fact before the time that another was put right to is not taken on behind it', () => {
  const [piece = ''] = PIECES;
  const at = (minutes: number, id: number, body: FactBody): Fact => ({
    ...fact(minutes, body),
    id: `00000000-0000-7000-8000-${String(id).padStart(12, '0')}`,
  });
  const down = at(0, 1, { kind: 'piece.down', pieces: [piece], place: 'tent' });
  const right = at(1, 2, { kind: 'time.corrected', fact: down.id, at: 120_000 });
  const placed = at(1.5, 3, { kind: 'piece.placed', pieces: [piece], place: 'rack 1' });
  const known = [down, right];
  expect(foldOn(fold(known), lastToHappen(known), placed)).toBe(false);
  expect(fold([...known, placed]).pieces.get(piece)?.place).toBe('tent');
});

it('taking facts on one by one gives what folding them all gives, or says that it cannot', () => {
  always(
    fc.property(story, (facts) => {
      let state = fold([]);
      const known: Fact[] = [];
      for (const fact of facts) {
        const latest = lastToHappen(known);
        known.push(fact);
        if (!foldOn(state, latest, fact)) state = fold(known);
        expect(state).toEqual(fold(known));
      }
    }),
    75,
  );
});
