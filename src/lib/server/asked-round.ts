/** The round that an address asks for. */
import { Refused } from './base/refused';
import type { Db } from './db/open';
import { roundOf, type MadeRound } from './services/across/rounds';

const CLOCK = /^([01]\d|2[0-3]):([0-5]\d)$/;
const DAY = /^\d{4}-\d{2}-\d{2}$/;

/** @returns null where none is asked for @throws Refused 422 */
export function askedRound(db: Db, params: URLSearchParams, now: number): MadeRound | null {
  const jobs = params.getAll('job');
  if (!jobs.length) return null;
  const [, hours, minutes] = CLOCK.exec(params.get('leaves') ?? '') ?? [];
  if (hours === undefined || minutes === undefined)
    throw new Refused(422, 'Write when you leave as 08:30.', 'leaves');
  const day = params.get('day') ?? '';
  if (!DAY.test(day) || Number.isNaN(Date.parse(day))) throw new Refused(422, 'Choose the day.', 'day');
  return roundOf(db, jobs, day, 60 * Number(hours) + Number(minutes), now);
}
