/** An exported record, read as what anyone may have typed. */
import { z } from 'zod';
import { FACES } from '../coating/system';
import { RECORD_FORMAT } from './dictionary';
import { jobRecordSchema, lookSchema, pieceRecordSchema, spellSchema } from './record';
import { instantSchema } from '../units/instant';

/** A hundred years, days: what is beyond is a slip. */
const LONGEST = 36_525;
const MOST_KITCHENS = 10_000;
const days = z.number().min(0, 'Days are 0 or more').max(LONGEST, `Days are at most ${LONGEST}`);
const share = z.number().min(0).max(1).nullable();
const text = z.string().max(200);

const look = lookSchema.extend({ day: days, face: z.enum(FACES), x: share, y: share });
const spell = spellSchema.extend({
  start: instantSchema,
  filmAge: days.nullable(),
  end: days.nullable(),
  // The statistics go from look to look.
  looks: z
    .array(look)
    .max(1000)
    .transform((looks) => [...looks].sort((a, b) => a.day - b.day)),
});
const traits = z.record(z.string().max(40), text);
const piece = pieceRecordSchema.extend({
  ...{ id: z.string().min(1).max(64), code: text, traits },
  batches: z.array(text).max(100),
  days: z.array(z.iso.date('Write days as 2026-03-09')).max(100),
  spells: z.array(spell).min(1, 'A piece has at least one film').max(50),
});

export const recordFileSchema = z.object({
  format: z.literal(
    RECORD_FORMAT,
    `It is no record of how finishes last: its format is not “${RECORD_FORMAT}”`,
  ),
  version: z.literal(1, 'It is of another version than 1'),
  kitchens: z
    .array(
      jobRecordSchema.extend({
        job: z.uuid('A kitchen has the identity of its job'),
        name: text.default(''),
        traits,
        pieces: z.array(piece).max(1000),
        mended: z
          .array(
            z.object({
              failure: text,
              minutes: z.number().min(0).max(100_000),
              ml: z.number().min(0).nullable(),
            }),
          )
          .max(1000),
      }),
    )
    .max(MOST_KITCHENS)
    .refine((list) => new Set(list.map((k) => k.job)).size === list.length, 'A kitchen is in it twice'),
});
