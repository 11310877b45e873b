/** What a spell says of the time to a failure. Docs: docs/methods/lasting.md, with an example of each case. */
import { speaksFor } from '../quality/check-methods';
import type { Spell } from './record';
import type { Observation } from './statistics/observation';

/** Looks are told to the day; one on the day that it was hung is the first. */
const toDay = (day: number): number => Math.max(1, Math.round(day));

export interface Observed extends Omit<Observation, 'cluster'> {
  /** the failure that ended it; null where none of those asked for was seen */
  failure: string | null;
  /** somebody had reported something when it was seen */
  prompted: boolean;
}

/**
 * A spell as an observation of the time from use to the first failure.
 * - sound at one look and failed at the next: an interval
 * - failed at the first look: left-censored, from 0
 * - never failed: censored at the last look, not today
 * - reported by the household: exact
 * - another kind of failure than the one asked for, or a recoat: censored then
 * @param kind key of the failure asked for; null for any
 * @returns null where nobody ever looked
 */
export function observe({ looks, end }: Spell, kind: string | null): Observed | null {
  let sound = 0;
  let looked = false;
  for (const look of looks) {
    if (end !== null && look.day > end) break;
    const day = toDay(look.day);
    if (look.failure === null) {
      if (!speaksFor(look.method, kind)) continue;
      looked = true;
      sound = Math.max(sound, day);
      continue;
    }
    const wanted = kind === null || look.failure === kind;
    if (!wanted) {
      // It was looked at, and what is asked for was not what was found.
      if (look.how === 'report') break;
      return { left: Math.max(sound, day), right: null, failure: null, prompted: look.how === 'prompted' };
    }
    const known = look.how === 'report';
    return {
      left: known ? Math.max(day, sound) : sound,
      right: Math.max(day, sound),
      failure: look.failure,
      prompted: look.how !== 'visit',
    };
  }
  return looked ? { left: sound, right: null, failure: null, prompted: false } : null;
}
