/** Recording while others record too: what waits when the server turns to it is stored together, with one write to the disk. */
import type { Db } from '../../db/open';
import { isHeld, unavailable } from '../../base/unavailable';
import { Refused } from '../../base/refused';
import { recordTogether, type Batch, type Recorded, type Sent } from './record-facts';

interface Waiting extends Batch {
  resolve: (recorded: Recorded) => void;
  reject: (why: unknown) => void;
}

const queues = new WeakMap<Db, Waiting[]>();

/**
 * Records facts of one job, all or none, together with what others send meanwhile. Resolves when they are stored for good.
 * @throws Refused as `recordTogether` says
 */
export function recordSoon(
  db: Db,
  job: string,
  inputs: readonly unknown[],
  sent: Sent = {},
): Promise<Recorded> {
  return new Promise((resolve, reject) => {
    const queue = queues.get(db);
    const waiting: Waiting = { job, inputs, sent, resolve, reject };
    if (queue) queue.push(waiting);
    else {
      queues.set(db, [waiting]);
      setImmediate(() => recordQueue(db));
    }
  });
}

/** While another program holds the database, facts wait for it so often, and so long between, ms. */
const TRIES = 8;
const BETWEEN = 400;

function recordQueue(db: Db, tries = 1): void {
  const queue = queues.get(db) ?? [];
  try {
    const answers = recordTogether(db, queue);
    answers.forEach((answer, i) =>
      answer instanceof Error ? queue[i]?.reject(answer) : queue[i]?.resolve(answer),
    );
    queues.delete(db);
  } catch (error) {
    if (isHeld(error) && tries < TRIES && db.open) {
      // The thread is free meanwhile: what comes now waits in the same queue.
      setTimeout(() => recordQueue(db, tries + 1), BETWEEN);
      return;
    }
    queues.delete(db);
    const why = unavailable(error);
    for (const { reject } of queue) reject(why === null ? error : new Refused(503, why));
  }
}
