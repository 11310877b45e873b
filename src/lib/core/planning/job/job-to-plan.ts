/** A job as it is given to the planner: what is still to be done and what is known of people, place and rack. */
import type { Step } from '$core/coating/route';
import type { Tool } from '$core/coating/tool';
import type { Waits } from '$core/coating/waits';
import type { Climate } from '$core/drying/climate';
import type { SiteStep } from '$core/takeoff/site-route';
import type { Goal } from '../model/goals';
import type { Rules } from '../model/rules';
import type { WorkWeek } from '../model/work-week';

export interface StepProgress {
  key: string;
  /** pieces that still need it and are not being worked on */
  pending: number;
  /** how many usual pieces those are worth; as many as they are where nothing is said */
  worth?: number;
  /** when the first of those pieces was last worked on or wiped, ms since 1970; null where nothing was done to them */
  handled?: number | null;
  /** the films of those pieces allow it from / until, ms since 1970 */
  from: number;
  to: number | null;
  /** work under way on other pieces of the lot */
  running: { worker: string; pieces: number; worth?: number; start: number }[];
}

export interface LotProgress {
  id: string;
  /** what it is painted; one for all where nothing is said */
  colour?: string;
  /** pieces that are not hung */
  pieces: number;
  /** how many of those are down, or were worked on; none where nothing is said */
  down?: number;
  /** whether its pieces lie on the rack already */
  racked: boolean;
  /** slots they take there; one for each piece where nothing is said */
  slots?: number;
  /** the stage in which it comes down, where the kitchen goes home in parts */
  stage?: number;
  steps: StepProgress[];
}

/** A stretch of time, ms since 1970. */
export interface Span {
  from: number;
  to: number;
}

/** How far a step of the fixed work is. */
export interface SiteProgress {
  step: SiteStep;
  /** the films before it allow it from / until, ms since 1970; null: without end */
  from: number;
  to: number | null;
  state: 'done' | 'pending' | { worker: string; start: number };
}

/** What other jobs and people's absences take away. */
export interface UsedElsewhere {
  /** when each person is not to be had: work may pause over it */
  away: ReadonlyMap<string, readonly Span[]>;
  /** when each person is at another job: nothing is left lying meanwhile */
  work: ReadonlyMap<string, readonly Span[]>;
  /** when the place of coating is another job's */
  place: readonly Span[];
  /** slots of the rack that other jobs take */
  rack: readonly (Span & { slots: number })[];
}

export interface JobToPlan {
  name: string;
  /** start of the plan, ms since 1970, on a whole minute */
  t0: number;
  /** nothing begins before, ms since 1970; where nothing is said, from the start */
  notBefore?: number;
  zone: string;
  horizonDays: number;
  route: readonly Step[];
  tool: Tool;
  lots: readonly LotProgress[];
  workers: readonly string[];
  crewWeek: WorkWeek;
  houseWeek: WorkWeek;
  rackSlots: number;
  /** pieces that may lie in stacks until their first coat; null, and where nothing is said: any number */
  stackSlots?: number | null;
  /** material that the gun held last, as `materialOf` calls it; null when clean */
  lastMaterial: string | null;
  /** how films wait; the sheet's where nothing is said */
  waits?: Waits;
  /** how films on the fixed work wait, in the air of the house; as the pieces’ where nothing is said */
  siteWaits?: Waits;
  /** the air where pieces are coated, and that of the house: nothing is laid in hours that are out of a product’s limits */
  coatingAir?: { pieces: Climate; site: Climate };
  /** coated in the house: nothing is coated when nobody may come */
  atHouse?: boolean;
  /** coated in the house or in a tent beside it */
  atHome?: boolean;
  rules?: Rules;
  /** minutes that whoever comes is paid for at least; none where nothing is said */
  shortestComing?: number;
  /** fixed work, in order */
  site?: readonly SiteProgress[];
  /** operations that were pinned, by id, ms since 1970 */
  pins?: ReadonlyMap<string, number>;
  /** what counts, one goal after another; the usual order where nothing is said */
  goals?: readonly Goal[];
  /** minutes by which it may be handed back later than it could, where it is better by the goals then */
  later?: number;
  /** the minute of the plan by which it is to end all the same; where nothing is said, any */
  by?: number;
  /** it is only compared with others: what stands too long is left aside */
  compared?: boolean;
  /** what counts first of plans that end so much later; the order of the goals where nothing is said */
  first?: Goal | undefined;
  /** false where only the hand-back matters, not how long fronts are away */
  fronts?: boolean;
  /** coats before which pieces are wiped because they will have stood too long, and coats that follow before they have; operations by id */
  wiped?: ReadonlySet<string>;
  soon?: ReadonlySet<string>;
  /** what other jobs and absences take away */
  usedElsewhere?: UsedElsewhere;
}
