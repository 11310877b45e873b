/** What a household and a crew ask of a plan, beside the weekly hours. */
import { z } from 'zod';

const days = z.array(z.iso.date('Write the day as 2026-03-09')).max(200).default([]);

export const rulesSchema = z.object({
  /** days on which nobody may come */
  awayDays: days,
  /** days on which the kitchen must work: nothing is done in it then */
  kitchenDays: days,
  /** spans of every day in which nobody may work at the house, e.g. a nap */
  quiet: z
    .array(z.tuple([z.iso.time({ precision: -1 }), z.iso.time({ precision: -1 })]))
    .max(6)
    .refine((spans) => spans.every(([a, b]) => a < b), 'Quiet hours run forward: write 12:30 to 14:00')
    .default([]),
  /** the family sleeps there: solvent is laid no later than so many hours before; null where nobody does */
  sleep: z
    .object({ from: z.iso.time({ precision: -1 }), airHours: z.number().min(0).max(24) })
    .nullable()
    .default(null),
  /** pieces are sanded in the air they are coated in: nothing is coated while someone sands there */
  sandThere: z.boolean().default(false),
  /** minutes between where pieces are coated and the house */
  travelMinutes: z
    .number()
    .int('Whole minutes')
    .min(0)
    .max(240, 'More than four hours is a journey')
    .default(0),
});
export type Rules = z.infer<typeof rulesSchema>;
export const NO_RULES: Rules = rulesSchema.parse({});
