/** Why there is no plan is asked for within a budget, whatever the size of the problem. */
import { expect, it } from 'vitest';
import { kitchenProblem } from '../../../../../tests/kitchen-problem';
import { conflictsFor } from '../learning/shorten';
import type { Cause } from '../model/cause';
import { explainInfeasibility } from './explain-infeasibility';

/** Each lot by itself fits into it, all of them do not. */
const SHORT = 9 * 1440;

const problem = kitchenProblem(64, 3);
const calendars = problem.calendars.map((c) => ({ ...c, open: c.open.filter(([, to]) => to <= SHORT) }));
const short = { ...problem, horizon: SHORT, calendars };
const full: Cause = { code: 'no room on the rack', operation: 'x' };

it('names rules that cannot be kept together, and asks about them within a budget', () => {
  expect(problem.links.filter((l) => l.maxLag !== null).length).toBeGreaterThan(5);
  let asked = 0;
  const stop = (): boolean => {
    asked++;
    return false;
  };
  const [named] = explainInfeasibility(short, [full], stop);
  if (named?.code !== 'clash') throw new Error(`${named?.code} is no clash`);
  expect(named.parts).toContainEqual({ code: 'hours', calendar: 'crew' });
  // Asked with every conflict: four seconds' worth of them, and once for each rule.
  expect(asked).toBeLessThan(5 * conflictsFor(problem.operations.length));
});

it('who waits no longer is told what stopped the search', () => {
  let asked = 0;
  const stop = (): boolean => ++asked > 20;
  expect(explainInfeasibility(short, [full], stop)).toEqual([full]);
  expect(asked).toBeLessThan(60);
});
