import { SAFE_LETTERS } from '$core/labels/turn-safe';
import { isTimeZone } from '$core/units/time-zones';
import { LENGTH_UNITS } from '$core/units/length';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import type { Db } from '../../db/open';
import { findJob, insertJob, insertZone } from '../../store/jobs';
import { refreshSummary } from './summaries';

export const newJobSchema = z.object({
  name: z.string().trim().min(1, 'Give the job a name').max(80, 'A name has at most 80 letters'),
  place: z.string().trim().max(200, 'An address has at most 200 letters').default(''),
  houseYear: z
    .string()
    .trim()
    .regex(/^(1[6-9]|20)\d\d$|^$/, 'Write the year the house was built as four digits, or leave it empty')
    .transform((s) => (s ? Number(s) : null)),
  zone: z.string().refine(isTimeZone, 'Choose a time zone, such as America/Halifax'),
  unit: z.enum(LENGTH_UNITS, 'Choose inches, centimetres or millimetres'),
  colour: z.string().trim().min(1, 'Name the colour').max(60, 'The name of a colour has at most 60 letters'),
  hex: z.string().regex(/^#[0-9a-fA-F]{6}$/, 'Write the colour as #DCCFA9'),
  sheen: z.enum(['matt', 'satin', 'semi-gloss', 'gloss'], 'Choose a sheen'),
  /** made by the form, so that a job sent twice is made once */
  id: z.uuid('Open the page again').optional(),
});
export type NewJob = z.infer<typeof newJobSchema>;

/** Makes a job with one colour zone; one that is there already under its id is left as it is. @returns its id */
export function createJob(db: Db, job: NewJob, now: number): string {
  const { colour, hex, sheen, id = newId(), ...rest } = job;
  db.transaction(() => {
    if (findJob(db, id)) return;
    insertJob(db, {
      ...rest,
      id,
      createdAt: now,
      notation: '',
      surveyed: '',
      choice: null,
      answers: null,
      materials: {},
      scheme: 'number',
      leaveOutUnsafe: false,
      way: 'lying',
    });
    insertZone(db, id, {
      id: newId(),
      name: 'Kitchen',
      colour,
      hex,
      sheen,
      letter: SAFE_LETTERS[0],
      position: 0,
    });
    refreshSummary(db, id);
  }).immediate();
  return id;
}
