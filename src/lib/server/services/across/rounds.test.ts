/** Rounds over the demo's finished jobs. */
import { beforeAll, expect, it } from 'vitest';
import { dayToMs } from '$core/units/clock-time';
import { companyZone } from '../company/clock';
import { pastDatabase } from '../../../../../tests/past-database';
import { askedRound } from '../../asked-round';
import type { Db } from '../../db/open';
import { jobPositions, writePosition } from '../../store/jobs';
import { placeJob, positionFrom } from '../job/manage-job';
import { roundOf, visitsToMake } from './rounds';

const NOW = Date.UTC(2026, 2, 11, 13, 20);
const HALF_NINE = 8 * 60 + 30;
let db: Db;
beforeAll(async () => {
  ({ db } = await pastDatabase());
});

it('offers what is due or may be made soon, the most pressing first', () => {
  const visits = visitsToMake(db, NOW);
  expect(visits.length).toBeGreaterThan(3);
  expect(visits.every((v) => v.placed && v.minutes >= 10 + 3 * v.pieces)).toBe(true);
  expect(visits.every((v) => v.minutes > 10 + 3 * v.pieces === v.touchUps > 0)).toBe(true);
  const last = visits.map((v) => v.visit?.to ?? NOW);
  expect(last).toEqual([...last].sort((a, b) => a - b));
});

it('makes a round of them in the houses’ hours, and says why not', () => {
  const jobs = visitsToMake(db, NOW)
    .slice(0, 4)
    .map((v) => v.job);
  const made = roundOf(db, jobs, '2026-03-12', HALF_NINE, NOW);
  expect(made.stops.map((s) => s.job).sort()).toEqual([...jobs].sort());
  for (const [i, s] of made.stops.entries()) {
    expect(s.begins).toBeGreaterThanOrEqual(s.arrives);
    expect(s.arrives).toBeGreaterThanOrEqual(made.stops[i - 1]?.leaves ?? made.leaves);
    // Houses let people in from nine to five.
    expect((s.begins - dayToMs('2026-03-12', companyZone())) / 3_600_000).toBeGreaterThanOrEqual(9);
  }
  expect(() => roundOf(db, jobs, '2026-03-14', HALF_NINE, NOW)).toThrow(/Not open that day/);
  expect(() => roundOf(db, jobs, '2026-03-12', 16 * 60, NOW)).toThrow(/No order reaches all/);
  expect(() => roundOf(db, ['none'], '2026-03-12', HALF_NINE, NOW)).toThrow(/Choose the visits/);
  const ask = (query: string) => askedRound(db, new URLSearchParams(query), NOW);
  expect(ask('')).toBeNull();
  expect(ask(`job=${jobs[0] ?? ''}&day=2026-03-12&leaves=08:30`)?.stops).toHaveLength(1);
  expect(() => ask(`job=${jobs[0] ?? ''}&day=2026-03-12&leaves=half`)).toThrow(/08:30/);
  expect(() => ask(`job=${jobs[0] ?? ''}&day=soon&leaves=08:30`)).toThrow(/Choose the day/);
});

it('where a house is, is typed in either decimal sign, or left out', () => {
  const [job = ''] = jobPositions(db).keys();
  placeJob(db, job, positionFrom('44,5', '-63.6'));
  expect(jobPositions(db).get(job)).toEqual({ latitude: 44.5, longitude: -63.6 });
  expect(positionFrom('', ' ')).toBeNull();
  expect(() => positionFrom('91', '0')).toThrow(/-90 to 90/);
  expect(() => positionFrom('44', '')).toThrow(/degrees/);
  writePosition(db, job, null);
  expect(jobPositions(db).has(job)).toBe(false);
  expect(visitsToMake(db, NOW).find((v) => v.job === job)?.placed ?? false).toBe(false);
});
