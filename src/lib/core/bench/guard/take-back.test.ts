/** Taking back what later facts stand on: which they are, together or not at all; failed tests; every order of taps. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buildRoute } from '$core/coating/route';
import { SHELLAC_URETHANE, TWO_PACK } from '$core/coating/systems/index';
import { siteOf } from '../../../../../tests/fixed-work';
import { usualCounts } from '$core/coating/system';
import { fold } from '../log/fold';
import { pieceState } from '../state/state';
import { bodySchema, type Fact, type FactBody } from '../log/events';
import { begunInKitchen, contextOf, did, fact, takenDown, uuid } from '../../../../../tests/bench-builders';
import { judge } from '../log/judge';
import { RULES } from './rules';
import { always } from '../../../../../tests/budget';

const [A, B, C] = [uuid(1), uuid(2), uuid(3)];
const route = buildRoute(SHELLAC_URETHANE, usualCounts(SHELLAC_URETHANE), 'spray');
const lots = [
  { id: 'la', name: 'A', pieces: [A, B] },
  { id: 'lb', name: 'B', pieces: [C] },
];
const colours = new Map(
  [A, B, C].map((id, i) => [
    id,
    { w: 400, h: 700, form: 'door' as const, colour: i ? 'Slatewing' : 'Oatcloth' },
  ]),
);
const ask = (facts: Fact[], minute: number, body: FactBody, by = 'ines') =>
  judge(contextOf(route, facts, { lots, pieces: colours }), facts, fact(minute, body, { worker: by }));
const back = (of: string, also?: string[]): FactBody => ({
  kind: 'void',
  fact: of,
  reason: 'wrong tap',
  ...(also ? { also } : {}),
});

describe('what later facts stand on', () => {
  const clean = did('clean', 10, 20, [A, B], 'la');
  const sand = did('sand', 200, 220, [A, B], 'la');
  const prime = did('back.shellac-primer.1', 300, 320, [A], 'la');
  const facts = [...takenDown([A, B]), ...clean, ...sand, ...prime];
  const id = (list: Fact[], i = 0): string => list[i]?.id ?? '';

  it('is taken back with all of them, or not at all: each is named', () => {
    const [no] = ask(facts, 400, back(id(clean)));
    expect(no).toMatchObject({ rule: 'later-work', canOverride: false });
    expect(no?.message).toMatch(/2 records stand on it: .*“Sand”.*“Prime backs”/);
    expect(new Set(no?.with)).toEqual(new Set([id(sand), id(prime)]));
    expect(ask(facts, 400, back(id(clean), [id(sand)]))[0]?.with).toEqual([id(sand), id(prime)]);
    const together = back(id(clean), no?.with);
    expect(ask(facts, 400, together)).toEqual([]);
    const after = fold([...facts, fact(400, together)]);
    for (const piece of [A, B]) expect([...pieceState(after, piece).done.keys()]).toEqual([]);
    expect(pieceState(after, A).down).toBe(true);
  });
  it('counts what was taken down and labelled, too', () => {
    const [labelled, down] = facts;
    const all = [id(clean), id(sand), id(prime)];
    expect(new Set(ask(facts, 400, back(down?.id ?? ''))[0]?.with)).toEqual(new Set(all));
    expect(new Set(ask(facts, 400, back(labelled?.id ?? ''))[0]?.with)).toEqual(new Set([down?.id, ...all]));
  });
  it('names others whose work would go with it', () => {
    const theirs = sand.map((f) => ({ ...f, worker: 'maud' }));
    const log = [...takenDown([A, B]), ...clean, ...theirs];
    expect(ask(log, 400, back(id(clean), [id(theirs)])).map((r) => r.rule)).toEqual(['others-work']);
  });
  it('holds for the fixed work, and for a cup that a coat was laid from', () => {
    const site = siteOf(TWO_PACK, { walls: 3 });
    const [first, second] = site;
    const step = (key: string, at: number): Fact[] => {
      const begun = fact(at, begunInKitchen(key));
      return [begun, fact(at + 10, { kind: 'work.finished', work: begun.id, leftOut: [] })];
    };
    const [one, two] = [step(first?.key ?? '', 10), step(second?.key ?? '', 100)];
    const cup = fact(50, {
      kind: 'mix.made',
      product: '2k-enamel',
      batch: '1',
      a: 700,
      b: 100,
      thinner: 80,
      induction: 20,
      potLife: 240,
    });
    const own = buildRoute(TWO_PACK, usualCounts(TWO_PACK), 'spray');
    const coat = did('back.2k-enamel.1', 100, 120, [A], 'la');
    const log = [...takenDown([A]), ...one, ...two, cup, ...coat];
    const judged = (of: string) => judge(contextOf(own, log, { lots, site }), log, fact(400, back(of)));
    expect(judged(id(one))).toMatchObject([{ rule: 'later-work', with: [id(two)] }]);
    expect(judged(id(one, 1))[0]?.with).toEqual([id(two)]);
    expect(judged(cup.id)[0]?.message).toMatch(/“Coat backs, 1 of 2”, laid from that cup/);
  });
  it('does not run beside another work again', () => {
    const first = fact(10, { kind: 'work.started', step: 'sand', lot: 'la', pieces: [A] });
    const end = fact(20, { kind: 'work.finished', work: first.id, leftOut: [] });
    const other = fact(30, { kind: 'work.started', step: 'clean', lot: 'la', pieces: [A] });
    const log = [...takenDown([A]), first, end, other];
    expect(ask(log, 40, back(end.id))[0]).toMatchObject({ rule: 'later-work', with: [other.id] });
  });
});

it('a failed test is not taken back: a new one in its place answers it', () => {
  const test = (result: '2B' | '5B', at: number) =>
    fact(at, {
      kind: 'test.recorded',
      test: { method: 'patch', result },
      piece: null,
      place: 'end panel',
      note: '',
    });
  const failed = test('2B', 5);
  expect(ask([failed], 6, back(failed.id))).toMatchObject([{ rule: 'finding', canOverride: false }]);
  expect(ask([test('5B', 5)], 6, back(uuid(9)))[0]?.rule).toBe('unknown');
  const passed = test('5B', 5);
  expect(ask([passed], 6, back(passed.id))).toEqual([]);
  const coat: FactBody = { kind: 'work.started', step: 'back.shellac-primer.1', lot: 'la', pieces: [A] };
  const log = [...takenDown([A]), ...did('clean', 10, 20, [A], 'la'), ...did('sand', 200, 220, [A], 'la')];
  expect(ask([failed, ...log], 300, coat).map((r) => r.rule)).toEqual(['finding']);
  expect(ask([failed, test('5B', 50), ...log], 300, coat)).toEqual([]);
});

describe('what no reason overrules', () => {
  const EVERYTHING = RULES.map((rule) => ({ rule, reason: 'as we agreed' }));
  const steps = route
    .filter((s) => s.kind !== 'hang')
    .slice(0, 5)
    .map((s) => s.key);
  const some = fc.subarray([A, B, C], { minLength: 1 });
  /** A tap: what is asked for, and which earlier fact it speaks of. */
  const taps = fc.array(
    fc.oneof(
      fc.record({
        tap: fc.constant('start' as const),
        step: fc.constantFrom(...steps),
        pieces: some,
        lot: fc.constantFrom('la', 'lb'),
      }),
      fc.record({ tap: fc.constant('finish' as const), of: fc.nat(), leftOut: some }),
      fc.record({ tap: fc.constant('back' as const), of: fc.nat(), together: fc.boolean() }),
      fc.record({ tap: fc.constant('hang' as const), piece: fc.constantFrom(A, B, C) }),
    ),
    { minLength: 4, maxLength: 30 },
  );
  it('holds against every order of taps, each with a reason for everything', () => {
    always(
      fc.property(taps, (list) => {
        const log: Fact[] = takenDown([A, B, C]);
        let minute = 10;
        const keep = (body: FactBody): void => {
          const parsed = bodySchema.parse(body);
          const refused = ask(log, ++minute, parsed);
          const isBack = body.kind === 'void' && refused.length === 1 && refused[0]?.with;
          if (!refused.length) log.push(fact(minute, parsed));
          else if (isBack) keep({ ...body, also: refused[0]?.with });
        };
        for (const t of list) {
          const at = (of: number): Fact | undefined => log[of % log.length];
          if (t.tap === 'start')
            keep({ kind: 'work.started', step: t.step, lot: t.lot, pieces: t.pieces, override: EVERYTHING });
          else if (t.tap === 'finish') {
            const begun = log.filter((f) => f.body.kind === 'work.started');
            const work = begun[t.of % Math.max(1, begun.length)];
            if (work?.body.kind === 'work.started') {
              const own = work.body.pieces;
              const out = t.leftOut.filter((p) => own.includes(p));
              keep({ kind: 'work.finished', work: work.id, leftOut: out.length < own.length ? out : [] });
            }
          } else if (t.tap === 'back')
            keep({ kind: 'void', fact: at(t.of)?.id ?? '', reason: 'wrong tap', override: EVERYTHING });
          else keep({ kind: 'piece.hung', piece: t.piece, opening: t.piece, override: EVERYTHING });

          const state = fold(log);
          for (const piece of [A, B, C]) {
            const running = [...state.works.values()].filter(
              (w) => w.end === null && w.pieces.includes(piece),
            );
            expect(running.length, 'works at one time').toBeLessThanOrEqual(1);
            expect(pieceState(state, piece).doneBefore, 'a step twice').toEqual([]);
          }
          for (const w of state.works.values()) {
            const product = route.find((s) => s.key === w.step)?.product;
            const own = new Set(w.pieces.map((p) => colours.get(p)?.colour));
            if (product?.kind === 'finish') expect(own.size, 'colours in a pass').toBeLessThanOrEqual(1);
          }
        }
      }),
      100,
    );
  });
});
