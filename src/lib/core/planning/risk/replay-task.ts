/** Plans as what is to be done when they are carried out together. */
import type { AirWaits, Model } from '../model/model';
import type { Interval, Operation, Plan, Problem } from '../model/problem';

export interface ReplayJob {
  problem: Problem;
  /** waits of films that follow the air as it was planned with */
  waits: AirWaits;
  plan: Plan;
  /** minute at which the plan begins, counted from the first of all */
  offset: number;
  /** 0: nobody's work comes before it where both could begin */
  rank: number;
  /** jobs with the same place share its stations and racks of these names; null: its own */
  shares: { place: string; stations: readonly string[]; racks: readonly string[] } | null;
  /** people who work on other jobs too; all others are its own */
  crew: ReadonlySet<string>;
}

export interface Task {
  job: number;
  op: number;
  operation: Operation;
  /** of its job */
  rank: number;
  offset: number;
  /** indexes among all people, and among all places; −1: none */
  worker: number;
  station: number;
  planned: number;
  /** it does not begin before */
  release: number;
  open: Interval[];
  /** its holds: rack, slots, and the task that ends it or minutes after its own end */
  holds: { rack: number; slots: number; to: number | null; tail: number }[];
  /** tasks that wait until this one has begun, and those that wait for its film */
  orders: number[];
  followers: number[];
  waits: number;
  /** tasks of other jobs that are planned before it: those of the same people or place, and those that lay something on the same rack */
  rivals: number[];
  laidBefore: number[];
  isFact: boolean;
}

/** Minutes of changing a place over, by the material before and the one after. */
export type Changes = Map<string | null, Map<string | null, number>>;

/** Who and what there is, of all jobs together. */
interface Means {
  people: number;
  capacity: readonly number[];
  slots: readonly number[];
  changes: readonly Changes[];
}

/** All jobs, ready to be carried out many times. */
export interface Setting {
  models: readonly Model[];
  tasks: readonly Task[];
  /** the first task of each job */
  first: readonly number[];
  means: Means;
}
