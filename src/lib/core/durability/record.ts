/**
 * What the record of a kitchen says of how its finish lasts: for each piece the spells of its films, when it was looked at, and what
 * was found. Docs: docs/methods/lasting.md
 */
import { z } from 'zod';
import { FAILURES } from '../quality/failures';
import { METHODS, type CheckMethod } from '../quality/check-methods';

const methods = Object.keys(METHODS) as [CheckMethod, ...CheckMethod[]];

/** Somebody looked, days after the piece was in use. */
export const lookSchema = z.object({
  day: z.number(),
  /** key of what was found; null: sound, as far as the method speaks */
  failure: z.enum(FAILURES.map((f) => f.key)).nullable(),
  method: z.enum(methods),
  /** `report`: the household said when; `prompted`: somebody came because something was reported */
  how: z.enum(['visit', 'prompted', 'report']),
  face: z.enum(['front', 'back']),
  /** where on the face, share of its width and height */
  x: z.number().nullable(),
  y: z.number().nullable(),
});
export type Look = z.infer<typeof lookSchema>;

/** A film in use: from hanging to its recoat, or until now. */
export const spellSchema = z.object({
  /** when the piece was in use, ms since 1970 */
  start: z.number(),
  /** days that its last film had by then; null where no coat is on record */
  filmAge: z.number().nullable(),
  /** days from the start at which it was coated anew or replaced; null while it goes on */
  end: z.number().nullable(),
  looks: z.array(lookSchema),
});
export type Spell = z.infer<typeof spellSchema>;

/** What a piece is known by, in words, by the name of each: `wood`: `oak`. */
const traitsSchema = z.record(z.string(), z.string());

export const pieceRecordSchema = z.object({
  id: z.string(),
  code: z.string(),
  traits: traitsSchema,
  /** cups and cans that its coats were laid from */
  batches: z.array(z.string()),
  /** days on which it was coated, ISO */
  days: z.array(z.string()),
  spells: z.array(spellSchema),
});
export type PieceRecord = z.infer<typeof pieceRecordSchema>;

/** Grows with every change of what a record holds. */
export const VERSION = 1;

export const jobRecordSchema = z.object({
  version: z.literal(VERSION),
  /** traits of all of its pieces */
  traits: traitsSchema,
  pieces: z.array(pieceRecordSchema),
  /** touch-ups that were made: failure, minutes, mL where somebody said */
  mended: z.array(z.object({ failure: z.string(), minutes: z.number(), ml: z.number().nullable() })),
});
export type JobRecord = z.infer<typeof jobRecordSchema>;

/** The record of one of several kitchens. */
export type KitchenRecord = JobRecord & { job: string };
