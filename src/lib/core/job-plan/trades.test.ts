import { expect, it } from 'vitest';
import { oneADay, type Trade } from './trades';

const trade = (later: number, pieceDays: number): Trade => ({
  back: later * 86_400_000,
  later,
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
