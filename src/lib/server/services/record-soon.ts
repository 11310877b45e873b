/** Recording while others record too: what waits when the server turns to it is stored together, with one write to the disk. */
import type { Db } from '../db/open';
import { recordTogether, type Batch, type Recorded } from './record-facts';

interface Waiting extends Batch {
  resolve: (recorded: Recorded) => void;
  reject: (why: unknown) => void;
}

const queues = new WeakMap<Db, Waiting[]>();

/**
 * Records facts of one job, all or none, together with what others send meanwhile. Resolves when they are stored for good.
 * @throws Refused as `recordTogether` says
 */
export function recordSoon(db: Db, job: string, inputs: readonly unknown[]): Promise<Recorded> {
  return new Promise((resolve, reject) => {
    const queue = queues.get(db);
    const waiting: Waiting = { job, inputs, resolve, reject };
    if (queue) queue.push(waiting);
    else {
      queues.set(db, [waiting]);
      setImmediate(() => recordQueue(db));
    }
  });
}

function recordQueue(db: Db): void {
  const queue = queues.get(db) ?? [];
  queues.delete(db);
  try {
    const answers = recordTogether(db, queue);
    answers.forEach((answer, i) =>
      answer instanceof Error ? queue[i]?.reject(answer) : queue[i]?.resolve(answer),
    );
  } catch (error) {
    for (const { reject } of queue) reject(error);
  }
}
