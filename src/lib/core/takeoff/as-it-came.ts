/** How a job came out against its take-off: hours by step, and paint by product and colour. */
import type { StepHours } from './needs';

export interface Came {
  /** what the take-off has, and what was recorded; the same unit */
  expected: number;
  came: number;
}

/** Hours of a step: minutes of hands. */
export interface StepCame extends Came {
  /** of the take-off's step */
  key: string;
  act: string;
  /** on the kitchen that stays */
  kitchen: boolean;
  /** whether all of it is done; what is half done is no saving */
  done: boolean;
}

/**
 * @param hours the take-off's
 * @param minutes minutes of hands by key of the take-off's steps
 * @param done keys whose work is all recorded as finished
 */
export const hoursCame = (
  hours: readonly StepHours[],
  minutes: ReadonlyMap<string, number>,
  done: ReadonlySet<string>,
): StepCame[] =>
  hours.flatMap(({ key, act, minutes: expected, kitchen }) => {
    const came = minutes.get(key);
    return came === undefined ? [] : [{ key, act, kitchen, expected, came, done: done.has(key) }];
  });

/** The steps that are done, together; null where none is. */
export function sumDone(list: readonly StepCame[]): Came | null {
  const done = list.filter((s) => s.done);
  return done.length
    ? {
        expected: done.reduce((sum, s) => sum + s.expected, 0),
        came: done.reduce((sum, s) => sum + s.came, 0),
      }
    : null;
}
