/**
 * `npm run optima`: solves the random problems of tests/random-problem, tests/fronts-problem and tests/household-problem exactly with HiGHS, another
 * route than the planner's, and writes the optima (null: no plan) to tests/reference/data. Takes some minutes.
 */
import { writeFileSync } from 'node:fs';
import { frontsProblem } from '../tests/fronts-problem';
import { HOUSEHOLD_ORDERS, householdProblem } from '../tests/household-problem';
import { GRID, randomProblem } from '../tests/random-problem';
import { lexicographic, solveByMilp } from '../tests/reference/milp';

const SEEDS = 300;
const SOURCE = 'HiGHS, time-indexed program on a grid of 30 min: npm run optima';

async function keep<T>(file: string, solve: (seed: number) => Promise<T>): Promise<void> {
  const optima: T[] = [];
  for (let seed = 1; seed <= SEEDS; seed++) {
    optima.push(await solve(seed));
    if (seed % 25 === 0) console.log(`${file}: ${seed} of ${SEEDS}`);
  }
  writeFileSync(`tests/reference/data/${file}`, `${JSON.stringify({ source: SOURCE, optima })}\n`);
}

await keep('random-optima.json', (seed) => solveByMilp(randomProblem(seed), GRID));
// The makespan, then days without fronts.
await keep('fronts-optima.json', (seed) =>
  lexicographic(frontsProblem(seed), GRID, ['makespan', 'fronts']).catch(() => 'unsolved'),
);
// The makespan, then days in the house and nights with solvent, each first of the two.
await keep('house-days-optima.json', async (seed) => {
  const by = (goals: (typeof HOUSEHOLD_ORDERS)[keyof typeof HOUSEHOLD_ORDERS]) =>
    lexicographic(householdProblem(seed), GRID, goals).catch(() => 'unsolved');
  return { visits: await by(HOUSEHOLD_ORDERS.visits), nights: await by(HOUSEHOLD_ORDERS.nights) };
});
