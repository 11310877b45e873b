/** Fixed work is guarded as pieces are. */
import { describe, expect, it } from 'vitest';
import { MELAMINE, SHELLAC_URETHANE, TWO_PACK } from '$core/coating/systems/index';
import type { SiteStep } from '$core/takeoff/site-route';
import type { Fact, FactBody } from '../log/events';
import { siteOf } from '../../../../../tests/fixed-work';
import {
  begunInKitchen,
  readiedInKitchen,
  contextOf,
  fact,
  takenDown,
  uuid,
} from '../../../../../tests/bench-builders';
import { judge } from '../log/judge';
import type { Context } from './context';

const site = siteOf(SHELLAC_URETHANE, { walls: 4 });
const usual: Partial<Context> = {
  place: 'tent',
  manyColours: () => true,
  zoneColours: new Map([['walls', 'Oatcloth']]),
};
const FIRST = 'front.shellac-primer.1 walls';
const ENAMEL = 'front.urethane-enamel.1 walls';
const LOADED: FactBody = { kind: 'paint.loaded', product: 'urethane-enamel', colour: 'Oatcloth', of: 'wall' };

/** Every step before a key, two days apart. */
function upTo(key: string, steps: readonly SiteStep[] = site): { facts: Fact[]; minute: number } {
  const facts: Fact[] = [];
  let minute = 100;
  for (const step of steps) {
    if (step.key === key) break;
    const begun = fact(minute, begunInKitchen(step.key));
    facts.push(begun, fact(minute + 20, { kind: 'work.finished', work: begun.id, leftOut: [] }));
    minute += 2 * 1440;
  }
  return { facts, minute };
}
const rules = (
  facts: Fact[],
  minute: number,
  body: FactBody,
  steps: readonly SiteStep[] = site,
  more: Partial<Context> = {},
) =>
  judge(contextOf([], facts, { ...usual, site: steps, ...more }), facts, fact(minute, body)).map(
    (r) => r.rule,
  );
const LOADED_FACT = (minute: number): Fact => fact(minute - 5, LOADED);
const start = (step: string): FactBody => begunInKitchen(step);

describe('a step of the fixed work', () => {
  const primer = upTo(FIRST);
  const enamel = upTo(ENAMEL);
  it('may be begun in its order, once its films and waits allow it', () => {
    expect(rules(primer.facts, primer.minute, start(FIRST))).toEqual([]);
    expect(rules([], 100, start(FIRST))).toEqual(['skipped-step']);
    // A minute after caulking it is not dry enough for tape.
    const caulked = upTo('mask');
    expect(rules(caulked.facts, caulked.minute - 2 * 1440 + 21, start('mask'))).toEqual(['too-early']);
    expect(rules(primer.facts, primer.minute, start('no such'))).toEqual(['no-such-step']);
  });
  it('waits for a test that failed to be made again; lead, before anything is sanded', () => {
    const wipe = (result: 'grey' | 'clean', at: number) =>
      fact(at, {
        kind: 'test.recorded',
        test: { method: 'wipe', result },
        piece: null,
        place: 'stove',
        note: '',
      });
    expect(rules([...primer.facts, wipe('grey', 50)], primer.minute, start(FIRST))).toEqual(['finding']);
    expect(
      rules([...primer.facts, wipe('grey', 50), wipe('clean', 60)], primer.minute, start(FIRST)),
    ).toEqual([]);
    const lead = fact(50, {
      kind: 'test.recorded',
      test: { method: 'lead', result: 'lead found' },
      piece: null,
      place: 'frame',
      note: '',
    });
    const sand = upTo('fixed.sand');
    expect(rules([...sand.facts, lead], sand.minute, start('fixed.sand'))).toEqual(['finding']);
    const clean = upTo('fixed.clean');
    expect(rules([...clean.facts, lead], clean.minute, start('fixed.clean'))).toEqual([]);
    // Lead stands against sanding where something is coated already, too, as long as that coat has no colour of this step.
    const other = { ...lead, body: { ...lead.body, piece: uuid(1) } } as Fact;
    expect(rules([...sand.facts, other], sand.minute, start('fixed.sand'))).toEqual([]);
    // A test of wiping stands against coats alone, and not once its colour is coated.
    expect(rules([...sand.facts, wipe('grey', 50)], sand.minute, start('fixed.sand'))).toEqual([]);
    expect(
      rules(
        [...enamel.facts, LOADED_FACT(enamel.minute), wipe('grey', enamel.minute - 30)],
        enamel.minute,
        start(ENAMEL),
      ),
    ).not.toContain('finding');
  });
  it('takes what was laid last for what the gun holds, where that was said before', () => {
    const second = upTo('front.urethane-enamel.2 walls');
    const said = fact(99, { ...LOADED, product: 'shellac-primer', colour: '' } as FactBody);
    expect(rules([said, ...second.facts], second.minute, start('front.urethane-enamel.2 walls'))).toEqual([]);
    expect(rules([said, ...enamel.facts], enamel.minute, start(ENAMEL))).toEqual(['wrong-colour']);
  });
  it('asks what is in the brush or gun there, and in which colour', () => {
    expect(rules(enamel.facts, enamel.minute, start(ENAMEL))).toEqual(['gun-unknown']);
    const said = (body: FactBody) =>
      rules([...enamel.facts, fact(enamel.minute - 1, body)], enamel.minute, start(ENAMEL));
    expect(said(LOADED)).toEqual([]);
    expect(said({ ...LOADED, colour: 'Slatewing' } as FactBody)).toEqual(['wrong-colour']);
    // What the gun of the pieces holds says nothing of what lays paint on the wall.
    expect(said({ kind: 'paint.loaded', product: 'urethane-enamel', colour: 'Slatewing' })).toEqual([
      'gun-unknown',
    ]);
  });
  it('is held to the air of the house, air and surface', () => {
    const read = (place: string, celsius: number, more = {}) =>
      fact(primer.minute - 5, { kind: 'air.read', place, celsius, humidity: 0.4, ...more });
    const coat = (more: Fact[], context: Partial<Context> = {}) =>
      rules([...primer.facts, ...more], primer.minute, start(FIRST), site, context);
    expect(coat([read('house', 4)])).toEqual(['air']);
    expect(coat([read('tent', 4)])).toEqual([]);
    expect(coat([read('house', 20, { surface: 5 })])).toEqual(['air']);
    expect(
      coat([], { forecast: (place) => (place === 'house' ? { celsius: 2, humidity: 0.5 } : null) }),
    ).toEqual(['air']);
  });
  it('of a two-part product wants a cup that lasts', () => {
    const steps = siteOf(TWO_PACK, { walls: 4 });
    const key = 'front.2k-enamel.1 walls';
    const { facts, minute } = upTo(key, steps);
    const cup = fact(minute - 30, {
      kind: 'mix.made',
      product: '2k-enamel',
      batch: '1',
      a: 700,
      b: 100,
      thinner: 80,
      induction: 20,
      potLife: 240,
    });
    const loaded = fact(minute - 1, {
      kind: 'paint.loaded',
      product: '2k-enamel',
      colour: 'Oatcloth',
      of: 'wall',
    });
    expect(rules([...facts, loaded], minute, start(key), steps)).toEqual(['mix']);
    expect(rules([...facts, loaded, cup], minute, start(key), steps)).toEqual([]);
    const wiped = fact(minute + 204, readiedInKitchen(key));
    expect(rules([...facts, loaded, cup, wiped], minute + 205, start(key), steps)).toEqual(['pot-life']);
  });
  it('is too late past the latest recoat', () => {
    const steps = siteOf(MELAMINE, { walls: 4 });
    const key = 'front.slick-enamel.1 walls';
    const { facts, minute } = upTo(key, steps);
    const week = 7 * 1440;
    const one = { manyColours: () => false };
    expect(rules(facts, minute + week, start(key), steps, one)).toEqual(['too-late']);
    // Scuffed and dusted off it may be coated, as long as the film's window is open anew.
    const scuffed = [...facts, fact(minute + week - 5, readiedInKitchen(key))];
    expect(rules(scuffed, minute + week, start(key), steps, one)).toEqual([]);
    expect(rules(scuffed, minute + 2 * week, start(key), steps, one)).toEqual(['too-late']);
  });
  it('is scuffed when its film is as far as the step, and not for a step that is done or that there is not', () => {
    const ready = (step: string): FactBody => readiedInKitchen(step);
    const laid = upTo(ENAMEL);
    expect(rules(laid.facts, laid.minute, ready(ENAMEL))).toEqual([]);
    const primed = laid.facts.findIndex((f) => f.body.kind === 'work.started' && f.body.step === FIRST);
    const wet = laid.facts.slice(0, primed + 2);
    const after = (wet.at(-1)?.at ?? 0) / 60_000;
    const next = site.find((s) => s.after.some((r) => r.film && r.step === FIRST))?.key ?? '';
    expect(rules(wet, after + 1, ready(next))).toEqual(['too-early']);
    expect(rules(laid.facts, laid.minute, ready(FIRST))).toEqual(['done-already']);
    expect(rules(laid.facts, laid.minute, ready('front.gold.1 walls'))).toEqual(['no-such-step']);
  });
  it('that stood for days is wiped before it is coated', () => {
    const { facts, minute } = upTo(FIRST);
    expect(rules(facts, minute + 1440, start(FIRST))).toEqual(['stood']);
    const wiped = [...facts, fact(minute + 1439, readiedInKitchen(FIRST))];
    expect(rules(wiped, minute + 1440, start(FIRST))).toEqual([]);
    // A step that lays nothing is begun whenever it suits.
    const prep = site.find((s) => !s.product && s.zone === 'walls' && s.after.length > 0)?.key ?? '';
    const early = upTo(prep);
    expect(rules(early.facts, early.minute + 9 * 1440, start(prep))).toEqual([]);
  });
});

describe('hanging and hand-over ask for it', () => {
  const A = uuid(1);
  const ready: Fact[] = takenDown([A]);
  const done = upTo('nothing left');
  const hang: FactBody = { kind: 'piece.hung', piece: A, opening: A };
  const over: FactBody = { kind: 'job.handed-over', note: '' };
  const context = { codes: new Map([[A, '1']]) };
  it('and say what is left of it, and how much', () => {
    const said = (steps: readonly SiteStep[]) =>
      judge(contextOf([], ready, { ...usual, site: steps, ...context }), ready, fact(10, hang))[0]?.message;
    const [last, before] = [site.at(-1)?.act, site.at(-2)?.act];
    expect(said(site.slice(-1))).toBe(`“${last}” on the fixed work comes before hanging.`);
    expect(said(site.slice(-2))).toBe(`“${before}” and 1 more on the fixed work come before hanging.`);
  });
  it('while a step is left', () => {
    expect(rules(ready, 10, hang, site, context)).toEqual(['site-open']);
    expect(rules([...ready, ...done.facts], done.minute, hang, site, context)).toEqual([]);
    const hung = [...ready, fact(9, hang)];
    expect(rules(hung, 10, over, site, context)).toEqual(['site-open']);
    expect(rules([...hung, ...done.facts], done.minute, over, site, context)).toEqual([]);
  });
});
