/** Cross-cut tape test: classes by share of the lattice that came off. Source: ASTM D3359 method B; ISO 2409. */
import { frozen } from '../frozen';

export const ASTM_CLASSES = frozen(['5B', '4B', '3B', '2B', '1B', '0B'] as const);
type CrossCutClass = (typeof ASTM_CLASSES)[number];

/** 6 × 6 cuts leave 25 squares, 11 × 11 (thin films) leave 100. */
export const LATTICES = frozen([25, 100] as const);
export type Lattice = (typeof LATTICES)[number];

interface CrossCutResult {
  /** share of squares flaked, 0–1 */
  share: number;
  astm: CrossCutClass;
  /** ISO 2409 counts the other way: 0 best, 5 worst */
  iso: 0 | 1 | 2 | 3 | 4 | 5;
}

/**
 * The class of a cross-cut test.
 * @param flaked how many squares flaked
 * @param lattice how many squares there are
 * @throws RangeError when more squares flaked than there are
 */
export function crossCutClass(flaked: number, lattice: Lattice): CrossCutResult {
  if (!Number.isInteger(flaked) || flaked < 0 || flaked > lattice) {
    throw new RangeError(`Flaked squares must be a whole number from 0 to ${lattice}, got ${flaked}`);
  }
  const share = flaked / lattice;
  const iso =
    flaked === 0 ? 0 : share < 0.05 ? 1 : share <= 0.15 ? 2 : share <= 0.35 ? 3 : share <= 0.65 ? 4 : 5;
  return { share, iso, astm: ASTM_CLASSES[iso] };
}

/** The worst ISO class that still counts as sound: 4B. Common practice, no source. */
export const WORST_SOUND_ISO = 1;
