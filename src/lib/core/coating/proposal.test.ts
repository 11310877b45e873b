import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { holds, propose, whatWouldChange } from './proposal';
import { QUESTIONS, USUAL_ANSWERS, type ProposalFacts } from './proposal-facts';
import { COAT_RULES, RULES } from './proposal-rules';
import { SYSTEMS } from './systems/index';
import { always } from '../../../../tests/budget';

const FACTS: ProposalFacts = {
  ...USUAL_ANSWERS,
  openGrain: false,
  bleeds: false,
  slick: false,
  someSlick: false,
  waxed: false,
  oldGlaze: false,
  fresh: false,
  chips: false,
  celsius: null,
  grease: 1,
  loose: false,
  cooking: true,
  wet: true,
  findings: [],
};
const of = (over: Partial<ProposalFacts>) => propose(SYSTEMS, { ...FACTS, ...over });
const named = (key: string, over: Partial<ProposalFacts>) => {
  const found = of(over).find((p) => p.system.key === key);
  if (!found) throw new Error(key);
  return found;
};

describe('the rules', () => {
  it('every rule can hold, reaches a system, and has a name of its own', () => {
    expect(new Set([...RULES, ...COAT_RULES].map((r) => r.key)).size).toBe(RULES.length + COAT_RULES.length);
    for (const rule of RULES) {
      // Facts made to order for the rule.
      const facts = { ...FACTS } as Record<string, unknown>;
      for (const test of rule.if)
        facts[test.fact] =
          'atLeast' in test
            ? test.atLeast
            : 'has' in test
              ? [test.has]
              : Array.isArray(test.is)
                ? test.is[0]
                : test.is;
      const made = facts as unknown as ProposalFacts;
      expect(
        rule.if.every((t) => holds(t, made)),
        rule.key,
      ).toBe(true);
      const said = propose(SYSTEMS, made).filter((p) =>
        [...p.stops, ...p.forIt, ...p.against].includes(rule.says),
      );
      expect(said.length, rule.key).toBeGreaterThan(0);
    }
  });

  it('stop what can hurt: common practice, no source', () => {
    expect(named('shellac-urethane', { tool: 'aerosol', place: 'tent' }).stops).toContain(
      'No shellac from spray cans indoors.',
    );
    expect(named('oil-enamel', { infants: true, airing: false }).points).toBeNull();
    expect(named('oil-enamel', { infants: true, airing: true, place: 'shop' }).stops).toEqual([]);
    expect(named('chalk-wax', { cooking: true }).stops.join()).toMatch(/Wax by the stove/);
    expect(named('two-pack', { licensed: false }).points).toBeNull();
    expect(named('two-pack', { licensed: true }).points).not.toBeNull();
    expect(named('spray-pro', { findings: ['barrier'] }).stops.join()).toMatch(/lifted/);
  });
});

describe('the proposal', () => {
  it('proposes the surface sealer for melamine, and says why', () => {
    const [best] = of({ slick: true, tool: 'brush-roller' });
    expect(best?.system.key).toBe('melamine');
    expect(best?.forIt[0]).toMatch(/melamine/);
  });

  it('blocks stains on cherry, glazes where a glaze is wanted', () => {
    expect(of({ bleeds: true })[0]?.system.traits).toContain('blocks stains');
    expect(['glaze-clear', 'kit']).toContain(of({ look: 'glazed' })[0]?.system.key);
  });

  it('lays more primer from very dark to light (T27), one more by roller', () => {
    const primer = (over: Partial<ProposalFacts>) => named('shellac-urethane', over).counts[0];
    expect(primer({ change: 'lighter' })).toEqual({ back: 1, front: 1 });
    expect(primer({ change: 'dark to light' })).toEqual({ back: 2, front: 2 });
    expect(primer({ change: 'dark to light', tool: 'roller' })).toEqual({ back: 3, front: 3 });
    expect(named('kit', { look: 'plain' }).counts[1]).toEqual({ back: 0, front: 0 });
    expect(named('kit', { look: 'glazed' }).counts[1]).toEqual({ back: 0, front: 1 });
  });

  it('says what would change the answer, and is right about it', () => {
    const facts = { ...FACTS, use: 'hard' as const };
    const best = propose(SYSTEMS, facts)[0]?.system.key;
    const others = whatWouldChange(SYSTEMS, facts);
    expect(others.length).toBeGreaterThan(0);
    for (const { fact, says, system } of others) {
      const value = QUESTIONS.find((q) => q.fact === fact)?.answers.find((a) => a.says === says)?.value;
      expect(propose(SYSTEMS, { ...facts, [fact]: value })[0]?.system.key).toBe(system.key);
      expect(system.key).not.toBe(best);
    }
  });

  it('never proposes what something forbids while anything else is left', () => {
    const answers = Object.fromEntries(
      QUESTIONS.map((q) => [q.fact, fc.constantFrom(...q.answers.map((a) => a.value))]),
    );
    always(
      fc.property(
        fc.record({ ...answers, slick: fc.boolean(), bleeds: fc.boolean(), cooking: fc.boolean() }),
        (over) => {
          const list = of(over as Partial<ProposalFacts>);
          expect(list).toHaveLength(SYSTEMS.length);
          expect(list[0]?.points).not.toBeNull();
          const points = list.map((p) => p.points ?? -1000);
          expect([...points].sort((a, b) => b - a)).toEqual(points);
          for (const p of list) expect(p.counts.some((c) => c.front > 0)).toBe(true);
        },
      ),
    );
  });
});
