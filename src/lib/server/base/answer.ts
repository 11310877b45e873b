/** What a service refused, as an answer of a form or of a route. */
import { error, fail } from '@sveltejs/kit';
import { unavailable } from './unavailable';
import { Refused } from './refused';

/** Runs a service for a form: its result, or what it refused. */
export async function answer<T extends object>(act: () => T | Promise<T>) {
  try {
    return await act();
  } catch (refusal) {
    const why = unavailable(refusal);
    if (why !== null) return fail(503, { refused: why, field: null });
    if (!(refusal instanceof Refused)) throw refusal;
    return fail(refusal.status, { refused: refusal.message, field: refusal.field });
  }
}

/** Runs a service for a route: a refusal becomes an error page. */
export async function orError<T>(act: () => T | Promise<T>): Promise<T> {
  try {
    return await act();
  } catch (refusal) {
    if (!(refusal instanceof Refused)) throw refusal;
    error(refusal.status, refusal.message);
  }
}
