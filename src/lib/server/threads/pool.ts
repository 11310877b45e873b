/** A few planning threads that stay. Plans that people wait for go before what takes long, which never holds all threads. */
import { runTask, type Answer, type Progress, type TaskKind, type Tasks } from '$core/job-plan/tasks';
import type { Worker } from 'node:worker_threads';
import { INLINE, startThread, type Order, type Reply } from './planner-thread';

const SIZE = 2;
/** Tasks of seconds; the others take a second or so. */
const LONG: ReadonlySet<TaskKind> = new Set([
  'settle-choice',
  'compare',
  'comes-to',
  'new-kitchen',
  'lasting-reasons',
  'plans-within',
]);

interface Asked {
  order: Order;
  resolve: (answer: Answer<TaskKind>) => void;
  reject: (error: Error) => void;
  progress: Progress;
}

interface Thread {
  worker: Worker;
  doing: Asked | null;
}

const threads = new Set<Thread>();
const waiting: Asked[] = [];
let serial = 0;
/** the server ends: no thread takes the place of one that is gone */
let ending = false;

function start(): Thread {
  const thread: Thread = { worker: startThread(), doing: null };
  threads.add(thread);
  const lost = (why: Error): void => {
    threads.delete(thread);
    thread.doing?.reject(why);
    thread.doing = null;
    next();
  };
  thread.worker.on('message', (reply: Reply) => {
    if ('share' in reply) {
      thread.doing?.progress(reply.share);
      return;
    }
    const asked = thread.doing;
    thread.doing = null;
    if (asked && 'failed' in reply) asked.reject(new Error(reply.failed));
    else if (asked && 'answer' in reply) asked.resolve(reply.answer);
    next();
  });
  thread.worker.once('error', lost);
  thread.worker.once('exit', (code) => lost(new Error(`The planner’s thread ended with ${code}`)));
  return thread;
}

/** Gives threads that are free what waits. */
function next(): void {
  while (!ending) {
    const busy = [...threads].filter((t) => t.doing);
    const long = busy.filter((t) => t.doing && LONG.has(t.doing.order.kind)).length;
    const at = waiting.findIndex((a) => !LONG.has(a.order.kind));
    const chosen = at >= 0 ? at : long < SIZE - 1 ? 0 : -1;
    if (busy.length >= SIZE || chosen < 0) return;
    const [asked] = waiting.splice(chosen, 1);
    if (!asked) return;
    const thread = [...threads].find((t) => !t.doing) ?? start();
    thread.doing = asked;
    thread.worker.postMessage(asked.order);
  }
}

/** Asks a planning thread. @throws Error as the task says, or when the thread ended */
export function ask<K extends TaskKind>(
  kind: K,
  given: Tasks[K]['given'],
  progress: Progress = () => undefined,
): Promise<Answer<K>> {
  return new Promise<Answer<TaskKind>>((resolve, reject) => {
    if (INLINE) {
      resolve(runTask(kind, given, progress));
      return;
    }
    waiting.push({ order: { id: ++serial, kind, given }, resolve, reject, progress });
    next();
  }) as Promise<Answer<K>>;
}

/** Drops all that is asked for or waits: threads that are at work end. */
export async function dropWork(): Promise<void> {
  const why = new Error('The planner’s work was dropped');
  for (const { reject } of waiting.splice(0)) reject(why);
  await Promise.all([...threads].flatMap((t) => (t.doing ? [t.worker.terminate()] : [])));
}

/** Ends all threads, so that the server can end. */
export async function endThreads(): Promise<void> {
  ending = true;
  await Promise.all([...threads].map((t) => t.worker.terminate()));
}
