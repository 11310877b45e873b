/** The fewest days without fronts that any plan has, people and places taken to be free. */
import { cell, item } from '$core/units/at';
import { earliestRun } from '../model/calendar';
import { dayOf, dayStart } from '../model/fronts';
import { allowedFrom, type Front, type Model } from '../model/model';
import type { Heads } from './heads';

/** What comes between two operations, the first among it; in an order that respects the links. */
function between(m: Model, down: number, home: number): number[] {
  const before = new Set([home]);
  for (const i of [...m.order].reverse())
    if (item(m.after, i).some((lag) => before.has(lag.other))) before.add(i);
  const chain = new Set([down]);
  for (const i of m.order)
    if (before.has(i) && item(m.before, i).some((lag) => chain.has(lag.other))) chain.add(i);
  return m.order.filter((i) => chain.has(i));
}

/** When `home` ends at the earliest if `down` begins in a minute or later, people and places taken to be free. */
function homeBy(m: Model, head: Heads, front: Front, chain: readonly number[], from: number): number | null {
  const ends = new Map<number, number>();
  for (const i of chain) {
    let least = Math.max(cell(head.start, i), i === front.down ? from : 0);
    for (const lag of item(m.before, i)) {
      const end = ends.get(lag.other);
      if (end !== undefined) least = Math.max(least, allowedFrom(lag, end));
    }
    const o = m.operations[i];
    const run = o && earliestRun(item(m.anyHours, i), least, o.minutes, o.pausable);
    if (!run) return null;
    ends.set(i, run[1]);
  }
  return ends.get(front.home) ?? null;
}

/** The fewest days on which the pieces of each front can be gone, whatever day they come down on. */
export function leastDaysGone(m: Model, head: Heads): number[] {
  return m.fronts.map((front) => {
    const { down, home } = front;
    if (down < 0) return dayOf(m.midnight, cell(head.end, home) - 1) - dayOf(m.midnight, 0) + 1;
    const chain = between(m, down, home);
    let least = Infinity;
    for (
      let day = dayOf(m.midnight, cell(head.start, down));
      dayStart(m.midnight, day) < m.problem.horizon;
      day++
    ) {
      const back = homeBy(m, head, front, chain, Math.max(0, dayStart(m.midnight, day)));
      if (back === null) break;
      const hours = earliestRun(item(m.anyHours, down), Math.max(0, dayStart(m.midnight, day)), 1, true);
      // A day on which nobody can take them down is none to begin on.
      if (!hours || dayOf(m.midnight, hours[0]) !== day) continue;
      least = Math.min(least, dayOf(m.midnight, back - 1) - day + 1);
      if (least <= 1) break;
    }
    return Number.isFinite(least) ? least : 1;
  });
}

/** Piece-days that no plan has fewer of. */
export const leastPieceDays = (m: Model, least: readonly number[]): number =>
  m.fronts.reduce((sum, f, k) => sum + f.pieces * (least[k] ?? 1), 0);
