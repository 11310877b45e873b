/** What a planning thread is asked, and what it answers: data in, data out. */
import { readBusy, type BusySpan } from './ical-busy';
import { frozen } from '../frozen';
import {
  lastingView,
  reasonsFor,
  type LastingQuery,
  type LastingView,
  type Reasons,
} from '../durability/lasting';
import { worsening, type Worse } from '../durability/worsening';
import { readRecords, type StoredRecord } from '../durability/stored-record';
import { ifKnown } from '../coating/missing-figure';
import { backBy, sureBy, type Among, type BackBy, type BackByQuestion } from './back-by';
import { comesTo, type ComesTo } from './comes-to';
import { settleChoice } from './settle-choice';
import { settleRework, type SettledRework } from './settle-rework';
import { keepTimes, type KeptTimes } from './keep-times';
import { newKitchenStart, type NewStart } from './new-kitchen';
import { plansWithin } from './all-jobs';
import { makePlan, planToCompare } from './make-plan';
import type { MadePlan, Times } from './made-plan';
import { EFFORTS, NEW_START } from './efforts';
import { outcomeOf, type Outcome } from './better';
import type { PlanInputs } from './inputs';
import type { Choice } from '../planning/job/choice';
import type { PlannedTogether } from '../planning/job/together';

/** Tasks by kind: what is given and what comes back. `at` and `now` in ms since 1970. */
export interface Tasks {
  plan: {
    given: {
      inputs: PlanInputs;
      at: number;
      near: Times | undefined;
      effort?: keyof typeof EFFORTS;
    };
    back: MadePlan | null;
  };
  'settle-choice': { given: { inputs: PlanInputs; at: number }; back: Choice };
  'settle-rework': {
    given: { inputs: PlanInputs; at: number; weighed: readonly string[]; ids: readonly string[] };
    back: SettledRework;
  };
  'keep-times': {
    given: {
      inputs: PlanInputs;
      moves: readonly { operation: string; from: number }[];
      at: number;
      near: Times | undefined;
    };
    back: KeptTimes;
  };
  /** hand-backs of one job as it would be in several ways; null where none is found */
  compare: {
    given: { ways: readonly PlanInputs[]; at: number; among: Among };
    back: ((Outcome & Pick<ComesTo, 'sure'>) | null)[];
  };
  /** what a job would come to in a choice; null where none is found, or a figure is missing */
  'comes-to': { given: { inputs: PlanInputs; at: number; among: Among | null }; back: ComesTo | null };
  'new-kitchen': { given: { like: PlanInputs; now: number; zone: string }; back: NewStart | null };
  /** when half and nearly all such jobs are back; null where there is no plan to weigh */
  'back-by': { given: BackByQuestion; back: BackBy | null };
  lasting: { given: { records: readonly StoredRecord[]; query: LastingQuery }; back: LastingView };
  'lasting-reasons': { given: { records: readonly StoredRecord[]; kind: string | null }; back: Reasons };
  /** systems whose record worsens */
  'lasting-worse': { given: { records: readonly StoredRecord[]; now: number }; back: Worse[] };
  'read-calendar': { given: Parameters<typeof readBusy>; back: BusySpan[] };
  'plans-within': {
    given: { jobs: readonly PlanInputs[]; joint: PlannedTogether; startedAt: number; at: number };
    back: Map<string, MadePlan>;
  };
}
export type TaskKind = keyof Tasks;
export type Task<K extends TaskKind = TaskKind> = { [T in K]: { do: T } & Tasks[T]['given'] }[K];
export type Answer<K extends TaskKind> = Tasks[K]['back'];

/** Null too where a figure that a way would need is missing. */
const compare = ({ ways, at, among }: Tasks['compare']['given']): Tasks['compare']['back'] =>
  ways.map((inputs) =>
    ifKnown(() => {
      const plan = planToCompare(inputs, at, EFFORTS.compare, NEW_START);
      const outcome = outcomeOf(plan);
      return plan && outcome && { ...outcome, sure: sureBy({ inputs, plan }, at, among) };
    }),
  );

/** Told now and then: the share of a task that is done, 0–1. */
export type Progress = (share: number) => void;

const DO: { [K in TaskKind]: (given: Tasks[K]['given'], progress?: Progress) => Tasks[K]['back'] } = frozen({
  plan: ({ inputs, at, near, effort = near ? 'followed' : 'stored' }) =>
    makePlan(inputs, at, near, EFFORTS[effort]),
  'settle-choice': ({ inputs, at }, progress) => settleChoice(inputs, at, progress),
  'settle-rework': ({ inputs, at, weighed, ids }) => {
    const left = [...ids];
    return settleRework(inputs, at, weighed, () => left.shift() ?? '');
  },
  'keep-times': ({ inputs, moves, at, near }) => keepTimes(inputs, moves, at, near),
  compare,
  'comes-to': ({ inputs, at, among }) => ifKnown(() => comesTo(inputs, at, among)),
  'new-kitchen': ({ like, now, zone }) => newKitchenStart(like, now, zone),
  'back-by': backBy,
  lasting: ({ records, query }) => lastingView(readRecords(records), query),
  'lasting-reasons': ({ records, kind }) => reasonsFor(readRecords(records), kind),
  'lasting-worse': ({ records, now }) => worsening(readRecords(records), now),
  'read-calendar': (given) => readBusy(...given),
  'plans-within': ({ jobs, joint, startedAt, at }) => plansWithin(jobs, joint, startedAt, at),
});

/** @throws Error as the task says */
export const runTask = <K extends TaskKind>(
  kind: K,
  given: Tasks[K]['given'],
  progress?: Progress,
): Answer<K> => DO[kind](given, progress);
