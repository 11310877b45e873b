import { z } from 'zod';
import type { Db } from '../db/open';
import { forgiving } from '../base/forgiving';
import { positionSchema } from '$core/quality/round';
import { placesSchema } from '$core/air/places';
import { instantSchema } from '$core/units/instant';
import { shortestComingSchema } from '$core/planning/job/choice';
import { visitMinutesSchema } from '$core/takeoff/visit-minutes';

/** Settings of the company, each read back through its schema. */
export const SETTINGS = {
  /** the demo clock: what it showed when it was set, and whether it runs on */
  clock: z.object({ shows: instantSchema, setAt: instantSchema, running: z.boolean() }),
  measures: z.enum(['us', 'metric']),
  /** the house, the shop and the tent */
  places: placesSchema,
  /** what an hour costs, and a kWh of power where that is known, in cents, and the sign of the money */
  costs: z.object({
    currency: z.string().max(4),
    hourCents: z.number().int().nonnegative().max(100_000_00),
    kwhCents: z.number().nonnegative().max(1000).optional(),
  }),
  /** minutes that whoever comes is paid for at least */
  shortestComing: shortestComingSchema,
  /** what the last offer reckoned with, proposed for the next */
  offer: z.object({
    margin: z.number().min(0).max(0.9),
    taxName: z.string().max(40),
    tax: z.number().min(0).max(1),
    deposit: z.number().min(0).max(1),
    validDays: z.number().int().min(1).max(365),
    note: z.string().max(2000),
  }),
  /** minutes in the house that are set otherwise than the shipped ones */
  visitMinutes: visitMinutesSchema,
  /** where rounds begin and end, degrees */
  home: positionSchema,
  company: z.object({
    name: z.string().max(120),
    town: z.string().max(120),
    /** how customers reach it, in its own words */
    contact: z.string().max(200).default(''),
    /** the terms of its warranty, in its own words */
    warranty: z.string().max(4000).default(''),
    /** how long it is, months */
    warrantyMonths: z.number().int().min(0).max(240).default(24),
  }),
} as const;
type Key = keyof typeof SETTINGS;

export function readSetting<K extends Key>(db: Db, key: K): z.infer<(typeof SETTINGS)[K]> | null {
  const text = db.prepare<[string], string>('SELECT value FROM setting WHERE key = ?').pluck().get(key);
  if (text === undefined) return null;
  const schema = SETTINGS[key] as unknown as z.ZodType<z.infer<(typeof SETTINGS)[K]>>;
  // What cannot be read counts as not set.
  return forgiving(schema, text)?.value ?? null;
}

export function writeSetting<K extends Key>(
  db: Db,
  key: K,
  value: z.infer<(typeof SETTINGS)[K]> | null,
): void {
  if (value === null) db.prepare('DELETE FROM setting WHERE key = ?').run(key);
  else
    db.prepare(
      'INSERT INTO setting (key, value) VALUES (?, ?) ON CONFLICT (key) DO UPDATE SET value = excluded.value',
    ).run(key, JSON.stringify(value));
}
