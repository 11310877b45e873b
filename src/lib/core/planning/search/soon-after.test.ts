/** What comes after the hand-back is placed as early as may be, and nothing else moves. */
import { DAY_MINUTES } from '$core/units/durations';
import { expect, it } from 'vitest';
import { compile } from '../compile/compile';
import type { Problem } from '../model/problem';
import { planFrom, soonAfter } from './soon-after';

const operation = (id: string, more: object = {}): Problem['operations'][number] => ({
  ...{ id, lot: 'L', pieces: 1, minutes: 60, skill: 'hang', pausable: false, station: null },
  ...{ material: null, lockedStart: null, ...more },
});
const problem = (more: Partial<Problem> = {}): Problem => ({
  format: 'anthem.planning-problem',
  version: 1,
  name: 'handles',
  horizon: 30 * DAY_MINUTES,
  calendars: [
    { id: 'crew', open: Array.from({ length: 30 }, (_, d) => [d * DAY_MINUTES, d * DAY_MINUTES + 480]) },
  ],
  workers: [{ id: 'ines', calendar: 'crew', skills: ['hang'] }],
  stations: [],
  racks: [],
  operations: [operation('hang'), operation('handles'), operation('touch-up')],
  links: [
    { from: 'hang', to: 'handles', minLag: 5 * DAY_MINUTES, maxLag: null },
    { from: 'hang', to: 'touch-up', minLag: 20 * DAY_MINUTES, maxLag: null },
  ],
  holds: [],
  finish: [{ operation: 'hang', tail: 0 }],
  ...more,
});
const late = (p: Problem, handles: number) => {
  const m = compile(p);
  const starts = [0, handles * DAY_MINUTES, 21 * DAY_MINUTES];
  const schedule = {
    start: Int32Array.from(starts),
    end: Int32Array.from(starts, (t) => t + 60),
    worker: Int32Array.from([0, 0, 0]),
  };
  return { m, schedule };
};

it('handles that may go on after five days do, though nothing waits for them', () => {
  const { m, schedule } = late(problem(), 19);
  expect([...soonAfter(m, schedule).start]).toEqual([0, 5 * DAY_MINUTES + 60, 20 * DAY_MINUTES + 60]);
  const plan = planFrom(m, schedule, 0);
  expect(plan.assignments.find((a) => a.operation === 'handles')?.start).toBe(5 * DAY_MINUTES + 60);
  expect(plan.makespan).toBe(60);
});

it('stays where it is pinned, or where it would cost the household another day', () => {
  const pinned = operation('touch-up', { lockedStart: 21 * DAY_MINUTES });
  const both = problem({
    operations: [operation('hang'), operation('handles', { lockedStart: 19 * DAY_MINUTES }), pinned],
  });
  const kept = late(both, 19);
  expect(soonAfter(kept.m, kept.schedule)).toBe(kept.schedule);
  const visit = (id: string) => ({ operation: id, house: '', visit: true, smell: null });
  const together = problem({
    operations: [operation('hang'), operation('handles'), pinned],
    household: ['hang', 'handles', 'touch-up'].map(visit),
  });
  const { m, schedule } = late(together, 21);
  schedule.start[1] = 21 * DAY_MINUTES + 60;
  schedule.end[1] = 21 * DAY_MINUTES + 120;
  expect(soonAfter(m, schedule)).toBe(schedule);
});
