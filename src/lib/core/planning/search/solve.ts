/**
 * The planner: propagation and the bound first; then constructions from many urgencies, the best kept and varied
 * (iterated search over random keys, Bean 1994); and exact search where the problem is small enough to settle it.
 * Deterministic for a seed and a budget of steps; stops early when the bound is met.
 */
import { lowerBound } from '../bounds/bound';
import { LearnedSearch } from '../clauses/learned-search';
import { canLearn } from '../clauses/numbers';
import { settleTies } from '../clauses/settle-ties';
import { conflictsFor, shorten } from '../clauses/shorten';
import { explainClash } from '../job/clash';
import { construct } from './construct';
import { searchExactly } from './exact';
import { improve, workerDays } from './improve';
import type { Effort, SolveOptions } from './effort';
import { compile, type Model } from '../model/model';
import type { NoPlan, Plan, Problem } from '../model/problem';
import { heads, type Heads } from '../model/propagate';
import { relaxedBound } from './relax';
import { makespanOf, racksHold, type Schedule } from '../model/schedule';

/** Operations that are not pinned, above which orders are not searched exactly. */
const SMALL = 26;
const NODES = 60_000;
/** Operations above which one plan is made before bounds are looked for. */
const LARGE = 400;
/** A bound within this of the plan is not worth more work. */
const NEAR = 1.01;
/** Nodes for a bound, by those for a search; and for a plan that follows another one, which is waited for. */
const PROOF = 3;
const PROOF_NEAR = 2_000;
/** What a small problem is given at first. */
const FIRST = { steps: 80, nodes: 6_000 };

/** Operations above which a search that learns is too slow to be of use. */
const LEARNED = 600;
/** Constructions without a plan after which it is looked for otherwise. Our choice. */
const HOPELESS = 12;
/** Constructions that look after what comes next, once a plan is as short as it will be. Our choice. */
const TIDY = 24;

/** Plans by constructions first, then by a search that learns. */
function learned(
  problem: Problem,
  m: Model,
  head: Heads,
  bound: number,
  effort: Effort,
  options: SolveOptions,
): Plan | NoPlan {
  const tried = improve(m, head, bound, effort, options, undefined, HOPELESS);
  let best = tried.best;
  const isMet = (s: Schedule | null, by: number): s is Schedule => s !== null && makespanOf(m, s.end) <= by;
  const ties = !options.near && m.operations.filter((o) => o.lockedStart === null).length <= SMALL;
  if (isMet(best, bound) && !ties) return readPlan(m, best, bound);
  const conflicts = Math.round((effort.learning ?? 1) * conflictsFor(m.operations.length));
  if (conflicts === 0 && best) return readPlan(m, best, bound);
  const search = new LearnedSearch(m, ties);
  const settled = (s: Schedule): Schedule =>
    ties ? settleTies(m, search, s, workerDays(m), conflicts, effort.stop) : s;
  if (isMet(best, bound)) return readPlan(m, settled(best), bound);
  if (!best) {
    const found = search.find(problem.horizon + Math.max(0, ...m.finish), conflicts, effort.stop);
    if (found === 'none')
      return { infeasible: true, proven: true, reason: explainClash(problem, tried.clash, effort.stop) };
    best =
      found === 'open' ? improve(m, head, bound, { ...effort, seed: effort.seed + 1 }, options).best : found;
    if (!best) return { infeasible: true, proven: false, reason: `No right plan was found: ${tried.clash}` };
  }
  const short = shorten(m, search, best, bound, { conflicts, seed: effort.seed, stop: effort.stop });
  if (isMet(short.best, short.bound) && ties) return readPlan(m, settled(short.best), short.bound);
  if (short.best === tried.best) return readPlan(m, best, short.bound);
  const tidy = { ...effort, steps: Math.min(effort.steps, TIDY) };
  const { best: tidied } = improve(m, head, makespanOf(m, short.best.end), tidy, options, short.best);
  return readPlan(m, tidied ?? short.best, short.bound);
}

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
  // A large problem has a plan before anything else is asked of it.
  let best: Schedule | null = m.operations.length > LARGE ? plainly(m, effort) : null;
  // Where jobs are weighed together the last one's end says little: each has a bound of its own.
  const bound = options.goal ? makespanOf(m, head.end) : lowerBound(m, head, effort.stop);
  if (!options.goal && m.operations.length <= LEARNED && canLearn(m))
    return learned(problem, m, head, bound, effort, options);
  const small = !options.goal && m.operations.filter((o) => o.lockedStart === null).length <= SMALL;
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
        ? readPlan(m, best, makespanOf(m, best.end))
        : { infeasible: true, proven: true, reason: explainClash(problem, clash, effort.stop) };
    if (found.doubtful) {
      const settled = settleDoubt(m, best, round.nodes, options, effort.stop);
      best = settled.best;
      if (settled.proven)
        return best
          ? readPlan(m, best, makespanOf(m, best.end))
          : { infeasible: true, proven: true, reason: explainClash(problem, clash, effort.stop) };
      break;
    }
    if (effort.stop?.()) break;
  }
  if (!best) return { infeasible: true, proven: false, reason: `No right plan was found: ${clash}` };
  const makespan = makespanOf(m, best.end);
  const far = effort.prove !== false && !small && !options.goal && makespan > bound * NEAR;
  const proof = options.near ? PROOF_NEAR : PROOF * nodes;
  return readPlan(m, best, far ? relaxedBound(m, head, makespan, bound, proof, effort.stop) : bound);
}
