import { MINUTE } from '$core/units/durations';
import { expect, it } from 'vitest';
import { overrun } from './overrun';

const AT = Date.UTC(2026, 2, 9, 10);
const asked = (after: number, minutes = 50): number | null => {
  const ends = overrun(AT, minutes, AT + after * MINUTE, 'Etc/UTC');
  return ends === null ? null : (ends - AT) / MINUTE;
};

it('asks when a work of 50 minutes runs for more than two and a half hours, or into another day', () => {
  expect([50, 110, 150].map((m) => asked(m))).toEqual([null, null, null]);
  expect(asked(151)).toBe(50);
  expect(asked(4 * 1440)).toBe(50);
  // Five minutes may well take an hour.
  expect(asked(60, 5)).toBeNull();
  expect(asked(66, 5)).toBe(5);
  // Begun at 23:30 it is Tuesday soon, and no question before it should have ended.
  const late = Date.UTC(2026, 2, 9, 23, 30);
  expect(overrun(late, 50, late + 49 * MINUTE, 'Etc/UTC')).toBeNull();
});
