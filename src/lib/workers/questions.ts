/** What a page and its planning worker say to each other. */
import type { NoPlan } from '$core/planning/model/problem';
import type { Pattern } from '$core/coating/pattern';
import type { Division } from '$core/planning/job/lots';
import type { Trade } from '$core/job-plan/trades';
import type { WidestBound } from '$core/job-plan/divisions';
import type { Risk } from '$core/planning/risk/risk';
import type { RiskModel } from '$core/planning/risk/risk-model';

export type Question = { id: number } & (
  | { do: 'load'; text: string }
  | { do: 'what-ifs' }
  | { do: 'trades' }
  | { do: 'settle'; times: number }
  | { do: 'risk'; runs: number }
  | { do: 'pin'; operation: string; at: number }
  | { do: 'stop' }
);

/** A plan that may be had instead. */
export interface WeighedTrade extends Trade {
  /** by when it is handed back in eight of ten runs, ms since 1970; null where that cannot be said */
  holds: number | null;
  /** the chance that it keeps the promised day; null where none is promised */
  sure: number | null;
}

/** A change that was weighed. */
export interface Weighed {
  key: string;
  words: string;
  /** hand-back, ms since 1970; null where no plan was found */
  back: number | null;
  /** by when it is handed back in eight of ten runs, ms since 1970; null where that cannot be said */
  sure: number | null;
  /** minutes sooner than as planned; negative: later */
  gain: number | null;
  /** minutes of hands more than as planned */
  minutes: number;
}

/** The best way to divide and turn the pieces that was found. */
export interface SettledFound {
  division: Division;
  lotSize: number;
  pattern: Pattern;
  /** by colour zone */
  patterns: Readonly<Record<string, Pattern>>;
  lots: number;
  /** hand-back, ms since 1970 */
  back: number;
  /** by when it is handed back in eight of ten runs, ms since 1970; null where it is no better, or that cannot be said */
  sure: number | null;
  /** minutes sooner than the plan that is kept; negative: later */
  gain: number;
  /** minutes of hands fewer than the plan that is kept; negative: more */
  saves: number;
  /** by what counts first */
  better: boolean;
  /** every way was looked at: nobody stopped it */
  whole: boolean;
}

export interface WhatIfsFound {
  /** the one that saves most comes first */
  list: Weighed[];
  widest: WidestBound | null;
}

export interface RiskFound extends Risk {
  model: RiskModel;
  t0: number;
  /** minutes from t0 */
  planned: number;
  /** jobs that share and were carried out with it */
  others: number;
  /** ms it took */
  took: number;
}

export interface Tried {
  back: number | null;
  /** why there is none; null where there is, or nothing is left to plan */
  none: NoPlan | null;
  /** the moment that its minutes count from */
  t0: number;
}

export type Answer =
  | { id: number; share: number }
  | { id: number; failed: string }
  | { id: number; done: WhatIfsFound | SettledFound | WeighedTrade[] | RiskFound | Tried | null };
