/**
 * Why a problem has no plan: rules are left out one after another; those without which a plan would be possible are
 * the clash (a deletion filter, Chinneck, Feasibility and Infeasibility in Optimization, 2008).
 */
import { LearnedSearch } from '../learning/learned-search';
import { conflictsFor } from '../learning/shorten';
import type { Cause, Part } from '../model/cause';
import { ifFeasible } from '../model/infeasible';
import { compile } from '../compile/compile';
import type { Problem } from '../model/problem';
import { heads } from '../bounds/heads';
import { RULES } from '../rules';

/** Conflicts that one question may cost, and costs at least, as a share of what a second allows; and seconds for all of them. Our choice. */
const QUESTION = 0.5;
const LEAST = 0.02;
const SECONDS = 4;

/** Asks whether problems have plans, until so many conflicts are spent on it. */
class Asking {
  private left: number;
  private readonly second: number;

  constructor(
    operations: number,
    private readonly stop: () => boolean,
  ) {
    this.second = conflictsFor(operations);
    this.left = SECONDS * this.second;
  }

  get isOver(): boolean {
    return this.left <= 0 || this.stop();
  }

  /** @returns null when that could not be told */
  possible(problem: Problem): boolean | null {
    return ifFeasible(
      () => {
        const m = compile(problem);
        heads(m);
        if (this.isOver) return null;
        const search = new LearnedSearch(m);
        const most = Math.min(this.left, QUESTION * this.second);
        const found = search.find(m.problem.horizon + Math.max(0, ...m.finish), Math.ceil(most), this.stop);
        this.left -= Math.max(search.conflicts, LEAST * this.second);
        return found === 'open' ? null : found !== 'none';
      },
      () => false,
    );
  }
}

/**
 * @param problem a problem that is known to have no plan
 * @param clash what stopped a construction, for when the question stays open
 * @param stop asked now and then; true gives the question up
 * @returns rules that cannot be kept together; or what stopped the construction
 */
export function explainInfeasibility(
  problem: Problem,
  clash: readonly Cause[],
  stop: () => boolean = () => false,
): Cause[] {
  const asking = new Asking(problem.operations.length, stop);
  let left = problem;
  const kept: Part[] = [];
  for (const rule of RULES) {
    // Who waits no longer, or waited long enough, is told what stopped the search.
    if (asking.isOver && clash.length) return [...clash];
    const parts = rule.parts(problem);
    // A whole rule that has no part in it goes at once.
    const none = parts.reduce((p, { without }) => without(p), left);
    if (parts.length > 1 && asking.possible(none) === false) {
      left = none;
      continue;
    }
    for (const { part, without } of parts) {
      const one = without(left);
      if (asking.possible(one) === false) left = one;
      else if (asking.isOver && clash.length) return [...clash];
      else kept.push(part);
    }
  }
  if (kept.length > 0) return [{ code: 'clash', parts: kept }];
  return clash.length ? [...clash] : [{ code: 'does not fit', horizon: problem.horizon }];
}
