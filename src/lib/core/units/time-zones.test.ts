import { expect, it } from 'vitest';
import { isTimeZone, TIME_ZONES } from './time-zones';

it('offers UTC and the zones of the machine, each once', () => {
  expect(TIME_ZONES).toContain('UTC');
  expect(TIME_ZONES).toContain('America/Halifax');
  expect(new Set(TIME_ZONES).size).toBe(TIME_ZONES.length);
  expect(TIME_ZONES.filter((z) => !isTimeZone(z))).toEqual([]);
});

it.each(['UTC', 'Etc/UTC', 'Europe/Berlin', 'US/Pacific'])('knows %s', (zone) =>
  expect(isTimeZone(zone)).toBe(true),
);
it.each(['', 'Atlantis/Marrow_Bay', '+01:00', 'halifax bay'])('does not know %j', (zone) =>
  expect(isTimeZone(zone)).toBe(false),
);
