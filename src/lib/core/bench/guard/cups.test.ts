/** A two-part product is laid from a cup that cures, whatever its record says of itself. */
import { describe, expect, it } from 'vitest';
import { buildRoute } from '$core/coating/route';
import { TWO_PACK } from '$core/coating/systems/index';
import { usualCounts } from '$core/coating/system';
import { contextOf, did, fact, takenDown, uuid } from '../../../../../tests/bench-builders';
import type { Fact, FactBody } from '../log/events';
import { hardenerFor } from './cups';
import { judge } from '../log/judge';

const A = uuid(1);
const route = buildRoute(TWO_PACK, usualCounts(TWO_PACK), 'spray');
const FIRST = 'back.2k-enamel.1';
const MIXED = 5000;
const cup = (more: object = {}): FactBody => ({
  kind: 'mix.made',
  product: '2k-enamel',
  batch: 'K-1',
  a: 700,
  b: 100,
  thinner: 80,
  induction: 20,
  potLife: 240,
  ...more,
});
const prepared = (): Fact[] => {
  const before = route.slice(
    0,
    route.findIndex((s) => s.key === FIRST),
  );
  return [
    ...takenDown([A]),
    ...before.flatMap((s, i) => did(s.key, 100 + i * 700, 110 + i * 700, [A], 'la')),
  ];
};
const ask = (facts: Fact[], minute: number, body: FactBody) =>
  judge(contextOf(route, facts, { lots: [{ id: 'la', name: 'A', pieces: [A] }] }), facts, fact(minute, body));
const wiped = fact(MIXED - 1, { kind: 'piece.wiped', pieces: [A] });
const start: FactBody = { kind: 'work.started', step: FIRST, lot: 'la', pieces: [A] };
/** What is said of laying it so many minutes after a cup, that came by whatever way. */
const laying = (more: object, after: number) =>
  ask([...prepared(), wiped, fact(MIXED, cup(more))], MIXED + after, start).map((r) => r.rule);

describe('a cup of 7 : 1', () => {
  it('takes 100 mL of hardener for 700 of base; by mass what the scale shows', () => {
    const { mix } = TWO_PACK.products[0] ?? {};
    if (!mix) throw new Error('two parts');
    expect(hardenerFor(mix, 700)).toBeCloseTo(100, 9);
    // By hand: 700 mL of base weigh 910 g and take 130 g, 123.8 mL of hardener.
    expect(hardenerFor({ ...mix, by: 'mass' }, 700)).toBeCloseTo(123.81, 2);
  });
  it.each([
    [{}, null],
    [{ b: 104 }, null],
    [{ b: 0 }, /take 100 mL of hardener; none is written down/],
    [{ b: 80 }, /take 100 mL of hardener; 80 mL are/],
    [{ b: 150 }, /brittle/],
  ])('%j is recorded, or refused with what it takes', (more, says) => {
    const refused = ask(prepared(), MIXED, cup(more));
    if (says === null) return expect(refused).toEqual([]);
    expect(refused).toMatchObject([{ rule: 'mix', canOverride: false }]);
    expect(refused[0]?.message).toMatch(says);
  });
  it('is laid once it stood as long as its sheet says, and not after its pot life', () => {
    expect(laying({}, 21)).toEqual([]);
    expect(laying({}, 241)).toEqual(['mix']);
    expect(laying({ induction: 0 }, 5)).toEqual(['mix']);
    expect(laying({ potLife: 10_080 }, 241)).toEqual(['mix']);
  });
  it('without hardener is laid never, though it was kept', () => {
    expect(laying({ b: 0 }, 21)).toEqual(['mix']);
    expect(laying({ b: 40 }, 21)).toEqual(['mix']);
  });
});
