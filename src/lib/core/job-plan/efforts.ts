/** How hard the planner tries for each use, and how far ahead it looks: nowhere else are seeds, efforts and horizons given. */
import { frozen } from '../frozen';
import type { Effort } from '../planning/search/effort';

/** The same inputs give the same plan. */
const SEED = 20260309;
const effort = (steps: number, learning: number): Effort => ({ seed: SEED, steps, learning });

const USUAL = frozen({
  /** the first plan that comes to mind */
  first: effort(1, 0),
  /** a plan that is stored */
  stored: effort(160, 1),
  /** a stored plan that stays near the one before it, and is waited for */
  followed: effort(80, 0.3),
  /** a longer search for one, some ten seconds */
  search: effort(1_000, 10),
  /** dividing pieces into lots and choosing how they are turned: dozens of plans are compared, the best of them with more */
  settle: { ...effort(5, 0), bound: 'chain' },
  settleMore: effort(20, 0.3),
  settleMost: effort(40, 0.4),
  /** finding a lot for a piece that is mended */
  rework: effort(24, 0.2),
  /** what one change would gain */
  whatIf: effort(60, 0.1),
  /** what a pin would cost, while it is dragged; whether an old time can be kept */
  pin: effort(24, 0.5),
  /** ways to turn the pieces, side by side */
  compare: effort(40, 0.2),
  /** when a new kitchen could start: some eight plans */
  newStart: effort(24, 0.2),
  /** a problem that somebody sent; time is its limit */
  sent: effort(400, 20),
} as const satisfies Record<string, Effort>);

/** The efforts of this process; `plan` alone changes them. */
export const EFFORTS: Record<keyof typeof USUAL, Effort> = structuredClone(USUAL);

/**
 * How hard the planner tries from here on, in this process.
 * @param much `quickly`: plans are among the first that come to mind, for tests and slow machines; they keep every rule all the same
 */
export function plan(much: 'as usual' | 'quickly'): void {
  for (const [name, effort] of Object.entries<Effort>(USUAL))
    Object.assign(
      EFFORTS[name as keyof typeof EFFORTS],
      effort,
      much === 'quickly' && {
        steps: Math.min(effort.steps, 8),
        ...(effort.learning === undefined ? {} : { learning: Math.min(effort.learning, 0.05) }),
      },
    );
}

/** Effort for jobs that are planned together, by how many operations they have. */
export const togetherEffort = (operations: number): Effort => ({
  seed: SEED,
  steps: Math.min(400, Math.max(12, Math.round(30_000 / Math.max(1, operations)))),
});

/** Days ahead that are planned for a stored plan, one after another until one is long enough. */
export const HORIZONS = frozen([60, 180]);
/** Days ahead for plans that are only compared. */
export const COMPARED = 90;
/** Days ahead for a new kitchen around all others, and for all jobs together. */
export const NEW_START = 120;
export const TOGETHER = 200;
