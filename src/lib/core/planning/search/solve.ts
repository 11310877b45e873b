/**
 * The planner: propagation and the bound first; then constructions from many urgencies, the best kept and varied (iterated search over
 * random keys, Bean 1994), and a search that learns, which makes the plan shorter and proves how short it can be. What that does not
 * know, and is small, is settled by an exact search over orders.
 * Deterministic for a seed and a budget; stops early when the bound is met.
 */
import { frozen } from '../../frozen';
import { lowerBound } from '../bounds/bound';
import { reasonFor } from './clash';
import { construct } from './construct';
import { searchExactly } from './exact/exact';
import { improve, worthOf } from './improve';
import { pullTogether } from './pull-together';
import { mayLearn, solveByLearning } from './solve-by-learning';
import type { Effort, SolveOptions } from './effort';
import { planFrom } from './soon-after';
import { ranking } from './rank';
import { compile, type Model } from '../model/model';
import type { NoPlan, Plan, Problem } from '../model/problem';
import { afterBack } from '../model/goals';
import { leastDaysGone, leastPieceDays } from '../model/fronts';
import { heads } from '../model/propagate';
import { makespanOf, racksHold, type Schedule } from '../model/schedule';

/** Operations that are not pinned, above which orders are not searched exactly. */
const SMALL = 26;
const NODES = 60_000;
/** Operations above which one plan is made before bounds are looked for. */
const LARGE = 400;
/** What a small problem is given at first. */
const FIRST = frozen({ steps: 80, nodes: 6_000 });

/** The plan of one construction, by what hangs on each operation; null where that finds none. */
function plainly(m: Model, effort: Effort): Schedule | null {
  const made = construct(m, Float64Array.from(m.tail), { pushes: 60, stop: effort.stop });
  return 'clash' in made ? null : made;
}

/**
 * Leaves out holds that may be over in the moment they begin: what is right without them and keeps the racks is right, and where
 * nothing is better without them nothing is with them.
 */
function settleDoubt(
  m: Model,
  best: Schedule | null,
  nodes: number,
  options: SolveOptions,
  stop?: () => boolean,
): { best: Schedule | null; proven: boolean } {
  const without = compile({ ...m.problem, holds: m.problem.holds.filter((_, k) => m.sure[k]) }, options.air);
  if ('infeasible' in without) return { best: null, proven: true };
  const found = searchExactly(without, best && makespanOf(m, best.end), nodes, stop);
  if (found.best && !racksHold(m, found.best)) return { best, proven: false };
  return { best: found.best ?? best, proven: found.complete };
}

/**
 * Plans a problem.
 * @param problem a well-formed problem
 * @param effort seed and budget; the same give the same plan
 * @returns a plan that keeps every rule, with a proven lower bound; or why there is none
 */
export function solve(problem: Problem, effort: Effort, options: SolveOptions = {}): Plan | NoPlan {
  const m = compile(problem, options.air);
  if ('infeasible' in m) return m;
  const head = heads(m);
  if ('infeasible' in head) return head;
  // A large problem has a plan before anything else is asked of it.
  let best: Schedule | null = m.operations.length > LARGE ? plainly(m, effort) : null;
  // Where jobs are weighed together the last one's end says little: each has a bound of its own.
  const bound =
    options.weighed || effort.bound === 'chain' ? makespanOf(m, head.end) : lowerBound(m, head, effort.stop);
  if (!options.weighed && mayLearn(m)) return solveByLearning(m, head, bound, effort, options);
  const small = !options.weighed && m.operations.filter((o) => o.lockedStart === null).length <= SMALL;
  const nodes = effort.nodes ?? NODES;
  // A little of both first: most small problems are settled then. What is not gets all there is of both.
  const rounds: { steps: number; nodes: number }[] = small
    ? [
        { steps: Math.min(effort.steps, FIRST.steps), nodes: Math.min(nodes, FIRST.nodes) },
        { steps: effort.steps, nodes },
      ]
    : [{ steps: effort.steps, nodes: 0 }];
  let clash = '';
  for (const round of rounds) {
    const tried = improve(m, head, bound, { ...effort, steps: round.steps }, options, best ?? undefined);
    best = tried.best ?? best;
    clash ||= tried.clash;
    const makespan = best && makespanOf(m, best.end);
    if (round.nodes === 0 || (makespan !== null && makespan <= bound)) break;
    const found = searchExactly(m, makespan, round.nodes, effort.stop);
    best = found.best ?? best;
    if (found.complete)
      return best
        ? planFrom(m, best, makespanOf(m, best.end))
        : { infeasible: true, proven: true, reason: reasonFor(problem, clash, effort) };
    if (found.doubtful) {
      const settled = settleDoubt(m, best, round.nodes, options, effort.stop);
      best = settled.best;
      if (settled.proven)
        return best
          ? planFrom(m, best, makespanOf(m, best.end))
          : { infeasible: true, proven: true, reason: reasonFor(problem, clash, effort) };
      break;
    }
    if (effort.stop?.()) break;
  }
  if (!best) return { infeasible: true, proven: false, reason: `No right plan was found: ${clash}` };
  const least = leastDaysGone(m, head);
  const worth = worthOf(m, options);
  const rank = ranking(m, { goals: ['back', ...afterBack(options.goals)], near: options.near, back: worth });
  const together = pullTogether(m, best, least, rank, { worth, stop: effort.stop });
  return planFrom(m, together, bound, leastPieceDays(m, least));
}
