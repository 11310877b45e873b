/** Searches under way, one a job and one for all jobs together. They outlive the request that began them. */
import type { Found, Running, Task } from './planner-thread';
import { unavailable } from '../unavailable';
import { packJson } from '$core/planning/pack';

export interface Search {
  state: 'running' | 'done' | 'failed';
  /** 0–1 */
  share: number;
  /** best so far, in minutes or as weighed */
  best: number | null;
  startedAt: number;
  found: Found | null;
  /** why it failed, where the database could not take what was found; null otherwise */
  why: string | null;
  /** what was known when it began: facts, choices */
  stamp: string;
}

const searches = new Map<string, Search & { stop: () => void }>();

/** @returns what is known of a search; null when none was begun */
export function searchOf(key: string): Search | null {
  return searches.get(key) ?? null;
}

/**
 * Begins a search; one that is under way under the same key is stopped.
 * @param done told once, with what was found
 */
export async function beginSearch(
  key: string,
  task: Task,
  stamp: string,
  now: number,
  done: (found: Found) => void = () => undefined,
): Promise<void> {
  stopSearch(key);
  const { start } = await import('./planner-thread');
  const search: Search & { stop: () => void } = {
    state: 'running',
    share: 0,
    best: null,
    startedAt: now,
    found: null,
    why: null,
    stamp,
    stop: () => undefined,
  };
  searches.set(key, search);
  const running: Running = start(packJson(task), (share, best) => Object.assign(search, { share, best }));
  search.stop = running.stop;
  running.found
    .then((found) => {
      if (search.state !== 'running') return;
      done(found);
      Object.assign(search, { state: 'done', share: 1, found });
    })
    .catch((error: unknown) => {
      if (search.state !== 'running') return;
      search.state = 'failed';
      search.why = unavailable(error);
      console.error(search.why ?? error);
    });
}

export const stopSearch = (key: string): void => searches.get(key)?.stop();
export const forgetSearch = (key: string): void => void searches.delete(key);
