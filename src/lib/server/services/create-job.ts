import { SAFE_LETTERS } from '$core/labels/turn-safe';
import { LENGTH_UNITS } from '$core/units/length';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import type { Db } from '../db/open';
import { insertJob, insertZone } from '../store/jobs';
import { refreshSummary } from './summaries';

const knownZones = new Set(Intl.supportedValuesOf('timeZone'));

export const newJobSchema = z.object({
  name: z.string().trim().min(1, 'Give the job a name').max(80, 'A name has at most 80 letters'),
  place: z.string().trim().max(200).default(''),
  houseYear: z
    .string()
    .trim()
    .regex(/^(1[6-9]|20)\d\d$|^$/, 'Write the year the house was built as four digits, or leave it empty')
    .transform((s) => (s ? Number(s) : null)),
  zone: z.string().refine((s) => knownZones.has(s), 'Choose a time zone, such as America/Halifax'),
  unit: z.enum(LENGTH_UNITS),
  colour: z.string().trim().min(1, 'Name the colour').max(60),
  hex: z.string().regex(/^#[0-9a-fA-F]{6}$/, 'Write the colour as #DCCFA9'),
  sheen: z.enum(['matt', 'satin', 'semi-gloss', 'gloss']),
});
export type NewJob = z.infer<typeof newJobSchema>;

/** Makes a job with one colour zone. @returns its id */
export function createJob(db: Db, job: NewJob, now: number): string {
  const id = newId();
  const { colour, hex, sheen, ...rest } = job;
  db.transaction(() => {
    insertJob(db, {
      ...rest,
      id,
      createdAt: now,
      notation: '',
      surveyed: '',
      choice: null,
      answers: null,
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
