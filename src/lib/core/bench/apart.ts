/** Devices that worked apart on one job: what a fact that comes late cannot be true beside. */
import type { Fact } from './state/events';

/** Said by a device that had nothing from the server yet. */
export const KNEW_NOTHING = '00000000-0000-0000-0000-000000000000';

/**
 * Facts of other devices that a fact's device did not know when it was recorded.
 * @param log in the order of arrival
 */
export function unknownTo(log: readonly Fact[], fact: Fact): Fact[] {
  if (fact.knew === undefined) return [];
  const known = log.findIndex((f) => f.id === fact.knew);
  // An id that is not in this log is no excuse.
  if (known < 0 && fact.knew !== KNEW_NOTHING) return [];
  return log.slice(known + 1).filter((f) => f.device !== fact.device);
}

const placed = (fact: Fact): { pieces: readonly string[]; place: string } | null =>
  fact.body.kind === 'piece.placed' || fact.body.kind === 'piece.down' ? fact.body : null;

export interface Against {
  other: Fact;
  rule: 'done-twice' | 'two-places';
  /** pieces that both speak of */
  pieces: string[];
}

/** The fact among those not known of that cannot be true beside a new one; null where none speaks against it. */
export function contradicts(unknown: readonly Fact[], fact: Fact): Against | null {
  const { body } = fact;
  for (const other of unknown.toReversed()) {
    if (body.kind === 'work.started' && other.body.kind === 'work.started' && body.step === other.body.step) {
      const theirs = other.body.pieces;
      const pieces = body.pieces.filter((p) => theirs.includes(p));
      if (pieces.length) return { other, rule: 'done-twice', pieces };
    }
    const [here, there] = [placed(fact), placed(other)];
    if (here && there && here.place.trim().toLowerCase() !== there.place.trim().toLowerCase()) {
      const pieces = here.pieces.filter((p) => there.pieces.includes(p));
      if (pieces.length) return { other, rule: 'two-places', pieces };
    }
  }
  return null;
}
