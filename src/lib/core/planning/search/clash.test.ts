/** Why there is no plan is asked for within a budget, whatever the size of the problem. */
import { expect, it } from 'vitest';
import { kitchenProblem } from '../../../../../tests/kitchen-problem';
import { explainClash } from './clash';

/** Each lot by itself fits into it, all of them do not. */
const SHORT = 9 * 1440;

it('is given up for what stopped the search, rather than asked about rule after rule', () => {
  const problem = kitchenProblem(64, 3);
  const calendars = problem.calendars.map((c) => ({ ...c, open: c.open.filter(([, to]) => to <= SHORT) }));
  expect(problem.links.filter((l) => l.maxLag !== null).length).toBeGreaterThan(5);
  // Every 256 nodes it is asked whether it is to stop; 6,250 nodes are all there are for 64 operations.
  let asked = 0;
  const stop = (): boolean => {
    asked++;
    return false;
  };
  expect(explainClash({ ...problem, horizon: SHORT, calendars }, 'the rack is full', stop)).toBe(
    'the rack is full',
  );
  expect(asked).toBeLessThan(60);
});
