/**
 * Gathers what few work is done for: a day in the house, a night with solvent, or a day of somebody's, with little in it is left out, its
 * work put off to the next such day. What follows is placed anew as early as may be; what is not better by the goals is not taken.
 */
import { cell } from '$core/units/at';
import { dayOf, dayStart } from '../model/fronts';
import { isHelper, type Model } from '../model/model';
import { makespanOf, type Schedule } from '../model/schedule';
import { construct } from './construct';
import { isLess, type Rank } from './rank';

/** How often a window may push its opener. Our choice. */
const PUSHES = 20;
/** Operations that are placed at most, all tries together. Our choice: a twentieth of what a stored plan takes. */
const PLACED = 3_000;
/** Operations of a day that are put off together at most. Our choice. */
const LITTLE = 3;

/** Work of a day, and the next day to which it could go. */
interface Group {
  operations: number[];
  day: number;
}

/** Work of a plan by days of a kind, with what there is little of. @param of operations and their day, each under the name of its kind */
function littleDays(of: readonly (readonly [kind: string, operation: number, day: number])[]): Group[] {
  const kinds = new Map<string, Map<number, Set<number>>>();
  for (const [kind, operation, day] of of) {
    const days = kinds.get(kind) ?? new Map<number, Set<number>>();
    kinds.set(kind, days.set(day, (days.get(day) ?? new Set()).add(operation)));
  }
  return [...kinds.values()].flatMap((days) => {
    const sorted = [...days].sort(([a], [b]) => a - b);
    return sorted.flatMap(([, operations], k) => {
      const next = sorted[k + 1];
      return next && operations.size <= LITTLE ? [{ operations: [...operations], day: next[0] }] : [];
    });
  });
}

/** Days in the house, nights with solvent and days of people with little in them. */
function groupsOf(m: Model, s: Schedule): Group[] {
  const day = (minute: number): number => dayOf(m.midnight, minute);
  const free = (i: number): boolean => m.operations[i]?.lockedStart === null;
  return [
    ...littleDays(m.visits.map((v) => [`house ${v.house}`, v.operation, day(cell(s.start, v.operation))])),
    ...littleDays(m.smells.map((v) => [`night ${v.house}`, v.operation, day(cell(s.end, v.operation))])),
    ...littleDays(
      m.operations.flatMap((_, i) => {
        const worker = m.problem.workers[cell(s.worker, i)];
        return worker && !isHelper(worker) ? [[worker.id, i, day(cell(s.start, i))] as const] : [];
      }),
    ),
  ].filter(({ operations }) => operations.every(free));
}

/**
 * @param best a right plan
 * @param rank which of two plans is better
 * @param most minute that it must not end after: where it ends now, where nothing is said
 * @returns a right plan that is as good or better; the same where the household is not looked at
 */
export function gather(
  m: Model,
  best: Schedule,
  rank: (s: Schedule) => Rank,
  { most = makespanOf(m, best.end), stop = () => false }: { most?: number; stop?: () => boolean } = {},
): Schedule {
  if (!m.problem.household) return best;
  let tries = Math.ceil(PLACED / Math.max(1, m.operations.length));
  let reached = rank(best);
  const tried = new Set<string>();
  const putOff = ({ operations, day }: Group): boolean => {
    const later = new Map(best.start.entries());
    for (const i of operations) later.set(i, Math.max(cell(best.start, i), dayStart(m.midnight, day)));
    const made = construct(
      m,
      Float64Array.from(best.start, (t) => -t),
      { later, by: new Map(best.worker.entries()), pushes: PUSHES, stop },
    );
    if ('clash' in made || makespanOf(m, made.end) > most) return false;
    const then = rank(made);
    if (!isLess(then, reached)) return false;
    [best, reached] = [made, then];
    return true;
  };
  for (let moved = true; moved;) {
    moved = false;
    for (const group of groupsOf(m, best)) {
      const key = `${group.operations.join()} ${group.day}`;
      if (tried.has(key)) continue;
      if (tries-- <= 0 || stop()) return best;
      tried.add(key);
      moved = putOff(group);
      if (moved) break;
    }
  }
  return best;
}
