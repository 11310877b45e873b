/** What counts in a plan, one goal after another. */
import { DAY } from '$core/units/durations';
import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '$core/coating/systems/index';
import { planInputs as inTwoColours } from '../../../../tests/plan-inputs';
import { choiceSchema } from '../planning/job/choice';
import { GOALS, withFirst, type Goal } from '../planning/model/goals';
import { isoDay } from '../units/clock-time';
import { compare, outcomeOf, wantedOf, type Outcome } from './better';
import { divisions } from './divisions';
import { EFFORTS } from './efforts';
import { householdIn } from './household';
import { withChoice } from './job-at';
import { timesOf } from './made-plan';
import { makePlan, weighPlan } from './make-plan';
import { settleChoice } from './settle-choice';

const [system] = SYSTEMS;
if (!system) throw new Error('no system');
const AT = Date.UTC(2026, 2, 9, 6);
/** All in one colour: nothing is cleaned out between lots, so that days may be moved for what counts. */
const planInputs: typeof inTwoColours = (...of) => {
  const inputs = inTwoColours(...of);
  return { ...inputs, zones: inputs.zones.map((z) => ({ ...z, colour: 'Oatcloth' })) };
};
const asked = { lotSize: 3, rackSlots: 12, visits: true, fixed: true };
const zone = planInputs(system).job.zone;

const made = (more: object) => {
  const outcome = outcomeOf(makePlan(planInputs(system, { ...asked, ...more }), AT));
  if (!outcome) throw new Error('no plan');
  return outcome;
};

describe('few days without fronts', () => {
  const soon = made({});
  const calm = made({ goals: withFirst('fronts') });
  it('go before an early hand-back, up to a week later', () => {
    expect(calm.days).toBeLessThan(soon.days);
    expect(calm.back).toBeGreaterThanOrEqual(soon.back);
    expect(calm.back).toBeLessThanOrEqual(soon.back + 7 * DAY);
  });
  it('never go before the promised day', () => {
    const promised = isoDay(soon.back, zone);
    const kept = made({ goals: withFirst('fronts'), promised });
    expect(isoDay(kept.back, zone) <= promised).toBe(true);
    // A promise that cannot be kept is missed by as little as can be.
    const missed = made({ goals: withFirst('fronts'), promised: '2026-03-09' });
    expect(missed.half).toBe(soon.half);
  });
});

describe('few hours of hands', () => {
  const open = { lots: true, pattern: true };
  const inputs = planInputs(system, { fixed: false, rackSlots: 8, open, goals: withFirst('hours') });
  const outcomes = divisions(inputs, open).flatMap((c) => {
    const outcome = weighPlan(withChoice(inputs, c), AT, EFFORTS.settle);
    return outcome ? [outcome] : [];
  });
  const settled = (more: object): Outcome | null => {
    const own = { ...inputs, choice: { ...inputs.choice, ...more } };
    return weighPlan(withChoice(own, settleChoice(own, AT)), AT, EFFORTS.stored);
  };
  it('are settled for, whenever the kitchen is back', () => {
    expect(settled({})?.minutes).toBeLessThanOrEqual(Math.min(...outcomes.map((o) => o.minutes)));
  });
  it('are settled for among what keeps the promised day', () => {
    const soonest = Math.min(...outcomes.map((o) => o.back));
    const found = settled({ promised: isoDay(soonest, zone) });
    expect(isoDay(found?.back ?? Infinity, zone)).toBe(isoDay(soonest, zone));
  });
});

describe('each goal', () => {
  // Coated in the house with solvent, by two people who need not come on the same days.
  const [slow] = SYSTEMS.filter((s) => s.products.some((p) => p.base === 'solvent'));
  const own = (more: object) => {
    const outcome = outcomeOf(
      makePlan(planInputs(slow ?? system, { ...asked, place: 'house', ...more }), AT),
    );
    if (!outcome) throw new Error('no plan');
    return outcome;
  };
  const sides: Record<Exclude<Goal, 'moves'>, (o: Outcome) => number> = {
    back: (o) => o.half,
    fronts: (o) => o.days,
    visits: (o) => o.visits,
    nights: (o) => o.nights,
    hours: (o) => o.paid ?? Infinity,
  };
  const goals = GOALS.filter((g) => g !== 'moves');
  const plans = new Map(goals.map((g) => [g, own({ goals: withFirst(g) })]));
  // Paid hours are searched for, to one in twenty; what is counted in days is not missed by one.
  it('that counts first is met no worse than where another one does', () => {
    for (const goal of goals)
      for (const [other, plan] of plans)
        expect(
          sides[goal](plans.get(goal) as Outcome),
          `${goal} first, against ${other} first`,
        ).toBeLessThanOrEqual(sides[goal](plan) * (goal === 'hours' ? 1.05 : 1));
  });
  it('is worth something: another plan is made for it', () => {
    const soon = plans.get('back') as Outcome;
    const better = goals.filter((g) => sides[g](plans.get(g) as Outcome) < sides[g](soon));
    // Days in the house and nights with solvent are as few in the plan that is back first.
    expect(better).toEqual(['fronts', 'hours']);
  });
});

it('few changes first keep the plan that people know, where another one would be sooner', () => {
  // They were told of a plan that begins two days later.
  const people = timesOf(makePlan(planInputs(system, { ...asked, startDay: '2026-03-11' }), AT));
  const changes = (goals: readonly Goal[]): number => {
    const then = timesOf(makePlan(planInputs(system, { ...asked, goals }), AT, people));
    return [...(people ?? [])].filter(([id, { at }]) => then?.get(id)?.at !== at).length;
  };
  expect(changes(withFirst('moves'))).toBe(0);
  expect(changes(GOALS)).toBeGreaterThan(0);
});

it('a plan says of the household what its days come to', () => {
  const inputs = planInputs(system, { ...asked, place: 'house' });
  const plan = makePlan(inputs, AT);
  const household = plan && householdIn(plan, inputs);
  const outcome = outcomeOf(plan);
  expect(household?.visits).toBeGreaterThan(3);
  expect([outcome?.visits, outcome?.nights, outcome?.days, outcome?.mean]).toEqual([
    household?.visits,
    household?.nights,
    household?.days,
    household?.mean,
  ]);
});

it('a choice names every goal once; one that named only the first is read', () => {
  const { choice } = planInputs(system, asked);
  expect(choiceSchema.safeParse({ ...choice, goals: ['back', 'fronts'] }).success).toBe(false);
  expect(choiceSchema.safeParse({ ...choice, goals: [...GOALS, 'back'] }).success).toBe(false);
  const { goals: _, ...older } = choice;
  expect(choiceSchema.parse({ ...older, goal: 'hours' }).goals).toEqual(withFirst('hours'));
  expect(choiceSchema.parse(older).goals).toEqual(GOALS);
});

it('compares goal by goal, what is late after the promised day before all of it', () => {
  const o = (back: number, days: number, minutes: number, visits = 0, nights = 0): Outcome => ({
    ...{ back, half: back, bound: 0, days, mean: days, minutes, visits, nights, paid: null },
  });
  const by = (goal: Goal, promised: number | null = null) => ({ goals: withFirst(goal), promised });
  expect(compare(o(1, 9, 9), o(2, 1, 1), by('back'))).toBeLessThan(0);
  expect(compare(o(1, 9, 9), o(2, 1, 1), by('fronts'))).toBeGreaterThan(0);
  expect(compare(o(1, 1, 9), o(2, 9, 1), by('hours'))).toBeGreaterThan(0);
  expect(compare(o(1, 1, 1, 2), o(2, 9, 9, 1), by('visits'))).toBeGreaterThan(0);
  expect(compare(o(1, 1, 1, 1, 2), o(2, 9, 9, 9, 1), by('nights'))).toBeGreaterThan(0);
  expect(compare(o(1, 1, 1), o(2, 1, 1), by('moves'))).toBeLessThan(0);
  expect(compare(o(5, 9, 9), o(7, 1, 1), by('fronts', 6))).toBeLessThan(0);
  expect(compare(o(5, 9, 9), o(6, 1, 1), by('fronts', 6))).toBeGreaterThan(0);
  expect(compare(o(1, 2, 3), o(1, 2, 3), by('hours'))).toBe(0);
  expect(wantedOf(planInputs(system, { promised: '2026-03-20' })).promised).toBe(Date.UTC(2026, 2, 21));
});
