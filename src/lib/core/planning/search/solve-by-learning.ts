/** Plans by constructions and by a search that learns. */
import { LearnedSearch } from '../learning/learned-search';
import { settleTies } from '../learning/settle-ties';
import { conflictsFor, shorten, type Shortened } from '../learning/shorten';
import { explainInfeasibility } from './explain-infeasibility';
import { pieceDays } from '../model/fronts';
import { leastDaysGone, leastPieceDays } from '../bounds/fronts-bound';
import { afterBack } from '../model/goals';
import { noPlan } from '../model/infeasible';
import type { Model } from '../model/model';
import type { NoPlan, Plan } from '../model/problem';
import type { Heads } from '../bounds/heads';
import { makespanOf, type Schedule } from '../model/schedule';
import { construct } from './construct';
import type { Effort, Near, SolveOptions } from './effort';
import { asItWas, improve } from './improve';
import { bringTogether } from './bring-together';
import { isLess, ranking, type Rank } from './rank';
import { shake } from './shake';
import { planFrom } from './soon-after';
import { bestBy, trade } from './trade';

/** Operations above which a search that learns is too slow to be of use. */
export const LEARNED = 600;
/** Operations above which constructions are worth more than what is learnt in the first second. Measured. */
const MANY = 120;
/** Operations above which twice the constructions are made, where many are asked for. Measured. */
const SEVERAL = 72;
const LONG = 100;
/** Operations that are not pinned, above which ties are not settled. */
const FEW = 26;
/** Constructions without a plan after which it is looked for otherwise. Our choice. */
const HOPELESS = 24;
/** Operations that are not pinned, above which days without fronts are not settled by the search that learns. Our choice. */
const SETTLED = 64;
/** Share of the conflicts that is for days without fronts, where ties are not settled. Our choice. */
const FRONTS = 0.25;
/** Conflicts that a plan is looked for with at least, where constructions find none. Our choice. */
const FIND = 600;
/** So many of them before constructions are tried again. Our choice. */
const TURN = 200;
/** Constructions above which a plan that is as short as it will be is looked at longer for what else counts. Our choice. */
const STORED = 200;
/** Constructions that look after what comes next, once a plan is as short as it will be. Our choice. */
const TIDY = 24;

/**
 * Plans by constructions first, then by a search that learns; then the plan is brought together.
 * @param m of no more than `LEARNED` operations
 * @param bound no plan ends before
 * @returns a plan with its bound; or why there is none
 */
export function solveByLearning(
  m: Model,
  head: Heads,
  bound: number,
  effort: Effort,
  options: SolveOptions,
): Plan | NoPlan {
  const { stop } = effort;
  const free = m.operations.filter((o) => o.lockedStart === null).length;
  const ties = !options.near && free <= FEW;
  const least = leastDaysGone(m, head);
  const conflicts = Math.round((effort.learning ?? 1) * conflictsFor(m.operations.length));
  let made: LearnedSearch | null = null;
  const search = (): LearnedSearch =>
    (made ??= new LearnedSearch(m, { ties, fronts: free <= SETTLED && m.fronts.length ? least : null }));
  const found = shortest(m, head, bound, effort, options, { conflicts, search, ties });
  if (!('best' in found)) return found;
  const goals = ['back', ...afterBack(options.goals)] as const;
  const by = { least, goals, near: options.near, stop };
  const brought = bringTogether(m, found.best, by);
  const longer = { ...by, seed: effort.seed, steps: effort.steps - STORED };
  const together = shake(m, brought, makespanOf(m, brought.end), longer).reduce(better(ranking(m, by)));
  const low = leastPieceDays(m, least);
  const asked = conflicts > 0 && (ties || (pieceDays(m, together) > low && free <= SETTLED));
  const { best, isFewest } = asked
    ? settleTies(
        ...([m, search(), together] as const),
        { goals: options.goals, ties, follows: options.near !== undefined },
        ties ? conflicts : conflicts * FRONTS,
        stop,
      )
    : { best: together, isFewest: false };
  if (options.later || options.shown) {
    const known = options.near ? [nearest(m, options.near)].flatMap((s) => s ?? []) : [];
    const first = makespanOf(m, best.end);
    const until = Math.max(first, Math.min(first + (options.later ?? 0), options.by ?? Infinity));
    const looked = {
      least,
      goals: options.goals,
      near: options.near,
      seed: effort.seed,
      steps: effort.steps,
      stop,
    };
    const chosen = options.shown
      ? trade(m, best, looked, known).findLast((t) => t.makespan <= until)?.schedule
      : bestBy(m, best, until, looked, known);
    if (chosen) return planFrom(m, chosen, found.bound, low);
  }
  return planFrom(m, best, found.bound, isFewest ? Infinity : low);
}

/** The better of two plans. */
const better =
  (rank: (s: Schedule) => Rank) =>
  (a: Schedule, b: Schedule): Schedule =>
    isLess(rank(b), rank(a)) ? b : a;

/** A plan that is followed, as it would be now; null where it cannot be kept. */
function nearest(m: Model, near: Near): Schedule | null {
  const { later, by } = asItWas(m, near);
  const urgency = Float64Array.from(m.operations, (_, i) => -(later.get(i) ?? 0));
  const made = construct(m, urgency, { later, by });
  return 'clash' in made ? null : made;
}

/** The shortest plan that is found, with its bound. */
function shortest(
  m: Model,
  head: Heads,
  bound: number,
  effort: Effort,
  options: SolveOptions,
  { conflicts, search, ties }: { conflicts: number; search: () => LearnedSearch; ties: boolean },
): Shortened | NoPlan {
  const { problem } = m;
  const learning = effort.learning ?? 1;
  const twice = m.operations.length > SEVERAL && effort.steps >= LONG;
  const steps = effort.steps * (twice ? 2 : 1);
  const tries = (seed: number) =>
    improve(m, head, bound, { ...effort, steps, seed }, options, undefined, HOPELESS);
  const tried = tries(effort.seed);
  let best = tried.best;
  if (best && makespanOf(m, best.end) <= bound) return { best, bound };
  const few = conflicts === 0 || (m.operations.length > MANY && learning <= 1);
  if (best && few) return { best, bound };
  // Both in turn, while there is no plan.
  const most = Math.max(conflicts, Math.round(learning * FIND));
  for (let turn = 1; !best; turn++) {
    const found = search().find(problem.horizon + Math.max(0, ...m.finish), TURN, effort.stop);
    if (found === 'none') {
      const causes =
        effort.explain === false ? tried.clash : explainInfeasibility(problem, tried.clash, effort.stop);
      return noPlan(true, ...causes);
    }
    best = found === 'open' ? tries(effort.seed + turn).best : found;
    if (!best && (search().conflicts >= most || effort.stop?.())) return noPlan(false, ...tried.clash);
  }
  const short = shorten(m, search(), best, bound, { conflicts, seed: effort.seed, stop: effort.stop });
  const isDone = makespanOf(m, short.best.end) <= short.bound && ties;
  if (isDone || short.best === tried.best) return short;
  const tidy = { ...effort, steps: Math.min(effort.steps, TIDY) };
  const { best: tidied } = improve(m, head, makespanOf(m, short.best.end), tidy, options, short.best);
  return { best: tidied ?? short.best, bound: short.bound };
}
