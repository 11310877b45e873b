/** The guards of the bench beyond waits: colour, face, mixes, deglosser, panels, lots, room, and what is kept all the same. */
import { describe, expect, it } from 'vitest';
import { buildRoute, type Step } from '$core/coating/route';
import { KIT, SHELLAC_URETHANE, TWO_PACK } from '$core/coating/systems/index';
import { usualCounts, type System } from '$core/coating/system';
import { SHEET_WAITS } from '$core/coating/waits';
import type { Fact, FactBody } from './events';
import { fold } from './fold';
import { judge } from './judge';
import { windowOf } from '../guard/window';
import type { Context } from '../guard/context';
import type { Refusal } from '../guard/refusal';
import { USUAL_SLOT } from '$core/planning/job/choice';
import { fitsSlot, rackMap, readPlace } from '../state/piece-places';
import { contextOf, did, fact, MINUTE, takenDown, uuid } from '../../../../../tests/bench-builders';

const [A, B, C] = [uuid(1), uuid(2), uuid(3)];
const DOWN = takenDown([A, B, C]);
const piece = (colour: string, form: 'door' | 'drawer' = 'door') => ({ w: 400, h: 700, form, colour });
const PIECES = new Map([
  [A, piece('Oatcloth')],
  [B, piece('Slatewing')],
  [C, piece('Oatcloth', 'drawer')],
]);
const known: Partial<Context> = {
  pieces: PIECES,
  lots: [
    { id: 'la', name: 'A', pieces: [A, C] },
    { id: 'lb', name: 'B', pieces: [B] },
  ],
  rack: { slots: 4, ...USUAL_SLOT },
};
const start = (
  step: string,
  pieces: string[],
  more: Partial<Extract<FactBody, { kind: 'work.started' }>> = {},
): FactBody => ({
  kind: 'work.started',
  step,
  lot: pieces.includes(B) ? 'lb' : 'la',
  pieces,
  ...more,
});
const routeOf = (system: System): Step[] => buildRoute(system, usualCounts(system), 'spray');
const all = (
  route: readonly Step[],
  facts: Fact[],
  minute: number,
  body: FactBody,
  more: Partial<Context> = {},
): Refusal[] => judge(contextOf(route, facts, { ...known, ...more }), facts, fact(minute, body));
const ask = (...of: Parameters<typeof all>): Refusal | null => all(...of)[0] ?? null;
const rules = (...of: Parameters<typeof all>): string[] => all(...of).map((r) => r.rule);

/** All steps before a key done on some pieces, two days apart. */
const upTo = (route: readonly Step[], key: string, pieces: string[]): { facts: Fact[]; minute: number } => {
  const facts = [...DOWN];
  let minute = 1000;
  for (const step of route) {
    if (step.key === key) break;
    facts.push(...did(step.key, minute, minute + 30, pieces));
    minute += 2 * 1440;
  }
  return { facts, minute };
};

const urethane = routeOf(SHELLAC_URETHANE);
const FRONT = 'front.urethane-enamel.1';

describe('the gun', () => {
  const { facts, minute } = upTo(urethane, FRONT, [A, B, C]);
  const loaded = (product: string, colour: string) => [
    ...facts,
    fact(minute - 5, { kind: 'paint.loaded', product, colour }),
  ];
  it('with another colour stops, and says which', () => {
    const no = ask(urethane, loaded('urethane-enamel', 'Slatewing'), minute, start(FRONT, [A]));
    expect(no).toMatchObject({ rule: 'wrong-colour', canOverride: true });
    expect(no?.message).toContain('holds Slatewing');
    expect(no?.message).toContain('1 takes Oatcloth');
  });
  it('with another product stops', () => {
    const no = ask(urethane, loaded('shellac-primer', ''), minute, start(FRONT, [A]));
    expect(no?.message).toMatch(/holds another product.*takes/s);
  });
  it('with the right one, or nothing said, does not', () => {
    expect(ask(urethane, loaded('urethane-enamel', 'Oatcloth'), minute, start(FRONT, [A]))).toBeNull();
    expect(ask(urethane, facts, minute, start(FRONT, [A]))).toBeNull();
  });
  it('lays one colour at a time, whatever the reason; primer has none', () => {
    const two = all(urethane, facts, minute, start(FRONT, [A, B]));
    expect(two).toContainEqual(expect.objectContaining({ rule: 'wrong-colour', canOverride: false }));
    const primer = 'front.shellac-primer.1';
    const before = upTo(urethane, primer, [A, B, C]);
    expect(rules(urethane, before.facts, before.minute, start(primer, [A, B]))).toEqual(['not-in-lot']);
  });
});

it('what is too early waits for the piece that is ready last', () => {
  const [primer, sand] = ['back.shellac-primer.1', 'back.sand.urethane-enamel.1'];
  const before = upTo(urethane, primer, [A, C]);
  const end = before.minute + 40;
  const facts = [
    ...before.facts,
    ...did(primer, before.minute, before.minute + 30, [A]),
    ...did(primer, end - 10, end, [C]),
  ];
  const no = ask(urethane, facts, end + 1, start(sand, [A, C]));
  const step = urethane.find((s) => s.key === sand);
  if (!step) throw new Error('no such step');
  const { state } = contextOf(urethane, facts, known);
  const [one, other] = [A, C].map((p) => windowOf(state, step, p, SHEET_WAITS).from);
  // Neither is ready.
  expect(one).toBeGreaterThan((end + 1) * MINUTE);
  expect(other).toBeGreaterThan(one ?? Infinity);
  expect(no).toMatchObject({ rule: 'too-early', from: other });
});

it('the face that lies up is the one that is coated', () => {
  const { facts, minute } = upTo(urethane, FRONT, [A]);
  const no = ask(urethane, facts, minute, start(FRONT, [A], { face: 'back' }));
  expect(no).toMatchObject({ rule: 'wrong-face' });
  expect(no?.message).toMatch(/^The back lies up on 1\..*is done on the front/);
  expect(ask(urethane, facts, minute, start(FRONT, [A], { face: 'front' }))).toBeNull();
});

describe('a cup', () => {
  const route = routeOf(TWO_PACK);
  const coat = route.find((s) => s.kind === 'coat');
  if (!coat?.product?.mix) throw new Error('two-pack is mixed');
  const { facts, minute } = upTo(route, coat.key, [A, C]);
  const mixed = fact(minute, {
    kind: 'mix.made',
    product: coat.product.key,
    batch: '7',
    a: 700,
    b: 100,
    thinner: 80,
    induction: 20,
    potLife: 240,
  });
  const at = (after: number) => ask(route, [...facts, mixed], minute + after, start(coat.key, [A]));
  it('is asked for where none is recorded, or the one that was is taken back', () => {
    const none = ask(route, facts, minute, start(coat.key, [A]));
    expect(none).toMatchObject({ rule: 'mix', canOverride: true });
    expect(none?.message).toMatch(/No cup of 2K enamel is recorded/);
    const back = fact(minute + 1, { kind: 'void', fact: mixed.id, reason: 'spilt it' });
    expect(ask(route, [...facts, mixed, back], minute + 30, start(coat.key, [A]))?.rule).toBe('mix');
  });
  const wiped = fact(minute - 1, { kind: 'piece.wiped', pieces: [A, B, C] });
  it('that ends before the pass is said before it starts, with how many pieces fit and when to mix again', () => {
    const late = (after: number, more: Fact[] = []) =>
      ask(route, [...facts, wiped, mixed, ...more], minute + after, start(coat.key, [A, C]));
    expect(late(100)).toBeNull();
    const no = late(223);
    // Setting up 15 min and 1.17 min a face: one piece is done in 17 min, two take 18; 17 are left of the cup.
    expect(no).toMatchObject({ rule: 'pot-life', canOverride: true });
    expect(no?.message).toMatch(/1 of 2 pieces fit/);
    expect(no?.message).toContain(`mix again by minute ${minute + 240 - 20}`);
    const second = fact(minute + 200, { ...mixed.body, batch: '8' } as FactBody);
    expect(late(223, [second])).toBeNull();
  });
  it('stands before it is used, and is not used past its pot life', () => {
    expect(at(19)).toMatchObject({ rule: 'mix', from: (minute + 20) * MINUTE });
    expect(at(20)).toBeNull();
    expect(at(239)?.rule).toBe('pot-life');
    expect(at(240)?.message).toMatch(/past its pot life/);
  });
});

it('a wet deglosser is named, and paint would crawl on it (T05)', () => {
  const route = routeOf(KIT);
  const degloss = route.find((s) => s.prep === 'degloss');
  const next = route[route.findIndex((s) => s.key === degloss?.key) + 1];
  if (!degloss || !next) throw new Error('kit is deglossed');
  const { facts, minute } = upTo(route, degloss.key, [A]);
  const wet = [...facts, ...did(degloss.key, minute, minute + 30, [A])];
  const no = ask(route, wet, minute + 35, start(next.key, [A]));
  expect(no).toMatchObject({ rule: 'wet-deglosser', canOverride: true });
  expect(ask(route, wet, minute + 30 + 61, start(next.key, [A]))).toBeNull();
});

it('floating panels are not caulked; drawers have none', () => {
  const step = urethane[0];
  if (!step) throw new Error('a route begins');
  const caulk: Step = { ...step, key: 'caulk', prep: 'caulk', act: 'Caulk', after: [] };
  const route = [caulk, ...urethane];
  expect(ask(route, DOWN, 10, start('caulk', [A]))).toMatchObject({
    rule: 'floating-panel',
    canOverride: true,
  });
  expect(ask(route, DOWN, 10, start('caulk', [C]))).toBeNull();
});

it('a piece of another lot is not begun by mistake', () => {
  const first = urethane[0]?.key ?? '';
  const no = ask(urethane, DOWN, 10, start(first, [A, B], { lot: 'la' }));
  expect(no).toMatchObject({ rule: 'not-in-lot' });
  expect(no?.message).toContain('2 is not in lot A but in lot B');
  expect(ask(urethane, DOWN, 10, start(first, [A, C], { lot: 'la' }))).toBeNull();
});

it('a window that closed opens again for what was scuffed since', () => {
  const key = 'back.urethane-enamel.2';
  const route = urethane
    .filter((s) => s.kind !== 'sand')
    .map((s) => ({ ...s, after: s.after.map((r) => (r.film && s.key === key ? { ...r, max: 3000 } : r)) }));
  const first = 'back.urethane-enamel.1';
  const { facts, minute } = upTo(route, first, [A]);
  const laid = [...facts, ...did(first, minute, minute + 30, [A])];
  const late = minute + 30 + 3001;
  expect(ask(route, laid, late, start(key, [A]))?.rule).toBe('too-late');
  const scuffed = [...laid, fact(late, { kind: 'piece.abraded', pieces: [A] })];
  expect(ask(route, scuffed, late + 5, start(key, [A]))).toBeNull();
  const step = route.find((s) => s.key === key);
  if (!step) throw new Error('a second coat');
  expect(windowOf(fold(scuffed), step, A, SHEET_WAITS).to).toBe((late + 3000) * MINUTE);
  expect(ask(route, scuffed, late + 3001, start(key, [A]))?.rule).toBe('too-late');
});

describe('the rack', () => {
  const room = { slots: 4, length: 1500, depth: 750 };
  it('reads places as they are typed', () => {
    expect(readPlace('Rack 12')).toEqual({ kind: 'rack', number: 12 });
    expect(readPlace(' slot 3 ')).toEqual({ kind: 'rack', number: 3 });
    expect(readPlace('hook 4')).toEqual({ kind: 'hanger', number: 4 });
    expect(readPlace('wrapped stack').kind).toBe('stack');
    expect(readPlace('tent rack')).toEqual({ kind: 'elsewhere', number: null });
    expect(
      rackMap([
        [A, 'rack 2'],
        [B, 'table'],
        [C, 'rack 2'],
      ]),
    ).toEqual(new Map([[2, [A, C]]]));
  });
  it('holds what fits side by side, each laid its shorter way', () => {
    expect(fitsSlot(room, [{ w: 400, h: 700 }])).toBe(true);
    // 400 + 20 + 400 + 20 + 400 = 1240; a fourth would want 1660.
    expect(
      fitsSlot(
        room,
        Array.from({ length: 3 }, () => ({ w: 400, h: 700 })),
      ),
    ).toBe(true);
    expect(
      fitsSlot(
        room,
        Array.from({ length: 4 }, () => ({ w: 400, h: 700 })),
      ),
    ).toBe(false);
    // Deeper than the arms one way, it lies along them the other way.
    expect(fitsSlot(room, [{ w: 500, h: 1400 }])).toBe(true);
    expect(fitsSlot(room, [{ w: 800, h: 1600 }])).toBe(false);
  });
  it('refuses a slot that is full or is none', () => {
    const moved = (pieces: string[], place: string): FactBody => ({ kind: 'piece.placed', pieces, place });
    const facts = [...DOWN, fact(5, moved([A, B, C], 'rack 1'))];
    expect(ask(urethane, DOWN, 5, moved([A, B, C], 'rack 1'))).toBeNull();
    expect(ask(urethane, facts, 6, moved([A], 'rack 5'))?.message).toBe('The rack has slots 1 to 4.');
    PIECES.set(C, { w: 700, h: 740, form: 'drawer', colour: 'Oatcloth' });
    expect(ask(urethane, facts, 6, moved([C], 'rack 1'))?.message).toContain('has no room left for 3');
    expect(ask(urethane, facts, 6, moved([C], 'rack 2'))).toBeNull();
    PIECES.set(C, piece('Oatcloth', 'drawer'));
  });
});

describe('hands', () => {
  const first = urethane[0]?.key ?? '';
  const begun = fact(10, start(first, [A]));
  it('pause, go on, are joined and handed over; the fold keeps every stretch', () => {
    const facts = [
      ...DOWN,
      begun,
      fact(20, { kind: 'work.joined', work: begun.id, by: 'tobin' }),
      fact(30, { kind: 'work.paused', work: begun.id }),
      fact(60, { kind: 'work.resumed', work: begun.id }),
      fact(70, { kind: 'work.handed', work: begun.id, to: 'maud' }),
      fact(80, { kind: 'work.finished', work: begun.id, leftOut: [] }),
    ];
    const work = fold(facts).works.get(begun.id);
    expect(work?.hands.map((h) => [h.worker, h.from / MINUTE, (h.to ?? 0) / MINUTE])).toEqual([
      ['ines', 10, 30],
      ['tobin', 20, 30],
      ['ines', 60, 70],
      ['maud', 70, 80],
    ]);
    expect(work?.worker).toBe('maud');
  });
  it('are refused where they make no sense', () => {
    const facts = [...DOWN, begun];
    expect(ask(urethane, facts, 20, { kind: 'work.resumed', work: begun.id })?.rule).toBe('done-already');
    expect(ask(urethane, facts, 5, { kind: 'work.paused', work: begun.id })?.rule).toBe('order');
    expect(ask(urethane, facts, 20, { kind: 'work.paused', work: uuid(9) })?.rule).toBe('unknown');
  });
});
