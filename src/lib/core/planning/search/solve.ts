/**
 * The planner: propagation and the bound first; then constructions from many urgencies, the best kept and varied (iterated search over
 * random keys, Bean 1994), and a search that learns, which makes the plan shorter and proves how short it can be.
 * Deterministic for a seed and a budget; stops early when the bound is met.
 */
import { item } from '$core/units/at';
import { lowerBound } from '../bounds/bound';
import { construct } from './construct';
import { improve, worthOf } from './improve';
import { pullTogether } from './pull-together';
import { LEARNED, solveByLearning, type Leave } from './solve-by-learning';
import type { Effort, SolveOptions } from './effort';
import { planFrom } from './soon-after';
import { ranking } from './rank';
import { ifFeasible, isPlan, noPlan } from '../model/infeasible';
import { compile } from '../compile/compile';
import { type Model } from '../model/model';
import type { NoPlan, Plan, Problem } from '../model/problem';
import { afterBack } from '../model/goals';
import { leastDaysGone, leastPieceDays } from '../bounds/fronts-bound';
import { heads, type Heads } from '../bounds/heads';
import { makespanOf, type Schedule } from '../model/schedule';

/** Operations above which one plan is made before bounds are looked for. */
const LARGE = 400;

/** The plan of one construction, by what hangs on each operation; null where that finds none. */
function plainly(m: Model, effort: Effort): Schedule | null {
  const made = construct(m, Float64Array.from(m.tail), { pushes: 60, stop: effort.stop });
  return 'clash' in made ? null : made;
}

/** Plans by constructions alone: large problems, and jobs that are weighed against each other. */
function solveByConstructing(
  m: Model,
  head: Heads,
  bound: number,
  effort: Effort,
  options: SolveOptions,
  begin: Schedule | null,
): Plan | NoPlan {
  const { best, clash } = improve(m, head, bound, effort, options, begin ?? undefined);
  if (!best) return noPlan(false, ...clash);
  const least = leastDaysGone(m, head);
  const worth = worthOf(m, options);
  const { rank } = ranking(m, {
    goals: ['back', ...afterBack(options.goals)],
    near: options.near,
    back: worth,
  });
  const together = pullTogether(m, best, least, rank, { worth, stop: effort.stop });
  return planFrom(m, together, bound, leastPieceDays(m, least));
}

/** Plans a problem once for each leave. */
function plansOf(
  problem: Problem,
  effort: Effort,
  options: SolveOptions,
  leaves: readonly Leave[],
): Plan[] | NoPlan {
  return ifFeasible(
    () => {
      const m = compile(problem, options.air);
      const head = heads(m);
      // A large problem has a plan before anything else is asked of it.
      const begin = m.operations.length > LARGE ? plainly(m, effort) : null;
      // Where jobs are weighed together the last one's end says little: each has a bound of its own.
      const plain = options.weighed || effort.bound === 'chain';
      const bound = plain ? makespanOf(m, head.end) : lowerBound(m, head, effort.stop);
      if (!options.weighed && m.operations.length <= LEARNED)
        return solveByLearning(m, head, bound, effort, options, leaves);
      const made = solveByConstructing(m, head, bound, effort, options, begin);
      return isPlan(made) ? [made] : made;
    },
    (why): NoPlan => noPlan(true, why),
  );
}

/**
 * Plans a problem.
 * @param problem a well-formed problem
 * @param effort seed and budget; the same give the same plan
 * @returns a plan that keeps every rule, with a proven lower bound; or why there is none
 */
export function solve(problem: Problem, effort: Effort, options: SolveOptions = {}): Plan | NoPlan {
  const { later, by, first } = options;
  const made = plansOf(problem, effort, options, [{ later, by, first }]);
  return 'infeasible' in made ? made : item(made, 0);
}

/**
 * Plans a problem in several ways: each as `solve` plans it with the same leave.
 * @returns a plan for each leave, in their order; none where there is no plan. Large problems have one plan
 */
export function solveEach(
  problem: Problem,
  effort: Effort,
  options: SolveOptions,
  leaves: readonly Leave[],
): Plan[] {
  const made = plansOf(problem, effort, options, leaves);
  return 'infeasible' in made ? [] : made;
}
