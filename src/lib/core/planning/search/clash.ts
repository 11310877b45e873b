/**
 * Why a problem has no plan: rules are left out one after another; those without which a plan would be possible are
 * the clash (a deletion filter, Chinneck, Feasibility and Infeasibility in Optimization, 2008).
 */
import type { Effort } from './effort';
import { searchExactly } from './exact/exact';
import { compile } from '../model/model';
import { heads } from '../model/propagate';
import type { Problem } from '../model/problem';

/** Nodes that the question may cost for each rule; and for all of them together, times operations: some seconds. Our choice. */
const NODES = 3_000;
const IN_ALL = 400_000;

/** Asks whether problems have plans, until so many nodes are spent on it. */
class Asking {
  private left: number;

  constructor(
    operations: number,
    private readonly stop: () => boolean,
  ) {
    this.left = Math.ceil(IN_ALL / Math.max(1, operations));
  }

  get isOver(): boolean {
    return this.left <= 0 || this.stop();
  }

  /** @returns null when that could not be told */
  possible(problem: Problem): boolean | null {
    const m = compile(problem);
    if ('infeasible' in m) return false;
    if ('infeasible' in heads(m)) return false;
    if (this.isOver) return null;
    const found = searchExactly(m, null, Math.min(NODES, this.left), this.stop);
    this.left -= found.nodes;
    return found.best ? true : found.complete ? false : null;
  }
}

interface Rule {
  words: string;
  without: (p: Problem) => Problem;
}

/** Rules by family: racks, pins, hours, windows. */
function familiesOf(problem: Problem): Rule[][] {
  const { horizon } = problem;
  const isWhole = (open: readonly (readonly [number, number])[]): boolean =>
    open.length === 1 && open[0]?.[0] === 0 && open[0][1] >= horizon;
  return [
    problem.racks.map((r): Rule => ({
      words: `the ${r.slots} slots of ${r.id}`,
      without: (p) => ({ ...p, holds: p.holds.filter((h) => h.rack !== r.id) }),
    })),
    problem.operations
      .filter((o) => o.lockedStart !== null && !problem.workers.some((w) => w.id === o.id))
      .map((locked): Rule => ({
        words: `${locked.id} pinned to minute ${locked.lockedStart ?? 0}`,
        without: (p) => ({
          ...p,
          operations: p.operations.map((o) => (o.id === locked.id ? { ...o, lockedStart: null } : o)),
        }),
      })),
    problem.calendars
      .filter((c) => !isWhole(c.open))
      .map((c): Rule => ({
        words: `the open hours of ${c.id}`,
        without: (p) => ({
          ...p,
          calendars: p.calendars.map((x) => (x.id === c.id ? { ...x, open: [[0, horizon]] } : x)),
        }),
      })),
    problem.links
      .filter((l) => l.minLag < 0)
      .map((link): Rule => ({
        words: `${link.to} no more than ${-link.minLag} min before the end of ${link.from}`,
        without: (p) => ({ ...p, links: p.links.filter((l) => l !== link) }),
      })),
    problem.links
      .filter((l) => l.maxLag !== null)
      .map((link): Rule => ({
        words: `${link.to} within ${link.maxLag ?? 0} min of the end of ${link.from}`,
        without: (p) => ({
          ...p,
          links: p.links.map((l) => (l.from === link.from && l.to === link.to ? { ...l, maxLag: null } : l)),
        }),
      })),
  ];
}

/** The clash as far as an effort asks for it. @param clash what stopped a construction */
export const reasonFor = (problem: Problem, clash: string, { explain, stop }: Effort): string =>
  explain === false ? clash : explainClash(problem, clash, stop);

/**
 * @param problem a problem that is known to have no plan
 * @param clash what stopped a construction, for when the question stays open
 * @param stop asked now and then; true gives the question up
 * @returns the clash in words: rules that cannot be kept together
 */
export function explainClash(problem: Problem, clash: string, stop: () => boolean = () => false): string {
  const asking = new Asking(problem.operations.length, stop);
  let left = problem;
  const kept: string[] = [];
  for (const family of familiesOf(problem)) {
    // Who waits no longer, or waited long enough, is told what stopped the search.
    if (asking.isOver && clash) return clash;
    // A whole family that has no part in it goes at once.
    const without = family.reduce((p, rule) => rule.without(p), left);
    if (family.length > 1 && asking.possible(without) === false) {
      left = without;
      continue;
    }
    for (const rule of family) {
      const one = rule.without(left);
      if (asking.possible(one) === false) left = one;
      else if (asking.isOver && clash) return clash;
      else kept.push(rule.words);
    }
  }
  if (kept.length === 0)
    return (
      clash || `the work does not fit between its start and minute ${problem.horizon}, whatever is left out`
    );
  const last = kept.pop() ?? '';
  return kept.length ? `${kept.join(', ')} and ${last} cannot all be kept` : `${last} cannot be kept`;
}
