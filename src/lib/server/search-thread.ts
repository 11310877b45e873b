/**
 * A search that goes on in a thread of its own while the server answers: it reports progress and the best so far, and can
 * be stopped. Run from sources, where a thread cannot load them, it is done at once.
 */
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { unpackJob, unpackJson, type Packed } from '$core/planning/pack';
import { planJob, type PlannedJob } from '$core/planning/plan-job';
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
export type Task = JobsTask | JobTask;
export type Found =
  { kind: 'together'; made: PlannedTogether | null } | { kind: 'job'; made: PlannedJob | null };

const SEED = 20260309;

export function runTask(
  task: Task,
  progress?: (share: number, best: number | null) => void,
  stop?: () => boolean,
): Found {
  const effort = { seed: SEED, steps: task.steps, progress, stop };
  if (task.kind === 'job')
    return { kind: 'job', made: planJob(unpackJob(task.packed), { ...effort, nodes: task.nodes }) };
  const jobs = task.jobs.map(({ packed, ...j }) => ({ ...j, job: unpackJob(packed) }));
  return { kind: 'together', made: planTogether(task.name, jobs, effort) };
}

export interface Running {
  /** resolves with what was found, the best so far where it was stopped */
  found: Promise<Found>;
  stop: () => void;
}

/** @param text a Task as packed JSON */
export function start(text: string, progress: (share: number, best: number | null) => void): Running {
  if (import.meta.url.endsWith('.ts'))
    return { found: Promise.resolve(runTask(unpackJson(text) as Task, progress)), stop: () => undefined };
  // The thread runs this very file; a shared byte tells it to stop.
  const flag = new SharedArrayBuffer(1);
  const thread = new Worker(new URL(import.meta.url), { workerData: { anthemSearch: text, flag } });
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
  };
}

const given = workerData as { anthemSearch?: string; flag?: SharedArrayBuffer } | null;
if (!isMainThread && given?.anthemSearch !== undefined && given.flag) {
  const stopped = new Uint8Array(given.flag);
  const found = runTask(
    unpackJson(given.anthemSearch) as Task,
    (share, best) => parentPort?.postMessage({ share, best }),
    () => Atomics.load(stopped, 0) === 1,
  );
  parentPort?.postMessage({ found });
}
