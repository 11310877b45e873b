/** Whether a coat may go on now, and when in the coming hours it may. */
import { HOUR } from '$core/units/durations';
import { judgeAir, type AirLimits } from '../air/humid-air';
import type { Measures } from '../units/measures';
import type { FilmAir } from './phase';

/** The air of one hour at a place, with the surface where it was measured. */
export interface HourOfAir {
  /** start, ms since 1970 */
  at: number;
  air: FilmAir;
}

export interface HourVerdict {
  at: number;
  coat: boolean;
  marginK: number;
  reasons: string[];
}

/** Verdict of each hour by the product's limits. */
export const judgeHours = (
  hours: readonly HourOfAir[],
  limits: AirLimits,
  measures: Measures = 'metric',
): HourVerdict[] => hours.map(({ at, air }) => ({ at, ...judgeAir(air, limits, measures) }));

export interface CoatNow {
  /** `go` now; `wait` until `from`; `stop`: not in the hours that are known */
  says: 'go' | 'wait' | 'stop';
  /** ms since 1970; null for stop */
  from: number | null;
  /** the air leaves the limits again then; null where it stays */
  until: number | null;
  /** in words: why not now, or what ends it */
  reasons: string[];
}

/**
 * Sums the hours up: a coat needs its limits from when it is laid until it is dry to touch.
 * @param verdicts hours from now on, without gaps
 * @param open hours that must be within the limits, at least 1
 */
export function coatNow(verdicts: readonly HourVerdict[], open: number): CoatNow {
  const span = Math.max(1, Math.ceil(open));
  const fits = (i: number): boolean =>
    i + span <= verdicts.length && verdicts.slice(i, i + span).every((v) => v.coat);
  const first = verdicts.findIndex((_, i) => fits(i));
  const wrong = (from: number) => verdicts.slice(from).find((v) => !v.coat);
  if (first < 0) return { says: 'stop', from: null, until: null, reasons: wrong(0)?.reasons ?? [] };
  const end = wrong(first);
  const now = first === 0;
  const reasons = (now ? end : wrong(0))?.reasons ?? [];
  return {
    says: now ? 'go' : 'wait',
    from: verdicts[first]?.at ?? null,
    until: end ? end.at - (span - 1) * HOUR : null,
    reasons,
  };
}
