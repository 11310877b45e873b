/** Random small problems in which the household is without what is worked on: each lot's pieces, from its first operation to its last. */
import type { Problem } from '$core/planning/model/problem';
import { randomProblem } from './random-problem';

export function frontsProblem(seed: number): Problem {
  const problem = randomProblem(seed);
  const lots = [...new Set(problem.operations.map((o) => o.lot))];
  return {
    ...problem,
    fronts: lots.flatMap((lot, k) => {
      const own = problem.operations.filter((o) => o.lot === lot);
      const [first, last] = [own[0], own.at(-1)];
      // Of every fourth problem one lot is down already.
      const isDown = seed % 4 === 0 && k === 0;
      return first && last
        ? [{ down: isDown ? null : first.id, home: last.id, pieces: 1 + ((seed + k) % 3) }]
        : [];
    }),
  };
}
