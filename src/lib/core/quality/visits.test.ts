import { DAY } from '$core/units/durations';
import { expect, it } from 'vitest';
import { firstVisit, nextVisit, VISIT_DAYS, visitDue, visitsOf } from './visits';

it('a visit is due a week after hand-over, is named three days before, and is made once', () => {
  expect(firstVisit(0)).toBe(7 * DAY);
  expect(visitDue(0, null, 3 * DAY, false)).toBeNull();
  expect(visitDue(0, null, 4 * DAY, false)).toBe(7 * DAY);
  expect(visitDue(0, 5 * DAY, 6 * DAY, false)).toBeNull();
  // The week's visit that was missed is due until the month's is.
  expect(visitDue(0, 2 * DAY, 20 * DAY, false)).toBe(7 * DAY);
  expect(visitDue(0, 6 * DAY, 28 * DAY, false)).toBe(30 * DAY);
  // After the first year, yearly up to five.
  expect(visitDue(0, 364 * DAY, 700 * DAY, false)).toBeNull();
  expect(visitDue(0, 364 * DAY, 900 * DAY, false)).toBe(731 * DAY);
  expect(visitDue(0, 1830 * DAY, 4000 * DAY, false)).toBeNull();
});

it('a risky record is looked at once more, within a window around its day', () => {
  expect(visitsOf(0, false).map((v) => v.day)).toEqual([...VISIT_DAYS]);
  expect(visitsOf(0, true).map((v) => v.day)).toContain(90);
  const year = visitsOf(0, false).find((v) => v.day === 365);
  expect(year).toMatchObject({ due: 365 * DAY, from: 328.5 * DAY, to: 401.5 * DAY });
});

it('the next visit is the one that is due, else the next by its day, while it tells something', () => {
  expect(nextVisit(0, null, 0, false, 20)?.day).toBe(7);
  expect(nextVisit(0, 7 * DAY, 8 * DAY, false, 20)?.day).toBe(30);
  expect(nextVisit(0, 7 * DAY, 200 * DAY, false, 20)?.day).toBe(182);
  expect(nextVisit(0, 366 * DAY, 400 * DAY, false, 20)?.day).toBe(731);
  // Where nothing was left sound a yearly look tells no more.
  expect(nextVisit(0, 366 * DAY, 400 * DAY, false, 0)).toBeNull();
});
