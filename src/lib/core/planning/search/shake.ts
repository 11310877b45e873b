/**
 * Looks for a better plan near one, by goals that a plan's end says little about: some lots are taken out of the order and come days sooner
 * or later, the plan is brought together, and what is better leads on (iterated local search: Lourenço, Martin & Stützle 2003).
 */
import { DAY_MINUTES } from '$core/units/durations';
import { at, cell } from '$core/units/at';
import { seeded } from '$core/units/random';
import type { Model } from '../model/model';
import { makespanOf, type Schedule } from '../model/schedule';
import { bringTogether, type BroughtBy } from './bring-together';
import { construct } from './construct';
import type { Effort } from './effort';
import { isLess, ranking } from './rank';

/** Days by which a lot comes sooner or later at most. Our choice. */
const DAYS = 4;
/** How often a window may push its opener. Our choice. */
const PUSHES = 20;
/** Constructions of an effort for each plan that is tried. Our choice: it takes about as long as the rest. */
const EACH = 6;

/**
 * @param best a right plan
 * @param until the minute that it must not end after
 * @returns the right plans that were met, the best that was given among them
 */
export function shake(
  m: Model,
  best: Schedule,
  until: number,
  { seed, steps, stop = () => false, ...by }: BroughtBy & Pick<Effort, 'seed' | 'steps'>,
): Schedule[] {
  const random = seeded(seed);
  const rank = ranking(m, by);
  let reached = rank(best);
  const met = [best];
  const downs = m.fronts.flatMap(({ down }) =>
    down >= 0 && m.operations[down]?.lockedStart === null ? [down] : [],
  );
  if (downs.length < 2) return met;
  for (let k = 0; k < steps / EACH && !stop(); k++) {
    const later = new Map(best.start.entries());
    const keys = Float64Array.from(best.start, (t) => -t);
    for (let left = random() < 0.5 ? 1 : 2; left > 0; left--) {
      const down = at(downs, Math.floor(random() * downs.length));
      const shift = Math.round((random() * 2 - 1) * DAYS) * DAY_MINUTES;
      const lot = m.operations[down]?.lot;
      for (const [i, o] of m.operations.entries())
        if (o.lot === lot || i === down) {
          keys[i] = (keys[i] ?? 0) - shift;
          later.delete(i);
        }
      if (shift > 0) later.set(down, cell(best.start, down) + shift);
    }
    // Half of what stays may come sooner, too.
    for (const i of m.operations.keys()) if (!downs.includes(i) && random() < 0.5) later.delete(i);
    const made = construct(m, keys, { later, pushes: PUSHES, stop });
    if ('clash' in made || makespanOf(m, made.end) > until) continue;
    const together = bringTogether(m, made, { ...by, stop }, until);
    met.push(together);
    const then = rank(together);
    if (isLess(then, reached)) [best, reached] = [together, then];
  }
  return met;
}
