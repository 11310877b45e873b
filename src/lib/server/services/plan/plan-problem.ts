/** Plans a problem that somebody sent: in a thread of its own, within limits of time and memory, and audited. */
import type { NoPlan, Plan, Problem } from '$core/planning/model/problem';
import { Refused } from '../../base/refused';
import { search } from '../../threads/ask';

/** The search stops after this long with the best plan so far, ms. */
const LIMIT = 4000;
/** What does not stop by itself is ended after so much more, ms. */
const GRACE = 4000;
/** Problems that are planned at once, and that wait for their turn. */
const AT_ONCE = 1;
const WAITING = 8;

let running = 0;
const queue: (() => void)[] = [];

async function turn(signal: AbortSignal): Promise<void> {
  if (running >= AT_ONCE) {
    if (queue.length >= WAITING)
      throw new Refused(503, 'Other problems are being planned. Send this one again in a few seconds.');
    await new Promise<void>((resolve) => {
      queue.push(resolve);
      signal.addEventListener('abort', () => {
        const at = queue.indexOf(resolve);
        if (at >= 0) queue.splice(at, 1);
        if (at >= 0) resolve();
      });
    });
  }
  if (signal.aborted) {
    // Whoever has hung up leaves the turn to the next.
    if (running < AT_ONCE) queue.shift()?.();
    signal.throwIfAborted();
  }
  running++;
}

function next(): void {
  running--;
  queue.shift()?.();
}

/**
 * @param problem a well-formed problem
 * @param signal ends the search when the asker is gone
 * @throws Refused 503 when it took more time or memory than there is, or too many wait
 * @throws Error when the planner made a wrong plan
 */
export async function planProblem(problem: Problem, signal: AbortSignal): Promise<Plan | NoPlan> {
  await turn(signal);
  const running = await search({ kind: 'problem', problem, limit: LIMIT });
  const late = setTimeout(running.end, LIMIT + GRACE);
  signal.addEventListener('abort', running.end);
  try {
    const found = await running.found.catch((error: unknown) => {
      console.error(error);
      throw new Refused(
        503,
        'The problem took more time or memory than there is here. Make it smaller: fewer operations, a nearer horizon.',
      );
    });
    if (found.kind !== 'problem') throw new Error('The thread planned something else');
    if (found.faults.length) throw new Error(`The planner made a wrong plan: ${found.faults.join('; ')}`);
    return found.made;
  } finally {
    clearTimeout(late);
    signal.removeEventListener('abort', running.end);
    next();
  }
}
