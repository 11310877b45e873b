/** Ranks the finish systems for a kitchen, with the reasons and what would change the answer. Docs: docs/methods/proposal.md */
import { QUESTIONS, type Answers, type ProposalFacts } from './proposal-facts';
import { COAT_RULES, RULES, type FactTest, type Target } from './proposal-rules';
import { MOST_PRIMER, productOf, usualCounts, type CoatCounts, type System } from './system';

const MOST_COATS = 4;

/** Whether a test holds. */
export function holds(test: FactTest, facts: ProposalFacts): boolean {
  const value: unknown = facts[test.fact];
  if ('atLeast' in test) return typeof value === 'number' && value >= test.atLeast;
  if ('has' in test) return Array.isArray(value) && value.includes(test.has);
  return Array.isArray(test.is) ? (test.is as unknown[]).includes(value) : test.is === value;
}

const isOf = ({ traits, without, keys }: Target, system: System): boolean =>
  (!traits || traits.some((t) => system.traits.includes(t))) &&
  !without?.some((t) => system.traits.includes(t)) &&
  (!keys || keys.includes(system.key));

export interface Proposal {
  system: System;
  /** null where something forbids it */
  points: number | null;
  /** in plain words */
  stops: string[];
  forIt: string[];
  against: string[];
  /** coats for this kitchen, and why they are not the usual ones */
  counts: CoatCounts;
  coatReasons: string[];
}

function coatsFor(system: System, facts: ProposalFacts): Pick<Proposal, 'counts' | 'coatReasons'> {
  const counts = usualCounts(system);
  const coatReasons: string[] = [];
  for (const rule of COAT_RULES) {
    if (!rule.if.every((t) => holds(t, facts))) continue;
    const i = system.layers.findIndex((l) => productOf(system, l.product).kind === rule.kind);
    const count = counts[i];
    if (!count) continue;
    const before = { ...count };
    const change = (face: 'back' | 'front') => {
      // A face that the system leaves out stays out; a coat less never leaves a finish without any.
      if (before[face] === 0) return;
      const least = rule.kind === 'glaze' ? 0 : 1;
      const most = rule.kind === 'primer' ? MOST_PRIMER : MOST_COATS;
      count[face] = Math.min(most, Math.max(least, count[face] + rule.add));
    };
    if (rule.face !== 'front') change('back');
    if (rule.face !== 'back') change('front');
    if (count.back !== before.back || count.front !== before.front) coatReasons.push(rule.says);
  }
  return { counts, coatReasons };
}

/**
 * Judges every system by the rules.
 * @returns best first; systems that something forbids last
 */
export function propose(systems: readonly System[], facts: ProposalFacts): Proposal[] {
  const all = systems.map((system): Proposal => {
    const rules = RULES.filter((r) => isOf(r.of, system) && r.if.every((t) => holds(t, facts)));
    const points = rules.reduce((sum, r) => sum + (r.gives === 'stop' ? 0 : r.gives), 0);
    const stops = rules.flatMap((r) => (r.gives === 'stop' ? [r.says] : []));
    const says = (good: boolean) =>
      rules
        .flatMap((r) => (r.gives !== 'stop' && r.gives > 0 === good ? [r] : []))
        .sort((a, b) => Math.abs(Number(b.gives)) - Math.abs(Number(a.gives)))
        .map((r) => r.says);
    return {
      system,
      points: stops.length ? null : points,
      stops,
      forIt: says(true),
      against: says(false),
      ...coatsFor(system, facts),
    };
  });
  return all.sort((a, b) => (b.points ?? -1000) - (a.points ?? -1000));
}

/** An answer that would bring another system to the top. */
export interface WhatIf {
  fact: keyof Answers;
  asks: string;
  /** the answer that would do it */
  says: string;
  system: System;
}

/** Asks every question the other way round, one at a time, and says which answers would change the first proposal. */
export function whatWouldChange(systems: readonly System[], facts: ProposalFacts): WhatIf[] {
  const best = propose(systems, facts)[0]?.system.key;
  return QUESTIONS.flatMap(({ fact, asks, answers }) =>
    answers.flatMap(({ value, says }): WhatIf[] => {
      if (facts[fact] === value) return [];
      const first = propose(systems, { ...facts, [fact]: value })[0];
      return first && first.points !== null && first.system.key !== best
        ? [{ fact, asks, says, system: first.system }]
        : [];
    }),
  );
}
