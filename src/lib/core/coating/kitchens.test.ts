/** Twelve kitchens of different needs: what is proposed, what is stopped, and why. Common practice, no source. */
import { describe, expect, it } from 'vitest';
import { asksOf } from '../kitchen/asks';
import { USUAL_CONDITION, type Condition } from '../kitchen/condition';
import { FILL_GRAIN, ASKED_PREP } from './prep';
import { propose, waysOut, type Proposal } from './proposal';
import { USUAL_ANSWERS, type ProposalFacts } from './proposal-facts';
import { SYSTEMS } from './systems/index';

/** A kitchen of sound varnished maple by the sea, coated in a tent, before anything of its own. */
const PLAIN: ProposalFacts = {
  ...USUAL_ANSWERS,
  openGrain: false,
  bleeds: false,
  slick: false,
  someSlick: false,
  waxed: false,
  oldGlaze: false,
  fresh: false,
  chips: false,
  loose: false,
  grease: 1,
  cooking: true,
  wet: true,
  findings: [],
  celsius: 20,
};
const kitchen = (facts: Partial<ProposalFacts>) => {
  const given = { ...PLAIN, ...facts };
  const list = propose(SYSTEMS, given);
  const of = (key: string): Proposal => {
    const found = list.find((p) => p.system.key === key);
    if (!found) throw new Error(key);
    return found;
  };
  return {
    given,
    list,
    of,
    first: list[0],
    possible: list.filter((p) => p.points !== null).map((p) => p.system.key),
    why: (key: string) => [...of(key).stops, ...of(key).against, ...of(key).forIt].join(' '),
  };
};
const prepOf = (condition: Partial<Condition>) => {
  const asks = asksOf('door', { ...USUAL_CONDITION, wood: 'maple', ...condition });
  return [...ASKED_PREP, ...FILL_GRAIN]
    .filter((p) => p.for !== 'all' && asks.includes(p.for))
    .map((p) => p.key);
};

describe('twelve kitchens', () => {
  it('1. melamine all over: the surface sealer, unsanded; nothing that must be abraded first', () => {
    const k = kitchen({ slick: true, tool: 'brush-roller' });
    expect(k.first?.system.key).toBe('melamine');
    const sanded = k.first?.system.prep.filter((p) => p.kind === 'sand' && p.on === 'pieces') ?? [];
    expect(sanded.filter((p) => p.for === 'all')).toEqual([]);
    expect(k.why('shellac-urethane')).toMatch(/sanded through/);
  });

  it('1b. one melamine shelf among wood: the kitchen is not made a melamine one', () => {
    const k = kitchen({ someSlick: true });
    expect(k.first?.system.key).not.toBe('melamine');
    expect(k.of('melamine').points).toBeLessThan(0);
  });

  it('2. stained oak to white with an infant in an inhabited house: no solvent in the house, two primers where it bleeds', () => {
    const oak = { openGrain: true, bleeds: true, infants: true, change: 'dark to light' as const };
    const house = kitchen({ ...oak, place: 'house', tool: 'brush-roller' });
    for (const key of ['oil-alkyd-hybrid', 'shellac-urethane', 'oil-enamel', 'two-pack', 'paint-lacquer'])
      expect(house.of(key).stops.join()).toMatch(/infant/);
    expect(house.first?.system.key).not.toBe('melamine');
    expect(house.first?.against.join()).toMatch(/bleeds/);
    // Coated in the shop, stains may be blocked, from very dark to light with one more primer.
    const shop = kitchen({ ...oak, place: 'shop' });
    expect(shop.first?.system.traits).toContain('blocks stains');
    expect(shop.first?.counts[0]?.front).toBe(2);
    for (const place of ['house', 'tent', 'shop'] as const)
      expect(
        kitchen({ ...oak, place, licensed: true })
          .of('two-pack')
          .stops.join(),
      ).toMatch(/whatever the licence/);
    // In a tent beside the house it counts, too.
    const tent = kitchen({ ...oak, place: 'tent' });
    expect(tent.why('shellac-urethane')).toMatch(/tent beside a house with an infant/);
    expect(kitchen({ ...oak, place: 'tent', airing: false }).of('shellac-urethane').points).toBeNull();
  });

  it('3. cherry: what blocks its bleeding comes first, what does not says so', () => {
    const k = kitchen({ bleeds: true });
    expect(k.first?.system.traits).toContain('blocks stains');
    for (const key of ['all-in-one', 'mineral-clear', 'melamine'])
      expect(k.why(key)).toMatch(/nothing in it blocks stains/);
  });

  it('4. 1965, old paint that lifts: no strong solvent over it; scraped before it is primed', () => {
    const k = kitchen({ loose: true, findings: ['barrier'] });
    for (const key of ['oil-alkyd-hybrid', 'spray-pro', 'oil-enamel', 'two-pack', 'paint-lacquer'])
      expect(k.of(key).stops.join()).toMatch(/lifted the old finish/);
    expect(k.first?.system.key).toBe('shellac-urethane');
    expect(prepOf({ loose: true })).toEqual(['scrape']);
  });

  it('4b. softened, not lifted: oil does not come first', () => {
    const k = kitchen({ findings: ['soft-finish'], change: 'darker' });
    expect(k.first?.system.traits).not.toContain('solvent-borne');
    expect(k.why('oil-alkyd-hybrid')).toMatch(/softened/);
  });

  it('5. printed ends on wooden fronts: the fronts’ system stays, the ends get a sealer of their own', () => {
    const k = kitchen({ someSlick: true, openGrain: true });
    expect(k.first?.system.traits).not.toContain('bonds to slick');
  });

  it('6. a flat that cannot be sprayed: brush and roller, said with the proposal, for every system', () => {
    const k = kitchen({ place: 'house', tool: 'spray' });
    for (const p of k.list) {
      expect(p.tool).toBe('brush-roller');
      expect(p.toolReason).toMatch(/not tented/);
    }
    expect(k.of('two-pack').stops.join()).toMatch(/sprayed, not brushed/);
    expect(kitchen({ place: 'tent', tool: 'spray' }).first?.tool).toBe('spray');
  });

  it('7. back in four days: the days that its films take decide, not a promise of quickness', () => {
    const k = kitchen({ hurry: true });
    expect(k.first?.days).toBeLessThanOrEqual(4);
    expect(k.of('mineral-clear').days).toBeGreaterThan(4);
    expect(k.of('mineral-clear').against.join()).toMatch(/films take 4\.\d days/);
    expect(k.of('fast-cabinet').forIt.join()).toMatch(/films take \d\.\d days/);
  });

  it('8. grease, with wax wanted: no wax by the stove', () => {
    const k = kitchen({ grease: 3, look: 'soft' });
    for (const key of ['chalk-wax', 'limed']) expect(k.of(key).stops.join()).toMatch(/Wax by the stove/);
    expect(k.why('mineral-clear')).toMatch(/Heavy grease/);
    expect(kitchen({ grease: 0, look: 'soft', cooking: false, use: 'gentle' }).possible).toContain(
      'chalk-wax',
    );
  });

  it('9. old glaze: sealed under shellac, not painted over', () => {
    const k = kitchen({ oldGlaze: true });
    expect(k.of('shellac-urethane').forIt.join()).toMatch(/seals old glaze/);
    for (const key of ['all-in-one', 'kit', 'mineral-clear'])
      expect(k.why(key)).toMatch(/Old glaze is a soft layer/);
  });

  it('10. an unheated shop at 8 °C: nothing can be laid; what heating would allow is said, and nothing is offered as first', () => {
    const k = kitchen({ place: 'shop', celsius: 8 });
    expect(k.possible).toEqual([]);
    expect(k.of('shellac-urethane').stops.join()).toMatch(/At 8 °C .* heated to 10 °C it could/);
    expect(k.of('two-pack').stops.join()).toMatch(/heated to 15 °C/);
    const warmer = kitchen({ place: 'shop', celsius: 12, licensed: true });
    expect(warmer.possible).toContain('shellac-urethane');
    expect(warmer.of('two-pack').stops.join()).toMatch(/heated to 15 °C/);
  });

  it('11. new factory fronts: wiped with solvent and scuffed; self-priming paint has nothing to hold on to', () => {
    const k = kitchen({ fresh: true });
    expect(k.first?.system.traits).toContain('needs abrading');
    expect(k.why('all-in-one')).toMatch(/mould release/);
    expect(prepOf({ fresh: true })).toEqual(['release']);
  });

  it('12. two colours in two systems: each zone is proposed for by what is in it', () => {
    const uppers = kitchen({ bleeds: true });
    const island = kitchen({ slick: true });
    expect(uppers.first?.system.key).not.toBe(island.first?.system.key);
    expect(island.first?.system.key).toBe('melamine');
  });
});

describe('a household that nothing suits', () => {
  const NOTHING: Partial<ProposalFacts> = { celsius: 8, place: 'shop' };
  it('is told what would have to change, never the least bad as first', () => {
    const k = kitchen({ ...NOTHING, celsius: 20 });
    expect(waysOut(SYSTEMS, k.given)).toEqual([]);
    const few = SYSTEMS.filter((s) => ['two-pack', 'paint-lacquer'].includes(s.key));
    const stuck: ProposalFacts = { ...PLAIN, place: 'house', tool: 'spray', licensed: true };
    expect(propose(few, stuck).every((p) => p.points === null)).toBe(true);
    const out = waysOut(few, stuck);
    expect(out.length).toBeGreaterThan(0);
    for (const { answers, systems } of out) {
      expect(answers).toHaveLength(1);
      expect(systems.length).toBeGreaterThan(0);
    }
    expect(out.some((o) => o.answers[0]?.fact === 'place')).toBe(true);
    // Two stops that no single answer lifts: pairs are looked for.
    const twice = waysOut(few.slice(0, 1), { ...stuck, licensed: false });
    expect(twice.length).toBeGreaterThan(0);
    for (const { answers } of twice) expect(answers).toHaveLength(2);
  });
});

it('primer is never laid four times, by roller or otherwise (T27: common practice, no source)', () => {
  const k = kitchen({ change: 'dark to light', tool: 'roller', findings: ['open-wood'] });
  for (const p of k.list)
    p.system.layers.forEach((l, i) => {
      const product = p.system.products.find((x) => x.key === l.product);
      if (product?.kind === 'primer') expect(p.counts[i]?.front).toBeLessThanOrEqual(3);
    });
  expect(k.of('oil-alkyd-hybrid').counts[0]).toEqual({ back: 3, front: 3 });
});
