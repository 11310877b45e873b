/** Searches under way, one a job and one for all jobs together. They outlive the request that began them. */
import { search as begin } from './ask';
import type { Found, Search as What } from './planner-thread';
import { unavailable } from '../base/unavailable';

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
  what: What,
  now: number,
  done: (found: Found) => void | Promise<void> = () => undefined,
): Promise<void> {
  stopSearch(key);
  const search: Search & { stop: () => void } = {
    state: 'running',
    share: 0,
    best: null,
    startedAt: now,
    found: null,
    why: null,
    stop: () => undefined,
  };
  searches.set(key, search);
  const running = await begin(what, (share, best) => Object.assign(search, { share, best }));
  search.stop = running.stop;
  running.found
    .then(async (found) => {
      if (search.state !== 'running') return;
      await done(found);
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

/** Stops all searches; nothing is known of them any more. */
export function forgetAllSearches(): void {
  for (const [key, search] of searches) {
    stopSearch(key);
    search.state = 'done';
    forgetSearch(key);
  }
}
