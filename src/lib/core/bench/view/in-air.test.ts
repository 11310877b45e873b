/** The bench where waits follow the air, where backs stay as they are, and where cups are mixed. */
import { describe, expect, it } from 'vitest';
import { buildRoute, gets } from '$core/coating/route';
import { sparingBacks } from '$core/coating/routes-apart';
import { SHELLAC_URETHANE, TWO_PACK } from '$core/coating/systems/index';
import { SHEET_WAITS, waitsIn, type Waits } from '$core/coating/waits';
import { ratesOf } from '$core/drying/climate';
import { constantClimate } from '../../../../../tests/constant-climate';
import { acts } from './acts';
import { careDates, cureShare } from './care';
import type { Fact, FactBody } from '../log/events';
import { fold } from '../log/fold';
import { pieceState } from '../state/state';
import { judge } from '../log/judge';
import { nextStep, windowOf } from '../guard/window';
import { pieceMark } from './mark';
import { lotProgress } from './progress';
import { contextOf, did, fact, MINUTE, takenDown, uuid } from '../../../../../tests/bench-builders';

const [BOTH, FRONT] = [uuid(1), uuid(2)];
const counts = [
  { back: 1, front: 1 },
  { back: 1, front: 1 },
];
const route = sparingBacks(buildRoute(SHELLAC_URETHANE, counts, 'spray'), new Set([FRONT]));
const cold = waitsIn(
  ratesOf(constantClimate({ celsius: 15, humidity: 0.5, wind: 0.1 }, 0, 60)),
  new Map([['urethane-enamel', 1.1]]),
);
const ask = (facts: Fact[], minute: number, body: FactBody, waits?: Waits) =>
  judge(contextOf(route, facts, waits ? { waits } : {}), facts, fact(minute, body))[0] ?? null;
const DOWN = takenDown([BOTH, FRONT], 'rack');
const start = (step: string, pieces: string[]): FactBody => ({
  kind: 'work.started',
  step,
  lot: 'A',
  pieces,
});
const lots = [{ id: 'A', name: 'A', pieces: [BOTH, FRONT] }];

/** Everything up to a step of the route, for the pieces that get it; each an hour after the last, so that nothing is too early. */
function upTo(step: string, pieces: string[]): { facts: Fact[]; minute: number } {
  let minute = 10;
  const facts = [...DOWN];
  for (const s of route) {
    if (s.key === step) break;
    const own = pieces.filter((p) => gets(s, p));
    if (own.length) facts.push(...did(s.key, minute, minute + 10, own));
    minute += 1500;
  }
  return { facts, minute };
}

describe('waits in the air', () => {
  const primed = [
    ...DOWN,
    ...did('clean', 5, 10, [BOTH]),
    ...did('sand', 80, 90, [BOTH]),
    ...did('back.shellac-primer.1', 100, 110, [BOTH]),
  ];

  it('a primer that sands after 15 min by the sheet takes 28 at 15 °C', () => {
    const sand = start('back.sand.urethane-enamel.1', [BOTH]);
    expect(ask(primed, 124, sand)).toMatchObject({ rule: 'too-early', from: 125 * MINUTE });
    expect(ask(primed, 126, sand)).toBeNull();
    const refusal = ask(primed, 126, sand, cold);
    // 15 / 0.5466, the rate of ethanol at 15 °C worked by hand.
    expect((refusal?.from ?? 0) / MINUTE - 110).toBeCloseTo(15 / 0.5466, 1);
    expect(ask(primed, 138, sand, cold)).toBeNull();
  });

  it('bench, mark, progress and window all say the same moment', () => {
    const { facts, minute } = upTo('flip', [BOTH]);
    const state = fold(facts);
    const laid = pieceState(state, BOTH).done.get('back.urethane-enamel.1')?.end ?? 0;
    const flip = route.find((s) => s.key === 'flip');
    if (!flip) throw new Error('no flip');
    const from = windowOf(state, flip, BOTH, cold).from;
    expect(from).toBeGreaterThan(windowOf(state, flip, BOTH, SHEET_WAITS).from);
    // 60 % water and 40 % reaction of 720 min, a tenth slower than the sheet: 0.5385 and 0.4765 at 15 °C.
    const wanted = 720 * 1.1 * (0.6 / 0.5385 + 0.4 / 0.4765);
    expect((from - laid) / MINUTE).toBeCloseTo(wanted, 0);
    const before = from - MINUTE;
    expect(
      acts(state, route, lots, before, new Map(), cold).find((a) => a.pieces.includes(BOTH)),
    ).toMatchObject({
      status: 'waiting',
      from,
    });
    expect(pieceMark(state, route, BOTH, before, cold).state).toBe('drying');
    expect(pieceMark(state, route, BOTH, from, cold).state).toBe('ready');
    const [lot] = lotProgress(state, route, lots, cold);
    expect(lot?.steps.find((s) => s.key === 'flip')?.from).toBe(from);
    expect(minute).toBeGreaterThan(0);
  });

  it('care dates are later in the cold, and the cure less far', () => {
    const { facts } = upTo('hang', [BOTH]);
    const state = fold(facts);
    const dates = (waits: Waits) => careDates(state, route, [BOTH], waits).map((d) => d.at);
    const [warm, chill] = [dates(SHEET_WAITS), dates(cold)];
    expect(warm).toHaveLength(3);
    chill.forEach((at, i) => expect(at).toBeGreaterThan(warm[i] ?? Infinity));
    const share = (waits: Waits) => cureShare(state, route, [BOTH], (warm[0] ?? 0) - 1, waits);
    expect(share(cold)).toBeLessThan(share(SHEET_WAITS));
  });
});

describe('a piece whose back stays as it is', () => {
  it('goes from prep to its front without a flip, while the other gets its back first', () => {
    const ready = fold([
      ...DOWN,
      ...did('clean', 5, 10, [BOTH, FRONT]),
      ...did('sand', 80, 90, [BOTH, FRONT]),
    ]);
    expect(nextStep(ready, route, BOTH)?.key).toBe('back.shellac-primer.1');
    expect(nextStep(ready, route, FRONT)?.key).toBe('front.shellac-primer.1');
    const groups = acts(ready, route, lots, 1000 * MINUTE, new Map(), SHEET_WAITS);
    expect(groups.map((a) => [a.step.key, a.pieces])).toEqual([
      ['back.shellac-primer.1', [BOTH]],
      ['front.shellac-primer.1', [FRONT]],
    ]);
  });

  it('is refused on its back, and hangs after its fronts', () => {
    const { facts, minute } = upTo('hang', [FRONT]);
    expect(ask(facts, minute, start('back.shellac-primer.1', [FRONT]))?.rule).toBe('no-such-step');
    expect(ask(facts, minute + 9000, { kind: 'piece.hung', piece: FRONT, opening: FRONT })).toBeNull();
    const mark = pieceMark(fold(facts), route, FRONT, 0, SHEET_WAITS);
    expect([mark.back.of, mark.front.coats, mark.front.of]).toEqual([0, 1, 1]);
  });

  it('is left out of what the plan reckons with', () => {
    const [lot] = lotProgress(fold(DOWN), route, lots, SHEET_WAITS);
    const pending = (key: string) => lot?.steps.find((s) => s.key === key)?.pending;
    expect([
      pending('clean'),
      pending('back.shellac-primer.1'),
      pending('flip'),
      pending('front.shellac-primer.1'),
    ]).toEqual([2, 1, 1, 2]);
    const care = careDates(fold(upTo('hang', [FRONT]).facts), route, [FRONT], SHEET_WAITS);
    expect(care.length).toBeGreaterThan(0);
  });
});

describe('all faces at once', () => {
  const hung = buildRoute(SHELLAC_URETHANE, counts, 'spray', 'hung');
  it('one coat counts for both halves of the mark', () => {
    const facts = [...DOWN, ...did('all.urethane-enamel.1', 10, 20, [BOTH])];
    const { front, back } = pieceMark(fold(facts), hung, BOTH, 0, SHEET_WAITS);
    expect([front.coats, back.coats, front.of, back.of]).toEqual([1, 1, 1, 1]);
  });
});

describe('cups', () => {
  const product = TWO_PACK.products[0]?.key ?? '';
  const mix = (batch: string): FactBody => ({
    kind: 'mix.made',
    product,
    batch,
    a: 700,
    b: 100,
    thinner: 80,
    induction: 20,
    potLife: 240,
  });

  it('stand, live, and can be taken back', () => {
    const cup = fact(50, mix('12'));
    expect(fold([cup]).mixes).toMatchObject([
      { batch: '12', at: 50 * MINUTE, readyAt: 70 * MINUTE, useBy: 290 * MINUTE, worker: 'ines' },
    ]);
    const taken = [cup, fact(60, { kind: 'void', fact: cup.id, reason: 'spilt it' })];
    expect(fold(taken).mixes).toEqual([]);
    // Its number is free again.
    expect(ask(taken, 61, mix('12'))).toBeNull();
    expect(ask([cup], 61, mix('12'))?.rule).toBe('done-already');
  });

  it('a one-pack has no end', () => {
    const body = { ...mix('13'), induction: 0, potLife: null } as FactBody;
    expect(fold([fact(5, body)]).mixes[0]).toMatchObject({ readyAt: 5 * MINUTE, useBy: null });
  });
});
