/** When people cannot be had: typed, or read from their calendar files. */
import { MOST_OF_A_FILE, type BusySpan } from '$core/job-plan/ical-busy';
import { dayAfter, dayToMs } from '$core/units/clock-time';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import type { Db } from '../../db/open';
import { deleteAbsence, deleteAbsencesFrom, insertAbsence } from '../../store/absences';
import { listWorkers } from '../../store/workers';
import { companyZone } from './clock';
import { readInput } from '../../base/read-input';
import { Refused } from '../../base/refused';
import { ask } from '../../threads/ask';

const YEAR = 366 * 86_400_000;
const typedSchema = z
  .object({
    /** empty: everybody */
    worker: z.string().nullable(),
    from: z.iso.date('Write the first day as 2026-03-09'),
    to: z.iso.date('Write the last day as 2026-03-09'),
    why: z.string().trim().min(1, 'Say why, in a word').max(80),
  })
  .refine((a) => a.from <= a.to, { path: ['to'], message: 'The last day comes before the first' });

function known(db: Db, worker: string | null): void {
  if (worker !== null && !listWorkers(db).some((w) => w.id === worker))
    throw new Refused(422, 'That person is not on the crew.', 'worker');
}

/** Keeps whole days away. @throws Refused 422 when they are faulty */
export function addAbsence(db: Db, input: unknown): void {
  const given = readInput(typedSchema, input, 'The days are not complete.');
  const { worker, from, to, why } = given;
  known(db, worker);
  const zone = companyZone();
  insertAbsence(db, {
    id: newId(),
    worker,
    from: dayToMs(from, zone),
    to: dayAfter(to, zone),
    why,
    source: null,
  });
}

/**
 * Takes in a calendar file: what it says is busy, from now on for a year. Reading the same file again replaces it.
 * @returns how many stretches were read
 * @throws Refused 422 when it cannot be read; nothing is changed then
 */
export async function importCalendar(
  db: Db,
  worker: string | null,
  name: string,
  text: string,
  now: number,
): Promise<number> {
  known(db, worker);
  if (Buffer.byteLength(text) > MOST_OF_A_FILE.bytes)
    throw new Refused(
      422,
      `The file is larger than ${MOST_OF_A_FILE.bytes / 1e6} MB: export fewer years of it.`,
      'file',
    );
  let spans: BusySpan[];
  try {
    spans = await ask('read-calendar', [text, companyZone(), now, now + YEAR]);
  } catch (error) {
    throw new Refused(422, error instanceof Error ? error.message : String(error), 'file');
  }
  const source = name.trim() || 'calendar';
  db.transaction(() => {
    deleteAbsencesFrom(db, worker, source);
    for (const s of spans)
      insertAbsence(db, { id: newId(), worker, from: s.from, to: s.to, why: s.why.slice(0, 80), source });
  }).immediate();
  return spans.length;
}

/** Takes out one stretch. */
export const removeAbsence = (db: Db, id: string): void => deleteAbsence(db, id);
