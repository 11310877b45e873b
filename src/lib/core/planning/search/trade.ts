/**
 * Plans that give up some of the hand-back for days with fronts: none of them is worse in both than another. Whole lots are placed in
 * several orders, more or less one after another, and each plan is brought together.
 */
import { at, cell } from '$core/units/at';
import { seeded } from '$core/units/random';
import { pieceDays } from '../model/fronts';
import type { Model } from '../model/model';
import { makespanOf, type Schedule } from '../model/schedule';
import { construct } from './construct';
import { pullTogether } from './pull-together';

/** Orders that are tried. Our choice. */
const ORDERS = 12;
/** How far apart lots stand, in lengths of the longest way. Our choice. */
const APART = [2, 1, 0.5, 0.25] as const;
const PUSHES = 20;
/** Minutes by which plans may end later that are looked at. Our choice. */
const WINDOW = 7 * 1440;

export interface Traded {
  schedule: Schedule;
  makespan: number;
  pieceDays: number;
}

/**
 * @param best the plan that ends first, brought together
 * @param least the fewest days on which each front can be gone
 * @param others plans that are known besides
 * @returns the best and those that are away for fewer piece-days, the earliest end first
 */
export function trade(
  m: Model,
  best: Schedule,
  least: readonly number[],
  { seed, stop = () => false }: { seed: number; stop?: () => boolean },
  others: readonly Schedule[] = [],
): Traded[] {
  const random = seeded(seed);
  const most = makespanOf(m, best.end) + WINDOW;
  const told = (schedule: Schedule): Traded => ({
    ...{ schedule, makespan: makespanOf(m, schedule.end), pieceDays: pieceDays(m, schedule) },
  });
  const found = [told(best), ...others.map(told)];
  const keep = (s: Schedule): void => {
    if (makespanOf(m, s.end) > most) return;
    const together = pullTogether(m, s, least, { stop });
    found.push(told(together), told(pullTogether(m, together, least, { stop, most })));
  };
  keep(best);
  const lots = [...new Set(m.operations.map((o) => o.lot))];
  const begins = new Map<string, number>();
  for (const [i, o] of m.operations.entries())
    begins.set(o.lot, Math.min(begins.get(o.lot) ?? Infinity, cell(best.start, i)));
  const spread = Math.max(...m.tail);
  let order = lots.sort((a, b) => (begins.get(a) ?? 0) - (begins.get(b) ?? 0));
  for (let k = 0; k < ORDERS && lots.length > 1 && !stop(); k++) {
    const rank = new Map(order.map((lot, r) => [lot, r]));
    const apart = APART[k % APART.length] ?? 1;
    const keys = Float64Array.from(
      m.operations,
      (o, i) => at(m.tail, i) - (rank.get(o.lot) ?? 0) * apart * spread,
    );
    const made = construct(m, keys, { pushes: PUSHES, stop });
    if (!('clash' in made)) keep(made);
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
  const out: Traded[] = [];
  for (const t of found
    .filter((x) => x.makespan <= most)
    .sort((a, b) => a.makespan - b.makespan || a.pieceDays - b.pieceDays))
    if (t.pieceDays < (out.at(-1)?.pieceDays ?? Infinity)) out.push(t);
  return out;
}
