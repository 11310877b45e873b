import { expect, it } from 'vitest';
import { firstVisit, visitDue } from './visits';

const DAY = 86_400_000;

it('a visit is due a week after hand-over, is named three days before, and is made once', () => {
  expect(firstVisit(0)).toBe(7 * DAY);
  expect(visitDue(0, null, 3 * DAY)).toBeNull();
  expect(visitDue(0, null, 4 * DAY)).toBe(7 * DAY);
  expect(visitDue(0, 5 * DAY, 6 * DAY)).toBeNull();
  // The week's visit that was missed is due until the month's is.
  expect(visitDue(0, 2 * DAY, 20 * DAY)).toBe(7 * DAY);
  expect(visitDue(0, 6 * DAY, 28 * DAY)).toBe(30 * DAY);
  expect(visitDue(0, 364 * DAY, 900 * DAY)).toBeNull();
});
