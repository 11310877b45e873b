/**
 * Plans that give up some of the hand-back for what else counts, such as days with fronts. Whole lots are placed in several orders, more or
 * less one after another, and each plan is brought together.
 */
import { DAY_MINUTES } from '$core/units/durations';
import { frozen } from '$core/frozen';
import { at, cell } from '$core/units/at';
import { seeded } from '$core/units/random';
import { pieceDays } from '../model/fronts';
import { withFirst } from '../model/goals';
import type { Model } from '../model/model';
import { makespanOf, type Schedule } from '../model/schedule';
import { construct } from './construct';
import { bringTogether, type BroughtBy } from './bring-together';
import type { Effort } from './effort';
import { shake } from './shake';
import { isLess, ranking } from './rank';

/** Orders that are tried at most, and constructions of an effort for each. Our choice. */
const ORDERS = 12;
const EACH = 12;
/** How far apart lots stand, in lengths of the longest way. Our choice. */
const APART = frozen([2, 1, 0.5, 0.25] as const);
const PUSHES = 20;
/** Minutes by which plans may end later that are looked at. Our choice. */
const WINDOW = 7 * DAY_MINUTES;

type Looked = BroughtBy & Pick<Effort, 'seed' | 'steps'>;

/** Plans of whole lots in several orders, more or less one after another. @param best the plan whose order is begun from */
function ordered(m: Model, best: Schedule, { seed, steps, stop = () => false }: Looked): Schedule[] {
  const random = seeded(seed);
  const found: Schedule[] = [];
  const lots = [...new Set(m.operations.map((o) => o.lot))];
  const begins = new Map<string, number>();
  for (const [i, o] of m.operations.entries())
    begins.set(o.lot, Math.min(begins.get(o.lot) ?? Infinity, cell(best.start, i)));
  const spread = Math.max(...m.tail);
  let order = lots.sort((a, b) => (begins.get(a) ?? 0) - (begins.get(b) ?? 0));
  const orders = Math.min(ORDERS, Math.ceil(steps / EACH));
  for (let k = 0; k < orders && lots.length > 1 && !stop(); k++) {
    const rankOf = new Map(order.map((lot, r) => [lot, r]));
    const apart = APART[k % APART.length] ?? 1;
    const keys = Float64Array.from(
      m.operations,
      (o, i) => at(m.tail, i) - (rankOf.get(o.lot) ?? 0) * apart * spread,
    );
    const made = construct(m, keys, { pushes: PUSHES, stop });
    if (!('clash' in made)) found.push(made);
    // Another order every time all distances were tried.
    if (k % APART.length === APART.length - 1) {
      order = [...order];
      order.splice(
        Math.floor(random() * order.length),
        0,
        ...order.splice(Math.floor(random() * order.length), 1),
      );
    }
  }
  return found;
}

/** Right plans that end by a minute, brought together. @param best the plan that ends first @param others plans that are known besides */
function endingBy(
  m: Model,
  best: Schedule,
  most: number,
  looked: Looked,
  others: readonly Schedule[],
): Schedule[] {
  const ends = (s: Schedule): boolean => makespanOf(m, s.end) <= most;
  const rank = ranking(m, looked);
  const together = [best, ...ordered(m, best, looked)]
    .filter(ends)
    .map((s) => bringTogether(m, s, looked, most));
  const found = [best, ...others, ...together].filter(ends);
  const ranks = new Map(found.map((s) => [s, rank(s)]));
  const first = found.reduce((a, b) => (isLess(ranks.get(b) ?? [], ranks.get(a) ?? []) ? b : a));
  return [...found, ...shake(m, first, most, looked).filter(ends)];
}

interface Traded {
  schedule: Schedule;
  makespan: number;
  pieceDays: number;
}

/**
 * Plans of which none is worse in both hand-back and days without fronts than another.
 * @param best the plan that ends first, brought together
 * @param others plans that are known besides
 * @returns the best and those that are away for fewer piece-days, the earliest end first
 */
export function trade(m: Model, best: Schedule, looked: Looked, others: readonly Schedule[] = []): Traded[] {
  const most = makespanOf(m, best.end) + WINDOW;
  const out: Traded[] = [];
  const byFronts = { ...looked, goals: withFirst('fronts'), near: undefined };
  const found = endingBy(m, best, most, byFronts, others).map((schedule) => ({
    ...{ schedule, makespan: makespanOf(m, schedule.end), pieceDays: pieceDays(m, schedule) },
  }));
  for (const t of found
    .filter((x) => x.makespan <= most)
    .sort((a, b) => a.makespan - b.makespan || a.pieceDays - b.pieceDays))
    if (t.pieceDays < (out.at(-1)?.pieceDays ?? Infinity)) out.push(t);
  return out;
}

/**
 * The best plan by the goals of those that end by a minute.
 * @param best the plan that ends first
 * @param others plans that are known besides
 */
export function bestBy(
  m: Model,
  best: Schedule,
  until: number,
  looked: Looked,
  others: readonly Schedule[] = [],
): Schedule {
  const rank = ranking(m, looked);
  let [first, reached] = [best, rank(best)];
  for (const s of endingBy(m, best, until, looked, others)) {
    const then = rank(s);
    if (isLess(then, reached)) [first, reached] = [s, then];
  }
  return first;
}
