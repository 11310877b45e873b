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
