/** Cups that were mixed: which stands, which may be used, which is past its pot life. */
import { isoDay } from '$core/units/clock-time';
import type { JobState, Mix } from '../state/state';

/** A cup past its pot life is spoken of so long. */
const SPOKEN_OF = 12 * 3_600_000;

export interface CupAge {
  state: 'reacting' | 'good' | 'past';
  /** until when it stands, must be used, or could be used; null: no pot life */
  until: number | null;
}

/**
 * What may be done with a cup.
 *
 * @param mix when it may be used and until when, ms since 1970
 * @param now ms since 1970
 * @returns its state, and until when it lasts; null where it lasts
 */
export function cupAge({ readyAt, useBy }: Pick<Mix, 'readyAt' | 'useBy'>, now: number): CupAge {
  if (now < readyAt) return { state: 'reacting', until: readyAt };
  return { state: useBy !== null && now > useBy ? 'past' : 'good', until: useBy };
}

/** Cups of the bench, newest first: those in use, and those to pour out. */
export const cupsNow = (state: JobState, now: number): (Mix & { age: CupAge })[] =>
  state.mixes
    .map((m) => ({ ...m, age: cupAge(m, now) }))
    .filter(({ age: { state: is, until } }) => until !== null && (is !== 'past' || now - until < SPOKEN_OF))
    .reverse();

/** A number for the next batch of a job, from how many there were and the day: "3-0311". */
export const nextBatch = (state: JobState, now: number, zone: string): string =>
  `${state.mixes.length + 1}-${isoDay(now, zone).slice(5).replace('-', '')}`;
