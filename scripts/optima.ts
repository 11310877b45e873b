/**
 * `npm run optima`: solves the random problems of tests/random-problem exactly with HiGHS, another route than the
 * planner's, and writes the optima (null: no plan) to tests/reference/data/random-optima.json. Takes some minutes.
 */
import { writeFileSync } from 'node:fs';
import { GRID, randomProblem } from '../tests/random-problem';
import { solveByMilp } from '../tests/reference/milp';

const SEEDS = 300;
const optima: (number | null)[] = [];
for (let seed = 1; seed <= SEEDS; seed++) {
  optima.push(await solveByMilp(randomProblem(seed), GRID));
  if (seed % 25 === 0) console.log(`${seed} of ${SEEDS}`);
}
writeFileSync(
  'tests/reference/data/random-optima.json',
  `${JSON.stringify({ source: 'HiGHS, time-indexed program on a grid of 30 min: npm run optima', optima })}\n`,
);
