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
      .replace(/the open hours of (?:[\w-]+\|)?crew [\w-]+/g, 'the working hours of the crew')
      .replace(/the open hours of (?:[\w-]+\|)?in the house/g, 'the hours of the house')
      .replace(/the open hours of (?:[\w-]+\|)?house/g, 'the hours of the kitchen')
      .replace(/the open hours of (?:[\w-]+\|)?coating/g, 'the hours of the place where pieces are coated')
      .replace(/:running\d+/g, ', under way')
      .replace(/(?<=[”\w]):film/g, ', by the film below it')
      .replace(/[\w-]+:(?:rack|stack):now/g, 'what lies on the rack')
      .replace(/[\w-]+:first:day/g, 'the first day')
      .replace(/other:work:[\w-]+:\d+/g, 'work on another job')
      .replace(/other:rack:\d+/g, 'what another job lays on the rack')
      .replace(/the open hours of (?:[\w-]+\|)?air \d+: /g, 'the hours whose air suits ')
      .replace(/minute (\d+)/g, (_, n: string) => sayTime(t0 + Number(n) * 60_000, zone))
  );
}
