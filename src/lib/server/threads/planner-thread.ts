/**
 * Planning in threads of their own while the server answers. A search reports progress and the best so far, and can be
 * stopped; stored plans are made one after another by a thread that stays. Run from sources, where a thread cannot load
 * them, both are done at once.
 */
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { unpackJob, unpackJson, type Packed } from '$core/planning/pack';
import { audit } from '$core/planning/audit';
import type { NoPlan, Plan, Problem } from '$core/planning/problem';
import { solve } from '$core/planning/solve';
import { planJob, type PlannedJob } from '$core/planning/plan-job';
import type { Effort, Near } from '$core/planning/effort';
import { planTogether, type PlannedTogether } from '$core/planning/together';

export interface JobsTask {
  kind: 'together';
  name: string;
  jobs: { id: string; packed: Packed; place: string | null; promised: number | null; weight: number }[];
  steps: number;
}
export interface JobTask {
  kind: 'job';
  packed: Packed;
  steps: number;
  nodes: number;
}
/** A problem that somebody sent. */
export interface ProblemTask {
  kind: 'problem';
  problem: Problem;
  /** ms of planning at most; the best plan by then is taken */
  limit: number;
}
export type Task = JobsTask | JobTask | ProblemTask;
export type Found =
  | { kind: 'together'; made: PlannedTogether | null }
  | { kind: 'job'; made: PlannedJob | null }
  | { kind: 'problem'; made: Plan | NoPlan; faults: string[] };

const SEED = 20260309;

export function runTask(
  task: Task,
  progress?: (share: number, best: number | null) => void,
  stop?: () => boolean,
): Found {
  if (task.kind === 'problem') {
    const until = performance.now() + task.limit;
    const stopped = () => performance.now() > until || stop?.() === true;
    const made = solve(task.problem, { seed: 1, steps: 1500, nodes: 1_000_000, stop: stopped });
    return { kind: 'problem', made, faults: 'infeasible' in made ? [] : audit(task.problem, made) };
  }
  const effort = { seed: SEED, steps: task.steps, progress, stop };
  if (task.kind === 'job')
    return { kind: 'job', made: planJob(unpackJob(task.packed), { ...effort, nodes: task.nodes }) };
  const jobs = task.jobs.map(({ packed, ...j }) => ({ ...j, job: unpackJob(packed) }));
  return { kind: 'together', made: planTogether(task.name, jobs, effort) };
}

/** A job to plan, and the plan it stays near to. */
export interface PlanTask {
  packed: Packed;
  effort: Effort;
  near: Near | undefined;
}

const planTask = ({ packed, effort, near }: PlanTask): PlannedJob | null =>
  planJob(unpackJob(packed), effort, near);

export interface Running {
  /** resolves with what was found, the best so far where it was stopped */
  found: Promise<Found>;
  stop: () => void;
  /** ends the thread, whatever it does */
  end: () => void;
}

/** Memory of a search at most, MB. */
const MOST_MEMORY = 1024;

/** @param text a Task as packed JSON */
export function start(text: string, progress: (share: number, best: number | null) => void): Running {
  if (import.meta.url.endsWith('.ts'))
    return {
      found: Promise.resolve(runTask(unpackJson(text) as Task, progress)),
      stop: () => undefined,
      end: () => undefined,
    };
  // The thread runs this very file; a shared byte tells it to stop.
  const flag = new SharedArrayBuffer(1);
  const thread = new Worker(new URL(import.meta.url), {
    workerData: { anthemSearch: text, flag },
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY },
  });
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

interface Asked {
  resolve: (made: PlannedJob | null) => void;
  reject: (error: Error) => void;
}
type Told = { id: number; made: PlannedJob | null } | { id: number; failed: string };

let kept: { thread: Worker; asked: Map<number, Asked> } | null = null;
let serial = 0;

function keptThread(): { thread: Worker; asked: Map<number, Asked> } {
  if (kept) return kept;
  const asked = new Map<number, Asked>();
  const thread = new Worker(new URL(import.meta.url), { workerData: { anthemPlans: true } });
  // The server may end while nothing is planned.
  thread.unref();
  const lost = (why: Error): void => {
    kept = null;
    for (const { reject } of asked.values()) reject(why);
  };
  thread.on('message', (told: Told) => {
    const waiting = asked.get(told.id);
    asked.delete(told.id);
    if ('failed' in told) waiting?.reject(new Error(told.failed));
    else waiting?.resolve(told.made);
  });
  thread.once('error', lost);
  thread.once('exit', (code) => lost(new Error(`The planner’s thread ended with ${code}`)));
  return (kept = { thread, asked });
}

/** Ends the thread that stays, so that the server can end. */
export const endThread = async (): Promise<void> => void (await kept?.thread.terminate());

/** Plans a job in the thread that stays. */
export function plan(task: PlanTask): Promise<PlannedJob | null> {
  if (import.meta.url.endsWith('.ts')) return Promise.resolve(planTask(task));
  const { thread, asked } = keptThread();
  const id = ++serial;
  return new Promise((resolve, reject) => {
    asked.set(id, { resolve, reject });
    thread.postMessage({ id, task });
  });
}

const given = workerData as { anthemSearch?: string; anthemPlans?: true; flag?: SharedArrayBuffer } | null;
if (!isMainThread && given?.anthemPlans)
  parentPort?.on('message', ({ id, task }: { id: number; task: PlanTask }) => {
    let told: Told;
    try {
      told = { id, made: planTask(task) };
    } catch (error) {
      told = { id, failed: error instanceof Error ? error.message : String(error) };
    }
    parentPort?.postMessage(told);
  });
if (!isMainThread && given?.anthemSearch !== undefined && given.flag) {
  const stopped = new Uint8Array(given.flag);
  const found = runTask(
    unpackJson(given.anthemSearch) as Task,
    (share, best) => parentPort?.postMessage({ share, best }),
    () => Atomics.load(stopped, 0) === 1,
  );
  parentPort?.postMessage({ found });
}
