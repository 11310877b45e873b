import { expect, it } from 'vitest';
import { sayReason } from './say-reason';

it('says operations, other jobs and times as people know them', () => {
  const reason = 'a:hang-2 waits for a:hang, other:work:0a-1:3 and other:rack:12 until minute 90';
  const names = [
    ['a:hang', '“Hang” of lot A'],
    ['a:hang-2', '“Hang again” of lot A'],
  ] as const;
  expect(sayReason(reason, names, Date.UTC(2026, 2, 9, 8), 'Etc/UTC')).toBe(
    '“Hang again” of lot A waits for “Hang” of lot A, work on another job and what another job lays on the rack until Mon 9 Mar, 09:30',
  );
});

it('names nothing as the planner calls it inside', () => {
  const names = [['B:prime', '“Prime backs” of lot B']] as const;
  const said = (reason: string) => sayReason(reason, names, 0, 'Etc/UTC');
  expect(said('B:prime:running0 is pinned to minute 0')).toBe(
    '“Prime backs” of lot B, under way is pinned to Thu 1 Jan, 00:00',
  );
  expect(said('B:prime waits for B:prime:film')).not.toMatch(/:/);
  expect(said('the open hours of crew 0198f7f2-0000-7000-8000-000000000001')).toBe(
    'the working hours of the crew',
  );
  expect(said('the open hours of in the house and the open hours of house')).toBe(
    'the hours of the house and the hours of the kitchen',
  );
});
