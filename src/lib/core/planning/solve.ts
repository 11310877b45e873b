/**
 * The planner: propagation and the bound first; then constructions from many urgencies, the best kept and varied
 * (iterated search over random keys, Bean 1994); and exact search where the problem is small enough to settle it.
 * Deterministic for a seed and a budget of steps; stops early when the bound is met.
 */
import { lowerBound } from './bound';
import { explainClash } from './clash';
import { searchExactly } from './exact';
import { improve } from './improve';
import type { Effort, SolveOptions } from './effort';
import { compile, type Model } from './model';
import type { NoPlan, Plan, Problem } from './problem';
import { heads } from './propagate';
import { makespanOf, type Schedule } from './schedule';

/** Operations that are not pinned, above which orders are not searched exactly. */
const SMALL = 26;
const NODES = 60_000;

function readPlan(m: Model, s: Schedule, bound: number): Plan {
  const assignments = m.operations.map((o, i) => ({
    operation: o.id,
    worker: m.problem.workers[s.worker[i] ?? -1]?.id ?? '',
    start: s.start[i] ?? 0,
    end: s.end[i] ?? 0,
  }));
  return { assignments, makespan: makespanOf(m, s.end), lowerBound: bound };
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
  // Where jobs are weighed together the last one's end says little: each has a bound of its own.
  const bound = options.goal ? makespanOf(m, head.end) : lowerBound(m, head);
  const small = m.operations.filter((o) => o.lockedStart === null).length <= SMALL;
  const tried = improve(
    m,
    head,
    bound,
    small ? { ...effort, steps: Math.min(effort.steps, 80) } : effort,
    options,
  );
  let best = tried.best;
  const met = best !== null && makespanOf(m, best.end) <= bound;
  if (small && !met && !options.goal) {
    const limit = best ? makespanOf(m, best.end) : null;
    const found = searchExactly(m, limit, effort.nodes ?? NODES, effort.stop);
    best = found.best ?? best;
    if (found.complete) {
      if (!best) return { infeasible: true, proven: true, reason: explainClash(problem, tried.clash) };
      return readPlan(m, best, makespanOf(m, best.end));
    }
    if (!best || effort.steps > 80) {
      const more = improve(m, head, bound, effort, options, best ?? undefined);
      best = more.best ?? best;
    }
  }
  if (!best) return { infeasible: true, proven: false, reason: `No right plan was found: ${tried.clash}` };
  return readPlan(m, best, bound);
}
