/** Why there is no plan, as people say it. */
import { sayTime } from '../units/clock-time';

/**
 * @param reason as the planner gives it, with ids of operations and minutes
 * @param names operations and their words
 * @param t0 the moment that minutes count from, ms since 1970
 */
export function sayReason(
  reason: string,
  names: readonly (readonly [operation: string, words: string])[],
  t0: number,
  zone: string,
): string {
  return (
    [...names]
      // An id may begin with another one.
      .sort((a, b) => b[0].length - a[0].length)
      .reduce((text, [id, words]) => text.replaceAll(id, words), reason)
      .replace(/other:work:[\w-]+:\d+/g, 'work on another job')
      .replace(/other:rack:\d+/g, 'what another job lays on the rack')
      .replace(/the open hours of (?:[\w-]+\|)?air \d+: /g, 'the hours whose air suits ')
      .replace(/minute (\d+)/g, (_, n: string) => sayTime(t0 + Number(n) * 60_000, zone))
  );
}
