import { isPlan } from '../planning/model/infeasible';
import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '$core/coating/systems/index';
import { planInputs } from '../../../../tests/plan-inputs';
import { emptyState } from '$core/bench/state/state';
import { EFFORTS } from './efforts';
import { fewerHours, noneWorse, oneADay, tradesOf, type Trade } from './trades';

const trade = (later: number, pieceDays: number, minutes = 600): Trade => ({
  back: later * 86_400_000,
  later,
  minutes,
  way: null,
  household: {
    days: 1,
    from: 0,
    to: 0,
    visits: 1,
    nights: 0,
    mean: 1,
    pieceDays: { is: pieceDays, least: 0 },
  },
});

it('offers one plan for a number of days: the one that leaves fronts away for fewest', () => {
  const all = [trade(0, 90), trade(2, 80), trade(4, 70), trade(4, 60), trade(4, 65), trade(5, 50)];
  expect(oneADay(all).map((t) => [t.later, t.household.pieceDays.is])).toEqual([
    [0, 90],
    [2, 80],
    [4, 60],
    [5, 50],
  ]);
});

it('lists no plan that another is at least as good as in everything', () => {
  const all = [trade(0, 90), trade(2, 80), trade(3, 80), trade(0, 90), trade(5, 95, 500), trade(6, 95, 500)];
  expect(noneWorse(all).map((t) => [t.later, t.household.pieceDays.is, t.minutes])).toEqual([
    [0, 90, 600],
    [2, 80, 600],
    [5, 95, 500],
  ]);
});

describe('fewer hours of hands', () => {
  const [system] = SYSTEMS;
  if (!system) throw new Error('no system');
  const AT = Date.UTC(2026, 2, 9, 6);
  const inputs = planInputs(system, { lotSize: 2, pattern: 'backs-then-fronts', visits: true, fixed: true });
  const [first] = tradesOf(inputs, AT, EFFORTS.compare, 60);
  if (!first) throw new Error('no plan');
  const found = [...fewerHours(inputs, AT, EFFORTS.compare, 60, first)];
  it('come with other lots and another turning, each planned and with its household', () => {
    expect(found.length).toBeGreaterThan(1);
    for (const { way, minutes, household, plan, back } of found) {
      expect(way).not.toBeNull();
      expect(minutes).toBeLessThan(first.minutes);
      expect(household.pieceDays.is).toBeGreaterThan(0);
      expect(!isPlan(plan.result)).toBe(false);
      expect(back).toBeGreaterThan(AT);
    }
    // Two to a lot are carried, set up and cleaned for three times as often as six.
    expect(found.some(({ way }) => (way?.lotSize ?? 0) > 2)).toBe(true);
  });
  it('are none once work has begun: lots stay as they are', () => {
    const begun = emptyState();
    begun.works.set('w', {} as never);
    expect([...fewerHours({ ...inputs, state: begun }, AT, EFFORTS.compare, 60, first)]).toEqual([]);
  });
});
