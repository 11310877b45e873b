/** Plans by constructions and by a search that learns. */
import { LearnedSearch } from '../clauses/learned-search';
import { canLearn } from '../clauses/numbers';
import { settleTies } from '../clauses/settle-ties';
import { conflictsFor, shorten } from '../clauses/shorten';
import { explainClash } from '../job/clash';
import type { Model } from '../model/model';
import type { NoPlan, Plan } from '../model/problem';
import type { Heads } from '../model/propagate';
import { makespanOf, planOf, type Schedule } from '../model/schedule';
import type { Effort, SolveOptions } from './effort';
import { improve, workerDays } from './improve';

/** Operations above which it is too slow to be of use. */
const LEARNED = 600;
/** Operations above which constructions are worth more than what is learnt in the first second. Measured. */
const MANY = 120;
/** Operations above which each construction is asked for twice. Measured. */
const SEVERAL = 72;
/** Operations that are not pinned, above which ties are not settled. */
const FEW = 26;
/** Constructions without a plan after which it is looked for otherwise. Our choice. */
const HOPELESS = 24;
/** Conflicts that a plan is looked for with at least, where constructions find none. Our choice. */
const FIND = 600;
/** So many of them before constructions are tried again. Our choice. */
const TURN = 200;
/** Constructions that look after what comes next, once a plan is as short as it will be. Our choice. */
const TIDY = 24;

/** Whether a search that learns is of use. */
export const mayLearn = (m: Model): boolean => m.operations.length <= LEARNED && canLearn(m);

/**
 * Plans by constructions first, then by a search that learns.
 * @param m a model that `mayLearn`
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
  const { problem } = m;
  const many = m.operations.length > MANY;
  const steps = effort.steps * (m.operations.length > SEVERAL ? 2 : 1);
  const tried = improve(m, head, bound, { ...effort, steps }, options, undefined, HOPELESS);
  let best = tried.best;
  const isMet = (s: Schedule | null, by: number): s is Schedule => s !== null && makespanOf(m, s.end) <= by;
  const ties = !options.near && m.operations.filter((o) => o.lockedStart === null).length <= FEW;
  if (isMet(best, bound) && !ties) return planOf(m, best, bound);
  const conflicts = Math.round((effort.learning ?? 1) * conflictsFor(m.operations.length));
  if ((conflicts === 0 || (many && (effort.learning ?? 1) <= 1)) && best) return planOf(m, best, bound);
  const search = new LearnedSearch(m, ties);
  const settled = (s: Schedule): Schedule =>
    ties ? settleTies(m, search, s, workerDays(m), conflicts, effort.stop) : s;
  if (isMet(best, bound)) return planOf(m, settled(best), bound);
  // Both in turn, while there is no plan.
  const most = Math.max(conflicts, Math.round((effort.learning ?? 1) * FIND));
  for (let turn = 1; !best; turn++) {
    const found = search.find(problem.horizon + Math.max(0, ...m.finish), TURN, effort.stop);
    if (found === 'none')
      return { infeasible: true, proven: true, reason: explainClash(problem, tried.clash, effort.stop) };
    best =
      found === 'open'
        ? improve(
            m,
            head,
            bound,
            { ...effort, steps, seed: effort.seed + turn },
            options,
            undefined,
            HOPELESS,
          ).best
        : found;
    if (!best && (search.conflicts >= most || effort.stop?.()))
      return { infeasible: true, proven: false, reason: `No right plan was found: ${tried.clash}` };
  }
  const short = shorten(m, search, best, bound, { conflicts, seed: effort.seed, stop: effort.stop });
  if (isMet(short.best, short.bound) && ties) return planOf(m, settled(short.best), short.bound);
  if (short.best === tried.best) return planOf(m, best, short.bound);
  const tidy = { ...effort, steps: Math.min(effort.steps, TIDY) };
  const { best: tidied } = improve(m, head, makespanOf(m, short.best.end), tidy, options, short.best);
  return planOf(m, tidied ?? short.best, short.bound);
}
