import { MINUTE } from '$core/units/durations';
import { expect, it } from 'vitest';
import { emptyState, touch, type Work } from '../bench/state/state';
import type { Step } from '../coating/route';
import type { Problem } from '../planning/model/problem';
import type { TimedPlan } from './neighbours';
import { rackUse } from './rack-use';

const NOW = 1000 * MINUTE;
const lots = [
  { id: 'a', name: 'A', pieces: ['p', 'q', 'r'] },
  { id: 'b', name: 'B', pieces: ['s'] },
];
const route = [{ key: 'coat', kind: 'coat' }] as Step[];
const work = (lot: string, start: number): Work => ({
  id: lot,
  step: 'coat',
  lot,
  pieces: [],
  worker: 'w',
  start,
  end: start + MINUTE,
  overruled: [],
  hands: [],
});
const hold = (from: string, slots: number, to: string | null, tail: number | null) => ({
  rack: 'rack',
  slots,
  from,
  to,
  tail,
});
const at = (operation: string, start: number) => ({ operation, worker: 'w', start, end: start + 10 });
const plan: TimedPlan = {
  t0: NOW,
  problem: {
    operations: [],
    holds: [
      // Two of the three lie there still: one is in the van.
      hold('a:rack:now', 2, 'a:hang', null),
      hold('b:coat', 1, 'b:hang', null),
      hold('other:rack:0', 4, null, 30),
    ],
  } as unknown as Problem,
  result: {
    assignments: [
      at('a:rack:now', 0),
      at('a:hang', 100),
      at('b:coat', 20),
      at('b:hang', 200),
      at('other:rack:0', 50),
    ],
    makespan: 210,
    lowerBound: 210,
  },
};

it('counts what was laid, what lies there now, and what is planned; what is off the rack takes no slot', () => {
  const state = emptyState();
  state.works.set('a', work('a', NOW - 300 * MINUTE));
  const use = rackUse({ lots, state, route }, plan, NOW + 1000 * MINUTE);
  const levels = use.map(({ at: when, level }) => [Math.round((when - NOW) / MINUTE), level]);
  expect(levels).toEqual([
    [-300, 3],
    [0, 2],
    [20, 3],
    [50, 7],
    [80, 3],
    [100, 1],
    [200, 0],
  ]);
});

it('a lot that hangs has left the rack; without a plan what lies there stays', () => {
  const state = emptyState();
  state.works.set('a', work('a', NOW - 300 * MINUTE));
  state.works.set('b', work('b', NOW - 200 * MINUTE));
  for (const piece of lots[0]?.pieces ?? []) touch(state, piece).hungAt = NOW - 10 * MINUTE;
  const use = rackUse({ lots, state, route }, null, NOW);
  expect(use.map(({ level }) => level)).toEqual([3, 4, 1, 0]);
  expect(use.at(-1)?.at).toBe(NOW);
});
