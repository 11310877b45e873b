/** A problem compiled to indexes, with everything the search looks up often. `compile.ts` makes it. */
import type { Hold, Lag, Ready } from './lag';
import type { Interval, Operation, Problem } from './problem';

export { allowedFrom, type Hold, type Lag, type Ready } from './lag';

/** Waits that depend on when the operation before ends, by “from to”; the problem's own minLag is their least. */
export type AirWaits = ReadonlyMap<string, Ready>;

/** The key of a link between two operations. @param from its id @param to its id */
export const linkKey = (from: string, to: string): string => `${from} ${to}`;

export interface Front {
  down: number;
  home: number;
  pieces: number;
  /** whose; one for all where the problem does not say */
  house: number;
}

export interface Model {
  problem: Problem;
  operations: Operation[];
  /** the minutes between which each operation begins by the rules, whatever else is planned */
  earliest: Int32Array;
  latest: Int32Array;
  /** workers able to do each operation */
  able: number[][];
  /** station index of each operation, or -1 */
  station: number[];
  /** stations that hold one operation at a time, by index */
  single: boolean[];
  /** open hours by worker and station: hours[worker][station + 1]; behind them those of operations with hours of their own */
  hours: Interval[][][];
  /** where the hours of each operation stand among those of a worker */
  within: number[];
  /** hours in which somebody able can do each operation */
  anyHours: Interval[][];
  /** links that lead forward in `order` */
  before: Lag[][];
  after: Lag[][];
  /** links that lead back in it: into each operation, and out of each; circles whose lags add up to 0 at most have one */
  backInto: Lag[][];
  backOutOf: Lag[][];
  holds: Hold[];
  /** whether a hold surely takes its slots: it ends after it begins in every plan */
  sure: boolean[];
  /** indexes of the holds that each operation opens or closes */
  holdsOf: number[][];
  /** least minutes from the start of an operation to the end of the plan, calendars left aside */
  tail: number[];
  /** tail of the finish of each operation; -1 where the plan does not end with it */
  finish: Int32Array;
  /** operations in an order that respects the links */
  order: number[];
  /** minutes to change station s for operation j when operation i was last there: setup(s, i, j); i = -1 at first */
  setup: (station: number, last: number, next: number) => number;
  /** minutes a person needs from one operation to the next */
  travel: (last: number, next: number) => number;
  windows: boolean;
  /** what the household is without, by operations; down = -1: gone already */
  fronts: Front[];
  /** work in somebody's house, and coats whose solvent smells for so many minutes where a family lives */
  visits: { operation: number; house: number }[];
  smells: { operation: number; house: number; minutes: number }[];
  /** minutes from the start to the first midnight */
  midnight: number;
}

/** Whether somebody stands for a fact, and no one comes for it. */
export const isHelper = ({ calendar }: Problem['workers'][number]): boolean => calendar === ALWAYS;

/** Whether an operation stands for a fact: done by a helper of its own. */
export const isFact = (workers: Problem['workers'], operation: string): boolean =>
  workers.some((w) => w.id === operation);

/** Hours of those who stand for facts. */
export const ALWAYS = 'always';
