/** Loading a page's data again without being asked. */
import { invalidate, invalidateAll } from '$app/navigation';
import { navigating } from '$app/state';

/**
 * Loads the data of the page again. Whoever is on the way to another page goes first: loading would end that.
 * @param what the data that is wanted; all of it where nothing is said
 */
export async function refresh(what?: string): Promise<void> {
  while (navigating.complete) await navigating.complete.catch(() => undefined);
  await (what === undefined ? invalidateAll() : invalidate(what));
}
