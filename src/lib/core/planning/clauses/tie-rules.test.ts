/**
 * Each rule against its meaning: what it raises follows from the reasons that it gives, in every plan that there is, and the reasons hold;
 * once everything is decided it has counted all there is to count.
 */
import { DAY_MINUTES } from '$core/units/durations';
import { describe, expect, it } from 'vitest';
import { seeded } from '$core/units/random';
import type { Engine, Literals, Propagator } from './engine';
import { CoverRule, DaysRule, FrontsRule, SumRule } from './tie-rules';

const MIDNIGHT = 600;
/** Minutes at which days begin and end, and some between. */
const MINUTES = [0, 599, 600, 601, 1500, 2039, 2040, 2041, 3479, 3480, 3481, 4000];
const dayOf = (minute: number): number => Math.floor((minute - MIDNIGHT) / DAY_MINUTES);

interface Raised {
  side: number;
  value: number;
  because: Literals;
}

/** Numbers by their bounds, which notes what a rule raises and raises nothing. */
class Bounds {
  readonly raised: Raised[] = [];
  constructor(readonly bounds: readonly (readonly [number, number])[]) {}
  reached = (side: number): number => {
    const [least = 0, most = 0] = this.bounds[side >> 1] ?? [];
    return side % 2 ? -most : least;
  };
  least = (side: number): number => this.reached(side);
  most = (side: number): number => -this.reached(side ^ 1);
  listen = (): void => undefined;
  raise = (side: number, value: number, because: Literals): boolean => {
    if (value > this.reached(side)) this.raised.push({ side, value, because });
    return true;
  };
}

const holds = (values: readonly number[], side: number, value: number): boolean =>
  (side % 2 ? -(values[side >> 1] ?? 0) : (values[side >> 1] ?? 0)) >= value;
const pairs = (literals: Literals): [number, number][] =>
  Array.from({ length: literals.length / 2 }, (_, i) => [literals[2 * i] ?? 0, literals[2 * i + 1] ?? 0]);

/** Every choice of one value of each list. */
function* choices(lists: readonly (readonly number[])[]): Generator<number[]> {
  const [first, ...rest] = lists;
  if (!first) yield [];
  else for (const value of first) for (const more of choices(rest)) yield [value, ...more];
}

interface Rule {
  /** values of each number, the counted one last */
  lists: readonly (readonly number[])[];
  make: (e: Engine) => Propagator;
  /** the least that the counted number may be */
  counts: (values: readonly number[]) => number;
  valid?: (values: readonly number[]) => boolean;
}

function check({ lists, make, counts, valid = () => true }: Rule, rounds: number, seed: number): number {
  const random = seeded(seed);
  const plans = [...choices(lists)].filter((v) => valid(v) && (v.at(-1) ?? 0) >= counts(v));
  let looked = 0;
  for (let round = 0; round < rounds; round++) {
    const bounds = lists.map((list): [number, number] => {
      const [a, b] = [random(), random()].map((x) => list[Math.floor(x * list.length)] ?? 0);
      return [Math.min(a ?? 0, b ?? 0), Math.max(a ?? 0, b ?? 0)];
    });
    const e = new Bounds(bounds);
    make(e as unknown as Engine).propagate();
    for (const { side, value, because } of e.raised) {
      const reasons = pairs(because);
      for (const [s, v] of reasons) expect(e.reached(s), 'a reason holds').toBeGreaterThanOrEqual(v);
      const against = plans.find(
        (plan) => reasons.every(([s, v]) => holds(plan, s, v)) && !holds(plan, side, value),
      );
      expect(against, `side ${side} at ${value} follows`).toBeUndefined();
      looked++;
    }
  }
  // Once all is decided nothing is left uncounted.
  for (const plan of plans.filter((_, i) => i % Math.ceil(plans.length / 300) === 0)) {
    const fixed = plan.map((v): [number, number] => [v, v]);
    const counted = plan.length - 1;
    fixed[counted] = [-9, 99_999];
    const e = new Bounds(fixed);
    make(e as unknown as Engine).propagate();
    const up = e.raised.filter((r) => r.side === 2 * counted).map((r) => r.value);
    expect(Math.max(-9, ...up)).toBe(Math.max(-9, counts(plan)));
  }
  return looked;
}

const gone = (down: number, home: number): number => dayOf(home - 1) - dayOf(down) + 1;
const some = MINUTES.filter((_, i) => i % 2 === 0);

describe('what decides between plans that end together', () => {
  it('days without fronts, each piece by itself', () => {
    // Numbers: down, home of the first front; home of a second that is down already; piece-days.
    const looked = check(
      {
        lists: [MINUTES, MINUTES.slice(1), some.slice(1), [1, 2, 3, 5, 7, 9, 11, 14, 17, 20]],
        make: (e) =>
          new FrontsRule(
            e,
            6,
            [
              { down: 0, home: 2, pieces: 3, least: 1 },
              { down: -1, home: 4, pieces: 2, least: 1 },
            ],
            MIDNIGHT,
          ),
        counts: ([down = 0, home = 0, other = 0]) => 3 * gone(down, home) + 2 * gone(0, other),
        valid: ([down = 0, home = 0]) => home > down,
      },
      300,
      11,
    );
    expect(looked).toBeGreaterThan(200);
  });
  it('days on which people surely come', () => {
    // One work from its start to its end, done by the first of the people where the third number is 1; the second does another.
    const HOURS: [number, number][] = [
      [0, 500],
      [700, 1900],
      [2100, 3400],
      [3500, 4100],
    ];
    const works = (hours: readonly [number, number][], from: number, to: number): Set<number> =>
      new Set(hours.filter(([a, b]) => a < to && b > from).map(([a]) => dayOf(a)));
    const within = (from: number, to: number): boolean => works(HOURS, from, to).size > 0 && to > from;
    const looked = check(
      {
        lists: [
          [0, 100, 700, 1000, 2100],
          [450, 1100, 1800, 2200, 3300, 3600],
          [0, 1],
          [0, 1, 2, 3, 4],
        ],
        make: (e) =>
          new DaysRule(e, 6, [{ start: 0, end: 2, people: [{ worker: 0, here: 4 }] }], [HOURS], MIDNIGHT),
        counts: ([start = 0, end = 0, here = 0]) => (here === 1 ? works(HOURS, start, end).size : 0),
        valid: ([start = 0, end = 0]) => within(start, end),
      },
      400,
      5,
    );
    expect(looked).toBeGreaterThan(20);
  });
  it('days that are covered, each once in its group', () => {
    const looked = check(
      {
        lists: [MINUTES, some, [0, 1, 2, 3, 4, 5]],
        make: (e) =>
          new CoverRule(
            e,
            4,
            [
              { group: 0, side: 0, from: 0, to: 700 },
              { group: 0, side: 2, from: 0, to: 0 },
            ],
            MIDNIGHT,
          ),
        counts: ([a = 0, b = 0]) => {
          const days = new Set<number>();
          for (let d = dayOf(a); d <= dayOf(a + 700); d++) days.add(d);
          days.add(dayOf(b));
          return days.size;
        },
      },
      300,
      3,
    );
    expect(looked).toBeGreaterThan(50);
  });
  it('sums', () => {
    const looked = check(
      {
        lists: [
          [0, 1, 3],
          [0, 2, 4],
          [0, 1, 2, 3, 5, 7],
        ],
        make: (e) => new SumRule(e, 4, [0, 2]),
        counts: ([a = 0, b = 0]) => a + b,
      },
      300,
      2,
    );
    expect(looked).toBeGreaterThan(100);
  });
});
