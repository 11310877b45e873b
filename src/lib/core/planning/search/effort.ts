/** How hard the planner tries, and what it is asked for beside the rules. */
import type { Goal } from '../model/goals';
import type { AirWaits } from '../model/model';

/** Jobs weighed together: each with its operations that end it, its promised minute and its weight. */
export interface Weighed {
  jobs: { finish: { operation: string; tail: number }[]; promised: number | null; weight: number }[];
}

export interface Effort {
  seed: number;
  /** constructions at most */
  steps: number;
  /** how long a search that learns goes on: 1, where nothing is said, is one to two seconds by the size of the problem */
  learning?: number;
  /** `chain`: only the longest chain through the calendars, for plans that are compared with each other and not with what is possible */
  bound?: 'chain';
  /** false where nobody asks why there is no plan: finding that out takes long */
  explain?: false;
  /** asked now and then; true stops the search with the best plan so far */
  stop?: () => boolean;
  /** told now and then: share of the work done, and the best makespan so far */
  progress?: (share: number, best: number | null) => void;
}

/** When operations of an earlier plan start, in minutes, and who does them where that is known. */
export type Near = ReadonlyMap<string, { start: number; worker?: string }>;

export interface SolveOptions {
  /** waits that depend on when a coat is laid */
  air?: AirWaits;
  /** what several jobs are weighed by; the makespan where nothing is said */
  weighed?: Weighed;
  /** the goals, what counts most first; the usual order where nothing is said. The earliest end is looked for first, whatever counts first */
  goals?: readonly Goal[] | undefined;
  /** minutes by which the plan may end later than the first that is found, where it is better by the goals then */
  later?: number | undefined;
  /** the minute by which such a plan is to end all the same */
  by?: number | undefined;
  /** what counts first of plans that end so much later; the order of the goals where nothing is said */
  first?: Goal | undefined;
  /** a plan to stay near to, by operation */
  near?: Near;
}
