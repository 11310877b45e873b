/** A problem's plans that give up some of the hand-back for days with fronts. */
import { leastDaysGone, leastPieceDays } from '../bounds/fronts-bound';
import { isPlan } from '../model/infeasible';
import { compile } from '../compile/compile';
import type { Plan, Problem } from '../model/problem';
import { heads } from '../bounds/heads';
import { scheduleOf } from '../model/schedule';
import type { Effort, SolveOptions } from './effort';
import { solve } from './solve';
import { planFrom } from './soon-after';
import { trade } from './trade';

/**
 * Plans a problem, and those that are handed back later and are away for fewer days.
 * @returns none of them worse in both than another, the earliest end first; empty where there is no plan
 */
export function solveTrades(problem: Problem, effort: Effort, options: SolveOptions): Plan[] {
  const result = solve(problem, effort, { ...options, later: 0 });
  if (!isPlan(result)) return [];
  const m = compile(problem, options.air);
  const least = leastDaysGone(m, heads(m));
  const low = leastPieceDays(m, least);
  return trade(m, scheduleOf(m, result), { least, ...effort }).map(({ schedule }) =>
    planFrom(m, schedule, result.lowerBound, low),
  );
}
