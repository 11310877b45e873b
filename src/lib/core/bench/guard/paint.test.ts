/** What is asked before a product is laid: what the gun holds, the air where it is laid, the face that lies up. */
import { describe, expect, it } from 'vitest';
import { buildRoute } from '$core/coating/route';
import { GLAZE_CLEAR, SHELLAC_URETHANE } from '$core/coating/systems/index';
import { usualCounts } from '$core/coating/system';
import type { Fact, FactBody } from '../log/events';
import { judge } from '../log/judge';
import type { Context } from './context';
import { contextOf, did, fact, takenDown, uuid } from '../../../../../tests/bench-builders';

const [A, C] = [uuid(1), uuid(3)];
const door = { w: 400, h: 700, form: 'door' as const, colour: 'Oatcloth' };
const usual: Partial<Context> = {
  pieces: new Map([
    [A, door],
    [C, door],
  ]),
  lots: [{ id: 'la', name: 'A', pieces: [A, C] }],
  place: 'tent',
  manyColours: () => true,
};
const routeOf = (system = SHELLAC_URETHANE) => buildRoute(system, usualCounts(system), 'spray');
const route = routeOf();
/** Every step before a key, two days apart. */
function upTo(key: string, own = route): { facts: Fact[]; minute: number } {
  const facts = takenDown([A]);
  let minute = 1000;
  for (const step of own) {
    if (step.key === key) break;
    facts.push(...did(step.key, minute, minute + 30, [A], 'la'));
    minute += 2 * 1440;
  }
  return { facts, minute };
}
const start = (step: string): FactBody => ({ kind: 'work.started', step, lot: 'la', pieces: [A] });
const rules = (facts: Fact[], minute: number, body: FactBody, more: Partial<Context> = {}, own = route) =>
  judge(contextOf(own, facts, { ...usual, ...more }), facts, fact(minute, body)).map((r) => r.rule);

describe('the content of the gun', () => {
  const first = upTo('back.urethane-enamel.1');
  const second = upTo('back.urethane-enamel.2');
  const load = (minute: number, product: string, colour = '') =>
    fact(minute, { kind: 'paint.loaded', product, colour });
  it('is asked at the change of a product where nobody said it, and there are several colours', () => {
    expect(rules(first.facts, first.minute, start('back.urethane-enamel.1'))).toEqual(['gun-unknown']);
    expect(
      rules(first.facts, first.minute, start('back.urethane-enamel.1'), { manyColours: () => false }),
    ).toEqual([]);
    // The second coat of the same product asks nothing, and primer has no colour to mistake.
    expect(rules(second.facts, second.minute, start('back.urethane-enamel.2'))).toEqual([]);
    const primer = upTo('back.shellac-primer.1');
    expect(rules(primer.facts, primer.minute, start('back.shellac-primer.1'))).toEqual([]);
  });
  it('is known once it was said, until another product was laid since', () => {
    const said = [...first.facts, load(first.minute - 1, 'urethane-enamel', 'Oatcloth')];
    expect(rules(said, first.minute, start('back.urethane-enamel.1'))).toEqual([]);
    // Said before the primer went through it: nobody knows what is in it now.
    const before = [load(2, 'urethane-enamel', 'Oatcloth'), ...first.facts];
    expect(rules(before, first.minute, start('back.urethane-enamel.1'))).toEqual(['gun-unknown']);
  });
  it('is nobody’s question where a rag lays a glaze, whatever the gun holds', () => {
    const own = routeOf(GLAZE_CLEAR);
    const glaze = own.find((s) => s.product?.kind === 'glaze');
    if (!glaze) throw new Error('there is a glaze');
    const { facts, minute } = upTo(glaze.key, own);
    const full = [...facts, load(minute - 5, 'glazed-enamel', 'Oatcloth')];
    expect(rules(full, minute, start(glaze.key), {}, own)).toEqual([]);
  });
});

describe('the air', () => {
  const { facts, minute } = upTo('back.shellac-primer.1');
  const read = (place: string, celsius: number, more = {}) =>
    fact(minute - 5, { kind: 'air.read', place, celsius, humidity: 0.4, ...more });
  const coat = (more: Fact[], context: Partial<Context> = {}) =>
    rules([...facts, ...more], minute, start('back.shellac-primer.1'), context);
  it('that was read elsewhere stops nothing here', () => {
    expect(coat([read('house', 3)])).toEqual([]);
    expect(coat([read('tent', 3)])).toEqual(['air']);
    expect(coat([read('Tent ', 3)])).toEqual(['air']);
  });
  it('is held to the product’s limits on the surface as well', () => {
    expect(coat([read('tent', 20, { surface: 7 })])).toEqual(['air']);
    expect(coat([read('tent', 20, { surface: 36 })])).toEqual(['air']);
    expect(coat([read('tent', 20, { surface: 18 })])).toEqual([]);
  });
  it('is the forecast’s where nobody read it within four hours, and says so', () => {
    const cold = { forecast: (place: string) => (place === 'tent' ? { celsius: 4, humidity: 0.5 } : null) };
    expect(coat([], cold)).toEqual(['air']);
    const [no] = judge(
      contextOf(route, facts, { ...usual, ...cold }),
      facts,
      fact(minute, start('back.shellac-primer.1')),
    );
    expect(no?.message).toMatch(/by the forecast, as nobody read it lately/);
    expect(coat([read('tent', 20)], cold)).toEqual([]);
    const old = fact(minute - 5 * 60, { kind: 'air.read', place: 'tent', celsius: 20, humidity: 0.4 });
    expect(coat([old], cold)).toEqual(['air']);
  });
});

describe('the face that lies up', () => {
  const front = upTo('front.shellac-primer.1');
  it('follows from the flips and the coats, though nobody says it', () => {
    expect(rules(front.facts, front.minute, start('front.shellac-primer.1'))).toEqual([]);
    const flip = front.facts.findIndex((f) => f.body.kind === 'work.started' && f.body.step === 'flip');
    const unflipped = [
      ...front.facts.filter((_, i) => i !== flip && i !== flip + 1),
      fact(front.minute - 1, { kind: 'piece.wiped', pieces: [A] }),
    ];
    expect(rules(unflipped, front.minute, start('front.shellac-primer.1'))).toEqual([
      'skipped-step',
      'wrong-face',
    ]);
    const said: FactBody = {
      kind: 'work.started',
      step: 'front.shellac-primer.1',
      lot: 'la',
      pieces: [A],
      face: 'front',
    };
    expect(rules(unflipped, front.minute, said)).toEqual(['skipped-step']);
  });
  it('is a question for no one whose pieces hang', () => {
    const hung = buildRoute(SHELLAC_URETHANE, usualCounts(SHELLAC_URETHANE), 'spray', 'hung');
    const { facts, minute } = upTo('all.urethane-enamel.1', hung);
    expect(rules(facts, minute, start('all.urethane-enamel.1'), { manyColours: () => false }, hung)).toEqual(
      [],
    );
  });
});

it('scuffing waits until the film can be sanded', () => {
  const { facts, minute } = upTo('back.urethane-enamel.2');
  const laid = [...facts, ...did('back.urethane-enamel.2', minute, minute + 30, [A], 'la')];
  const scuff: FactBody = { kind: 'piece.abraded', pieces: [A] };
  expect(rules(laid, minute + 31, scuff)).toEqual(['too-early']);
  expect(rules(laid, minute + 30 + 240, scuff)).toEqual([]);
});

it('what stood for more than two days is wiped before it is coated, and scuffing wipes it, too', () => {
  const key = 'back.shellac-primer.1';
  const { facts, minute } = upTo(key);
  const end = minute - 2 * 1440 + 30;
  const wipe = (at: number): Fact => fact(at, { kind: 'piece.wiped', pieces: [A] });
  expect(rules(facts, end + 2 * 1440, start(key))).toEqual([]);
  expect(rules(facts, end + 2 * 1440 + 1, start(key))).toEqual(['stood']);
  expect(rules([...facts, wipe(end + 4000)], end + 4001, start(key))).toEqual([]);
  expect(rules([...facts, wipe(end + 100)], end + 4001, start(key))).toEqual(['stood']);
  const scuffed = fact(end + 4000, { kind: 'piece.abraded', pieces: [A] });
  expect(rules([...facts, scuffed], end + 4001, start(key))).toEqual([]);
  // Only what is laid asks for it.
  const sand = upTo('sand');
  expect(rules(sand.facts, sand.minute + 9 * 1440, start('sand'))).toEqual([]);
});

it('nothing is wiped while someone works on it', () => {
  const { facts, minute } = upTo('sand');
  const busy = [...facts, fact(minute, start('sand'))];
  expect(rules(busy, minute + 1, { kind: 'piece.wiped', pieces: [A] })).toEqual(['at-work']);
});

it('a lot that there is not is refused, whatever the reason', () => {
  const facts = takenDown([A]);
  const body: FactBody = {
    kind: 'work.started',
    step: 'clean',
    lot: 'lz',
    pieces: [A],
    override: [{ rule: 'not-in-lot', reason: 'never mind' }],
  };
  expect(rules(facts, 10, body)).toEqual(['not-in-lot']);
});
