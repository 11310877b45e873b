/** How a job's films wait: by the sheet, or by the air of the place where they dry and what was learnt there. */
import { SHEET_WAITS, waitsIn, type Waits } from '$core/coating/waits';
import type { Choice } from '$core/planning/choice';
import type { Db } from '../../db/open';
import { learntAt } from './learnt';
import { airOf } from './places';

/**
 * The air is asked for when something first waits for it: most facts do not.
 * @param since when the first film of the job was or will be laid, ms since 1970
 */
export function jobWaits(db: Db, choice: Choice | null, now: number, since: number): Waits {
  if (choice?.air !== 'place') return SHEET_WAITS;
  const { place } = choice;
  let made: Waits | null = null;
  const waits = (): Waits =>
    (made ??= waitsIn(
      airOf(db, place, now, since).rates,
      new Map([...learntAt(db, place)].map(([key, l]) => [key, l.multiplier])),
    ));
  return {
    by: 'air',
    readyAt: (...film) => waits().readyAt(...film),
    leastMinutes: (...film) => waits().leastMinutes(...film),
  };
}
