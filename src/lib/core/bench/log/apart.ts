/** What devices knew of each other's facts when they recorded their own. */
import type { Fact } from './events';

/** Said by a device that had nothing from the server yet. */
export const KNEW_NOTHING = '00000000-0000-0000-0000-000000000000';

export interface Apart {
  /** whether the device of one fact had another when it recorded it */
  knew: (fact: Fact, other: Fact) => boolean;
  /** whether neither device had the other's fact */
  between: (a: Fact, b: Fact) => boolean;
}

/** @param log in the order of arrival */
export function apartIn(log: readonly Fact[]): Apart {
  const place = new Map(log.map((f, i) => [f.id, i]));
  const knew = (fact: Fact, other: Fact): boolean => {
    const [own, theirs] = [place.get(fact.id) ?? log.length, place.get(other.id) ?? log.length];
    if (fact.device === other.device) return own > theirs;
    if (fact.knew === undefined) return own > theirs;
    // An id that is not in this log is no excuse.
    const known = fact.knew === KNEW_NOTHING ? -1 : (place.get(fact.knew) ?? own);
    return theirs <= known;
  };
  return { knew, between: (a, b) => a.device !== b.device && !knew(a, b) && !knew(b, a) };
}

/**
 * Facts of other devices that a fact's device did not know when it was recorded.
 * @param log in the order of arrival, without the fact
 */
export function unknownTo(log: readonly Fact[], fact: Fact): Fact[] {
  if (fact.knew === undefined) return [];
  const known = log.findIndex((f) => f.id === fact.knew);
  if (known < 0 && fact.knew !== KNEW_NOTHING) return [];
  return log.slice(known + 1).filter((f) => f.device !== fact.device);
}
