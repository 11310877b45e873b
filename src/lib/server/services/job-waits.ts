/** How a job's films wait: by the sheet, or by the air of the place where they dry and what was learnt there. */
import { SHEET_WAITS, waitsIn, type Waits } from '$core/coating/waits';
import type { Choice } from '$core/planning/choice';
import type { Db } from '../db/open';
import { learntAt } from './learnt';
import { airOf } from './places';

/** @param since when the first film of the job was or will be laid, ms since 1970 */
export function jobWaits(db: Db, choice: Choice | null, now: number, since: number): Waits {
  if (choice?.air !== 'place') return SHEET_WAITS;
  const multipliers = new Map([...learntAt(db, choice.place)].map(([key, l]) => [key, l.multiplier]));
  return waitsIn(airOf(db, choice.place, now, since).rates, multipliers);
}
