/**
 * What runs in a planning thread: tasks of a thread that stays, or one long search that reports how far it is and can be
 * stopped. Loaded as a module, it starts such threads.
 */
import { isPlan } from '$core/planning/model/infeasible';
import { constants, setPriority } from 'node:os';
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { planAllJobs } from '$core/job-plan/all-jobs';
import { EFFORTS, plan } from '$core/job-plan/efforts';
import type { PlanInputs } from '$core/job-plan/inputs';
import { makePlan } from '$core/job-plan/make-plan';
import type { MadePlan } from '$core/job-plan/made-plan';
import { runTask, type Answer, type Progress, type TaskKind, type Tasks } from '$core/job-plan/tasks';
import { audit } from '$core/planning/audit/audit';
import type { NoPlan, Plan, Problem } from '$core/planning/model/problem';
import { solve } from '$core/planning/search/solve';
import type { PlannedTogether } from '$core/planning/job/together';

/** A search: all jobs together, a better plan for one, or a problem that somebody sent. `at` in ms since 1970. */
export type Search =
  | { kind: 'together'; jobs: readonly PlanInputs[]; at: number }
  | { kind: 'job'; inputs: PlanInputs; at: number }
  /** `limit`: ms of planning at most; the best plan by then is taken */
  | { kind: 'problem'; problem: Problem; limit: number };
export type Found =
  | { kind: 'together'; made: PlannedTogether | null }
  | { kind: 'job'; made: MadePlan | null }
  | { kind: 'problem'; made: Plan | NoPlan; faults: string[] };

interface Watch {
  progress?: (share: number, best: number | null) => void;
  stop?: () => boolean;
}

export function runSearch(search: Search, watch: Watch = {}): Found {
  if (search.kind === 'problem') {
    const until = performance.now() + search.limit;
    const stop = () => performance.now() > until || watch.stop?.() === true;
    const made = solve(search.problem, { ...EFFORTS.sent, stop });
    return { kind: 'problem', made, faults: !isPlan(made) ? [] : audit(search.problem, made) };
  }
  if (search.kind === 'job')
    return {
      kind: 'job',
      made: makePlan(search.inputs, search.at, undefined, { ...EFFORTS.search, ...watch }),
    };
  return { kind: 'together', made: planAllJobs(search.jobs, search.at, watch) };
}

/** Run from sources, no thread can load this: everything is done at once. */
export const INLINE = import.meta.url.endsWith('.ts');

/** Memory of a thread at most, MB. */
const MOST_MEMORY = 1024;

const spawn = (data: object): Worker =>
  new Worker(new URL(import.meta.url), {
    workerData: data,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY },
  });

export interface Running {
  /** resolves with what was found, the best so far where it was stopped */
  found: Promise<Found>;
  stop: () => void;
  /** ends the thread, whatever it does */
  end: () => void;
}

/** Begins a search in a thread of its own. */
export function search(
  what: Search,
  progress: (share: number, best: number | null) => void = () => undefined,
): Running {
  const nothing = () => undefined;
  if (INLINE)
    return {
      found: new Promise((resolve) => resolve(runSearch(what, { progress }))),
      stop: nothing,
      end: nothing,
    };
  // A shared byte tells it to stop.
  const flag = new SharedArrayBuffer(1);
  const thread = spawn({ search: what, flag });
  return {
    found: new Promise((resolve, reject) => {
      thread.on('message', (m: { share: number; best: number | null } | { found: Found }) => {
        if ('found' in m) resolve(m.found);
        else progress(m.share, m.best);
      });
      thread.once('error', reject);
      thread.once('exit', (code) => reject(new Error(`The search ended with ${code}`)));
    }),
    stop: () => Atomics.store(new Uint8Array(flag), 0, 1),
    end: () => void thread.terminate(),
  };
}

/** What a thread that stays is sent, and what it sends back. */
export interface Order {
  id: number;
  kind: TaskKind;
  given: Tasks[TaskKind]['given'];
}
export type Reply =
  | { id: number; share: number }
  | { id: number; answer: Answer<TaskKind> }
  | { id: number; failed: string };

/** Starts a thread that does one task after another; the server may end while it has none. */
export function startThread(): Worker {
  const thread = spawn({ stays: true });
  thread.unref();
  return thread;
}

function reply({ id, kind, given }: Order, progress: Progress): Reply {
  try {
    return { id, answer: runTask(kind, given, progress) };
  } catch (error) {
    return { id, failed: error instanceof Error ? error.message : String(error) };
  }
}

// For tests and slow machines. Plans that are made so quickly keep no page waiting, and need not wait for pages.
if (process.env.ANTHEM_EFFORT === 'quick') plan('quickly');
/** Whoever uses the pages goes before the planner. On Linux this holds for the thread alone; elsewhere for all, so not there. */
else if (!isMainThread && process.platform === 'linux') setPriority(constants.priority.PRIORITY_LOW);

const own = workerData as { stays?: true; search?: Search; flag?: SharedArrayBuffer } | null;
if (!isMainThread && own?.stays)
  parentPort?.on('message', (order: Order) => {
    const say = (share: number): void => parentPort?.postMessage({ id: order.id, share });
    parentPort?.postMessage(reply(order, say));
  });
if (!isMainThread && own?.search && own.flag) {
  const stopped = new Uint8Array(own.flag);
  const found = runSearch(own.search, {
    progress: (share, best) => parentPort?.postMessage({ share, best }),
    stop: () => Atomics.load(stopped, 0) === 1,
  });
  parentPort?.postMessage({ found });
}
