/** Plans by constructions and by a search that learns. */
import { LearnedSearch } from '../learning/learned-search';
import { settleTies } from '../learning/settle-ties';
import { conflictsFor, shorten, type Shortened } from '../learning/shorten';
import { explainInfeasibility } from './explain-infeasibility';
import { pieceDays } from '../model/fronts';
import { leastDaysGone, leastPieceDays } from '../bounds/fronts-bound';
import { withFirst, type Goal } from '../model/goals';
import { halfDayEnd, halfDayOf } from '../model/half-days';
import { noPlan } from '../model/infeasible';
import type { Model } from '../model/model';
import type { NoPlan, Plan } from '../model/problem';
import type { Heads } from '../bounds/heads';
import { makespanOf, type Schedule } from '../model/schedule';
import { construct } from './construct';
import type { Effort, Near, SolveOptions } from './effort';
import { asItWas, improve } from './improve';
import { countsPeople, isLess, ranking } from './rank';
import { sparePeople } from './spare-people';
import { planFrom } from './soon-after';

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
/** Operations of a kitchen of usual size: larger ones have so many fewer plans looked at that it takes about as long. Measured. */
const USUAL_SIZE = 130;
/** Plans of fewer paid hours that are tried for each construction of an effort. Our choice. */
const TRIES = 4;
/** Constructions that look after what comes next, once a plan is as short as it will be. Our choice. */
const TIDY = 24;

/** How a plan that is found first is changed: how much later it may end, and what counts first then. */
export interface Leave {
  /** minutes */
  later?: number | undefined;
  /** the minute by which it is to end all the same */
  by?: number | undefined;
  /** what counts first; the order of the goals where nothing is said */
  first?: Goal | undefined;
}

/**
 * Plans by constructions first, then by a search that learns; then the plan is changed within the half day, and by as much later as it may
 * end.
 * @param m of no more than `LEARNED` operations
 * @param bound no plan ends before
 * @param leaves one plan is made for each
 * @returns plans with their bound; or why there is none
 */
export function solveByLearning(
  m: Model,
  head: Heads,
  bound: number,
  effort: Effort,
  options: SolveOptions,
  leaves: readonly Leave[],
): Plan[] | NoPlan {
  const { stop, seed } = effort;
  const { goals, near } = options;
  const free = m.operations.filter((o) => o.lockedStart === null).length;
  const ties = !near && free <= FEW;
  const least = leastDaysGone(m, head);
  const conflicts = Math.round((effort.learning ?? 1) * conflictsFor(m.operations.length));
  let made: LearnedSearch | null = null;
  const search = (): LearnedSearch =>
    (made ??= new LearnedSearch(m, { ties, fronts: free <= SETTLED && m.fronts.length ? least : null }));
  const found = shortest(m, head, bound, effort, options, { conflicts, search, ties });
  if (!('best' in found)) return found;
  const low = leastPieceDays(m, least);
  const asked = conflicts > 0 && (ties || (pieceDays(m, found.best) > low && free <= SETTLED));
  const { best, isFewest } = asked
    ? settleTies(
        ...([m, search(), found.best, { goals, ties, follows: near !== undefined }] as const),
        ties ? conflicts : conflicts * FRONTS,
        stop,
      )
    : { best: found.best, isFewest: false };
  const known = near ? nearest(m, near) : null;
  return leaves.map((leave) => {
    const first = makespanOf(m, best.end);
    const until = lastMinute(m, first, leave);
    const isKnown = known !== null && makespanOf(m, known.end) <= until;
    const { rank, worth } = ranking(m, {
      goals: leave.first ? withFirst(leave.first, goals) : goals,
      near,
      ...(isKnown ? { known } : {}),
    });
    const begin = isKnown && !isLess(rank(best), rank(known)) ? known : best;
    const tries = triesFor(m, effort, leave);
    const allows = (s: Schedule): boolean => makespanOf(m, s.end) <= until;
    const chosen =
      tries > 0 && (countsPeople(m) || (looksFurther(m) && !ties))
        ? sparePeople(m, begin, { rank, worth, allows, tries, seed, stop })
        : begin;
    return planFrom(m, chosen, found.bound, isFewest && chosen === best ? Infinity : low);
  });
}

/** Whether a plan is measured by more than its end. */
const looksFurther = (m: Model): boolean => m.problem.household !== undefined || m.fronts.length > 0;

/** Plans that are looked at; where one may end days later there is twice as much to look at, and large ones take long each. */
function triesFor({ operations: { length } }: Model, { steps, learning }: Effort, { later }: Leave): number {
  // The first plan that comes to mind is not looked at further.
  if (learning === 0) return 0;
  return Math.round(steps * TRIES * (later ? 2 : 1) * Math.min(1, (USUAL_SIZE / length) ** 2));
}

/** The minute that a plan must not end after: where people count the end of a half day, for nobody cares for the minute. */
function lastMinute(m: Model, first: number, { later = 0, by = Infinity }: Leave): number {
  const last = first + later;
  const whole = countsPeople(m) ? halfDayEnd(m.midnight, halfDayOf(m.midnight, last)) : last;
  return Math.max(first, Math.min(whole, by));
}

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
