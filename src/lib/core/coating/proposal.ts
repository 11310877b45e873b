/** Ranks the finish systems for a kitchen, with the reasons and what would change the answer. Docs: docs/methods/proposal.md */
import { QUESTIONS, type Answers, type ProposalFacts } from './proposal-facts';
import { COAT_RULES, RULES, type FactTest, type Target } from './proposal-rules';
import { buildRoute } from './route';
import { MOST_PRIMER, productOf, usualCounts, type CoatCounts, type System } from './system';
import { TOOL_FACTS, type Tool } from './tool';

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
  /** what lays it, and why where that is not the tool that was answered */
  tool: Tool;
  toolReason: string | null;
  /** days from the first coat to hanging that its films alone take, at the sheet’s air */
  days: number;
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

/** Nothing is sprayed where nobody keeps the mist in. */
const NO_TENT = 'Nothing is sprayed in a house that is not tented: brush and roller.';

/** What lays the paint in these circumstances. */
function toolFor(facts: ProposalFacts): { tool: Tool; toolReason: string | null } {
  const tool = facts.tool as Tool;
  return TOOL_FACTS[tool].sprays && facts.place === 'house'
    ? { tool: 'brush-roller', toolReason: NO_TENT }
    : { tool, toolReason: null };
}

/** Days on end that are short, and long, for a kitchen that must be back soon. Common practice, no source. */
const [SHORT, LONG] = [2.5, 4];

/**
 * Days from the first coat until pieces may hang, of films and other waits alone.
 * @throws Error when a figure is missing
 */
function filmDays(system: System, counts: CoatCounts, tool: Tool): number {
  const route = buildRoute(system, counts, tool);
  const at = new Map<string, number>();
  for (const step of route)
    at.set(step.key, Math.max(0, ...step.after.map((r) => (at.get(r.step) ?? 0) + r.min)));
  const first = route.find((s) => s.kind === 'coat');
  const hang = route.at(-1);
  return ((at.get(hang?.key ?? '') ?? 0) - (at.get(first?.key ?? '') ?? 0)) / 1440;
}

/** What the air of the place does to a system: what cannot be laid, and what heating would allow. */
function tooCold(system: System, celsius: number | null): string | null {
  if (celsius === null) return null;
  const needs = Math.max(...system.products.map((p) => p.limits.minC));
  const first = system.products.find((p) => p.limits.minC === needs);
  return celsius < needs
    ? `At ${Math.round(celsius)} °C where it is coated, ${first?.name ?? system.name} cannot be laid: heated to ${needs} °C it could.`
    : null;
}

/** In a hurry, days count: what its films take, in words and points. */
function hurryOf(days: number, hurry: boolean): { gives: number; says: string } | null {
  const says = `Its films take ${days.toFixed(1)} days from the first coat to hanging.`;
  if (!hurry) return null;
  if (days <= SHORT) return { gives: 2, says };
  return days >= LONG ? { gives: -3, says } : null;
}

/**
 * Judges every system by the rules.
 * @returns best first; systems that something forbids last
 */
export function propose(systems: readonly System[], given: ProposalFacts): Proposal[] {
  const { tool, toolReason } = toolFor(given);
  const facts: ProposalFacts = { ...given, tool };
  const all = systems.map((system): Proposal => {
    const coats = coatsFor(system, facts);
    const days = filmDays(system, coats.counts, tool);
    const rules = RULES.filter((r) => isOf(r.of, system) && r.if.every((t) => holds(t, facts)));
    const points = rules.flatMap((r) => (r.gives === 'stop' ? [] : [{ gives: r.gives, says: r.says }]));
    const hurry = hurryOf(days, facts.hurry);
    if (hurry) points.push(hurry);
    const cold = tooCold(system, facts.celsius);
    const stops = [...rules.flatMap((r) => (r.gives === 'stop' ? [r.says] : [])), ...(cold ? [cold] : [])];
    const says = (good: boolean) =>
      points
        .filter((r) => r.gives > 0 === good)
        .sort((a, b) => Math.abs(b.gives) - Math.abs(a.gives))
        .map((r) => r.says);
    return {
      system,
      tool,
      toolReason,
      days,
      points: stops.length ? null : points.reduce((sum, r) => sum + r.gives, 0),
      stops,
      forIt: says(true),
      against: says(false),
      ...coats,
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

/** Answers that together would leave some system possible. */
export interface WayOut {
  answers: { fact: keyof Answers; asks: string; says: string }[];
  systems: System[];
}

/**
 * What would have to change where nothing is possible: single answers, or pairs where no single one helps.
 * @returns empty while something is possible; what the survey and the tests found cannot be answered away
 */
export function waysOut(systems: readonly System[], facts: ProposalFacts): WayOut[] {
  const possible = (given: ProposalFacts): System[] =>
    propose(systems, given).flatMap((p) => (p.points === null ? [] : [p.system]));
  if (possible(facts).length) return [];
  const changes = QUESTIONS.flatMap(({ fact, asks, answers }) =>
    answers.flatMap(({ value, says }) => (facts[fact] === value ? [] : [{ fact, asks, says, value }])),
  );
  const out = (list: typeof changes): WayOut[] => {
    const found = possible(list.reduce((given, c) => ({ ...given, [c.fact]: c.value }), facts));
    return found.length
      ? [{ answers: list.map(({ fact, asks, says }) => ({ fact, asks, says })), systems: found }]
      : [];
  };
  const single = changes.flatMap((c) => out([c]));
  if (single.length) return single;
  return changes.flatMap((one, i) =>
    changes.slice(i + 1).flatMap((other) => (other.fact === one.fact ? [] : out([one, other]))),
  );
}
