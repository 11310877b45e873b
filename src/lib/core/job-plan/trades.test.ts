import { isPlan } from '../planning/model/infeasible';
import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '$core/coating/systems/index';
import { planInputs } from '../../../../tests/plan-inputs';
import { emptyState } from '$core/bench/state/state';
import { EFFORTS } from './efforts';
import { withChoice } from './job-at';
import { makePlan } from './make-plan';
import { fewerHours, noneWorse, noneWorseOfEach, tradesOf, type Trade } from './trades';

const trade = (back: number, days: number, paid = 600): Trade => ({
  ...{ back, minutes: 500, paid, comings: 1, drives: 0, people: 1 },
  way: {
    ...{ later: 0, laterFor: null, workers: [], division: 'even', lotSize: 6 },
    ...{ pattern: 'backs-then-fronts', patterns: {} },
  },
  household: {
    ...{ days, from: 0, to: 0, visits: 1, nights: 0, mean: days },
    pieceDays: { is: 10 * days, least: 0 },
  },
});

it('lists no plan that another is at least as good as in everything; a quarter of an hour is no better', () => {
  const all = [trade(0, 9), trade(2, 8), trade(3, 8), trade(0, 9), trade(5, 9, 500), trade(6, 9, 495)];
  expect(noneWorse(all, (t) => t.back).map((t) => [t.back, t.household.days, t.paid])).toEqual([
    [0, 9, 600],
    [2, 8, 600],
    [5, 9, 500],
    [6, 9, 495],
  ]);
  expect(noneWorse([trade(5, 9, 500), trade(6, 9, 499)], (t) => t.back)).toHaveLength(1);
});

it('keeps those in the lots as they are beside those in other lots that are better', () => {
  const other = (t: Trade): Trade => ({ ...t, way: { ...t.way, lotSize: 12 } });
  const own = [trade(0, 9, 600), trade(2, 8, 600), trade(3, 9, 700)];
  const others = [other(trade(1, 8, 500)), other(trade(2, 9, 900))];
  expect(noneWorseOfEach([...own, ...others], (t) => t.back)).toEqual([own[0], own[1], others[0]]);
});

const [system] = SYSTEMS;
if (!system) throw new Error('no system');
const AT = Date.UTC(2026, 2, 9, 6);
const inputs = planInputs(system, { lotSize: 2, pattern: 'backs-then-fronts', visits: true, fixed: true });
const all = [...tradesOf(inputs, AT, EFFORTS.compare, 60)].flat();
const [first] = all;
if (!first) throw new Error('no plan');

describe('plans that may be had instead', () => {
  it('are right, by all who come or by fewer, and say what they take', () => {
    expect(new Set(all.map((t) => t.way.workers.length))).toEqual(new Set([1, 2]));
    for (const { plan, paid, minutes, people, comings, way } of all) {
      expect(isPlan(plan.result)).toBe(true);
      expect(paid).toBeGreaterThanOrEqual(minutes);
      expect(people).toBeLessThanOrEqual(way.workers.length);
      expect(comings).toBeGreaterThanOrEqual(people);
    }
  });
  it('for fewer paid hours take no more than those for fewer days without fronts, and the other way round', () => {
    const of = (later: number, laterFor: string) =>
      all.find((t) => t.way.later === later && t.way.laterFor === laterFor && t.way.workers.length === 2);
    let compared = 0;
    for (const later of [0, 1, 3, 7]) {
      const [calm, cheap] = [of(later, 'fronts'), of(later, 'hours')];
      if (!calm || !cheap) continue;
      compared++;
      expect(cheap.paid).toBeLessThanOrEqual(calm.paid);
      expect(calm.household.days).toBeLessThanOrEqual(cheap.household.days);
    }
    expect(compared).toBe(4);
  });
  it('are what is planned where they are chosen', () => {
    const wanted = all.find((t) => t.way.later === 3 && t.way.laterFor === 'hours');
    if (!wanted) throw new Error('not planned');
    const chosen = withChoice(inputs, { ...inputs.choice, ...wanted.way });
    const made = makePlan(chosen, AT, undefined, EFFORTS.compare);
    expect(made?.result).toEqual(wanted.plan.result);
  });
});

describe('fewer hours of hands', () => {
  const found = [...fewerHours(inputs, AT, EFFORTS.compare, 60, first)];
  it('come with other lots and another turning, each planned and with its household', () => {
    expect(found.length).toBeGreaterThan(1);
    for (const { minutes, household, plan, back } of found) {
      expect(minutes).toBeLessThan(first.minutes);
      expect(household.pieceDays.is).toBeGreaterThan(0);
      expect(isPlan(plan.result)).toBe(true);
      expect(back).toBeGreaterThan(AT);
    }
    // Two to a lot are carried, set up and cleaned for three times as often as six.
    expect(found.some(({ way }) => way.lotSize > 2)).toBe(true);
  });
  it('are none once work has begun: lots stay as they are', () => {
    const begun = emptyState();
    begun.works.set('w', {} as never);
    expect([...fewerHours({ ...inputs, state: begun }, AT, EFFORTS.compare, 60, first)]).toEqual([]);
  });
});
