/** What people are paid for in a plan, reckoned by hand. */
import { describe, expect, it } from 'vitest';
import { op, problemOf } from '../../../../../tests/plan-builders';
import { compile } from '../compile/compile';
import { halfDayEnd, halfDayOf } from './half-days';
import { labourOf, personDays } from './person-days';
import type { Problem } from './problem';
import { scheduleOf } from './schedule';

const DAY = 1440;
/** 08:00 to 12:00 and 13:00 to 16:30 on each of three days. */
const CREW = [0, 1, 2].flatMap((d): [number, number][] => [
  [d * DAY + 480, d * DAY + 720],
  [d * DAY + 780, d * DAY + 990],
]);

type Act = [
  id: string,
  worker: string,
  start: number,
  end: number,
  more?: Partial<Problem['operations'][number]>,
];

/** A plan of acts, as it is measured. */
function plan(acts: readonly Act[], more: Partial<Problem> = {}) {
  const inOpen = (from: number, to: number): number =>
    CREW.reduce((sum, [a, b]) => sum + Math.max(0, Math.min(b, to) - Math.max(a, from)), 0);
  const problem = problemOf({
    horizon: 3 * DAY,
    calendars: [{ id: 'crew', open: CREW }],
    workers: ['ines', 'tobin'].map((id) => ({ id, calendar: 'crew', skills: ['coat'] })),
    operations: acts.map(([id, , from, to, own]) => op(id, inOpen(from, to), { pausable: true, ...own })),
    links: [],
    finish: acts.map(([operation]) => ({ operation, tail: 0 })),
    ...more,
  });
  const m = compile(problem);
  const assignments = acts.map(([operation, worker, start, end]) => ({ operation, worker, start, end }));
  return { m, s: scheduleOf(m, { assignments, makespan: 0, lowerBound: 0 }) };
}

describe('a day is paid from its first act to its last', () => {
  it('with what lies between, without lunch', () => {
    // 08:00 to 09:00 and 14:00 to 15:00: seven hours less one for lunch.
    const { m, s } = plan([
      ['a', 'ines', 480, 540],
      ['b', 'ines', 840, 900],
    ]);
    expect(labourOf(m, s)).toMatchObject({ worked: 120, paid: 360, comings: 1, cuts: 0 });
  });
  it('for the shortest time that is paid at least, each person and day by itself', () => {
    const acts: Act[] = [
      ['a', 'ines', 480, 500],
      ['b', 'tobin', 480, 500],
      ['c', 'ines', DAY + 480, DAY + 720],
    ];
    const { m, s } = plan(acts, { shortestComing: 120 });
    expect(labourOf(m, s)).toMatchObject({ worked: 280, paid: 120 + 120 + 240, comings: 3 });
    expect(personDays(m, s).map((d) => [d.worker, d.day, d.paid])).toEqual([
      [0, 0, 120],
      [0, 1, 240],
      [1, 0, 120],
    ]);
  });
  it('work over a night is of both days, and cut where a part of it is under half an hour', () => {
    const long = plan([['a', 'ines', 930, DAY + 540]]);
    expect(labourOf(long.m, long.s)).toMatchObject({ worked: 120, paid: 120, comings: 2, cuts: 0 });
    const short = plan([['a', 'ines', 970, DAY + 540]]);
    expect(labourOf(short.m, short.s)).toMatchObject({ worked: 80, cuts: 1 });
    // What was pinned is nobody's to change.
    const pinned = plan([['a', 'ines', 970, DAY + 540, { lockedStart: 970 }]]);
    expect(labourOf(pinned.m, pinned.s).cuts).toBe(0);
  });
  it('another job pays for what is done for it, and for the coming', () => {
    const { m, s } = plan(
      [
        ['a', 'ines', 480, 500],
        ['x', 'ines', 500, 700, { lot: 'other' }],
        ['b', 'ines', 700, 720],
      ],
      { shortestComing: 120 },
    );
    expect(labourOf(m, s)).toMatchObject({ worked: 40, paid: 40, comings: 1 });
  });
  it('counts ways between places, and hands that the coats of a lot pass through', () => {
    const there = { station: 'kitchen', lot: 'L' };
    const { m, s } = plan(
      [
        ['a', 'ines', 480, 500, { lot: 'L' }],
        ['b', 'ines', 520, 540, there],
        ['c', 'ines', 560, 580, { lot: 'L' }],
        ['d', 'tobin', 600, 620, { lot: 'L' }],
        ['e', 'ines', DAY + 480, DAY + 500, there],
      ],
      {
        stations: [{ id: 'kitchen', capacity: 1, calendar: null, changeovers: [] }],
        travel: [
          { from: null, to: 'kitchen', minutes: 20 },
          { from: 'kitchen', to: null, minutes: 20 },
        ],
      },
    );
    // To the kitchen and back; a night later nobody drives from one to the other.
    expect(labourOf(m, s)).toMatchObject({ drives: 2, hands: 1, comings: 3 });
  });
});

it('half days end at noon and at midnight', () => {
  // The plan begins at 18:00: its first midnight is 360 minutes away.
  expect([1, 360, 361, 1080, 1081, 1800].map((end) => halfDayOf(360, end))).toEqual([-1, -1, 0, 0, 1, 1]);
  expect([-1, 0, 1].map((half) => halfDayEnd(360, half))).toEqual([360, 1080, 1800]);
});
