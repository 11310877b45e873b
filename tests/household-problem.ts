/** Random small problems of which the household knows: some of the work is done in its house, some coats smell for hours or days. */
import type { Problem } from '$core/planning/model/problem';
import { seeded } from '$core/units/random';
import { randomProblem } from './random-problem';

const SMELLS = [60, 720, 1440, 2880] as const;

export function householdProblem(seed: number): Problem {
  const problem = randomProblem(seed);
  const r = seeded(seed * 104_729 + 5);
  return {
    ...problem,
    household: problem.operations.flatMap(({ id, lot, station, material }) => {
      // Of every third problem each lot is another house's.
      const house = seed % 3 === 0 ? lot : 'home';
      const visit = station === 'kitchen' || r() < 0.4;
      const smell = material !== null && r() < 0.7 ? (SMELLS[Math.floor(r() * SMELLS.length)] ?? 60) : null;
      return visit || smell !== null ? [{ operation: id, house, visit, smell }] : [];
    }),
  };
}

/** The goals that are solved for, one after another. */
export const HOUSEHOLD_ORDERS = {
  visits: ['makespan', 'visits', 'nights'],
  nights: ['makespan', 'nights', 'visits'],
} as const;
