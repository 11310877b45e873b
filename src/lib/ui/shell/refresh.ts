/** Loading a page's data again without being asked. */
import { invalidate, invalidateAll } from '$app/navigation';
import { navigating } from '$app/state';

/** Between two looks for a server that does not answer, ms. */
const PACE = 3000;

const answers = (): Promise<boolean> =>
  navigator.onLine
    ? fetch('/api/clock', { cache: 'no-store' }).then(
        (response) => response.ok,
        () => false,
      )
    : Promise.resolve(false);

/**
 * Loads the data of the page again, once the server answers: without one the page would become an error. Whoever is on
 * the way to another page goes first: loading would end that.
 *
 * @param what the data that is wanted; all of it where nothing is said
 */
export async function refresh(what?: string): Promise<void> {
  while (!(await answers())) await new Promise((passed) => setTimeout(passed, PACE));
  while (navigating.complete) await navigating.complete.catch(() => undefined);
  await (what === undefined ? invalidateAll() : invalidate(what));
}
