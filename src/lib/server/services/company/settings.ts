/** What the company sets for all its jobs: measures, and what an hour costs. */
import { z } from 'zod';
import { MEASURES, type Measures } from '$core/units/measures';
import { shortestComingSchema, USUAL_SHORTEST_COMING } from '$core/planning/job/choice';
import { readNumber } from '$core/units/read-number';
import type { Db } from '../../db/open';
import { readInput } from '../../base/read-input';
import { readSetting, writeSetting } from '../../store/settings';

/** Metric where nothing is set. */
export const measuresOf = (db: Db): Measures => readSetting(db, 'measures') ?? 'metric';

/** @throws Refused 422 */
export const setMeasures = (db: Db, input: unknown): void =>
  writeSetting(
    db,
    'measures',
    readInput(z.enum(MEASURES, 'Choose US or metric.'), input, 'Choose measures.'),
  );

const companySchema = z.object({
  name: z.string().trim().min(1, 'Write the name of the company').max(120, 'A name has at most 120 letters'),
  town: z.string().trim().max(120, 'A town has at most 120 letters'),
  contact: z.string().trim().max(200, 'At most 200 letters'),
  warranty: z.string().trim().max(4000, 'At most 4000 letters'),
  warrantyMonths: z
    .string()
    .transform(readNumber)
    .pipe(
      z
        .number('Write the months of the warranty, such as 24')
        .int('Write whole months')
        .min(0, 'Write the months of the warranty, 0 for none')
        .max(240, 'At most 240 months'),
    ),
});

/** What customers are told of the company; empty before it is written. */
export const companyOf = (db: Db) =>
  readSetting(db, 'company') ?? {
    name: '',
    town: '',
    contact: '',
    warranty: '',
    warrantyMonths: 24,
  };

/** @throws Refused 422 */
export const setCompany = (db: Db, input: unknown): void =>
  writeSetting(db, 'company', readInput(companySchema, input, 'Write the name of the company.'));

export const costsOf = (db: Db) => readSetting(db, 'costs');

const KWH_COSTS = 'Write what a kWh of power costs, such as 0.17, or leave it empty';
const HOUR_COSTS = 'Write what an hour costs, such as 62';
const costsSchema = z.object({
  currency: z.string().trim().max(4, 'A sign or three letters, such as CAD'),
  hour: z
    .string()
    .transform(readNumber)
    .pipe(
      z
        .number('Write what an hour costs as a number, such as 62')
        .min(0, 'An hour does not cost less than nothing')
        .max(10_000, HOUR_COSTS),
    ),
  kwh: z
    .string()
    .transform((text) => (text.trim() ? readNumber(text) : null))
    .pipe(z.number(KWH_COSTS).min(0, KWH_COSTS).max(10, KWH_COSTS).nullable())
    .default(null),
  shortest: z
    .string()
    .transform((text) => (text.trim() ? readNumber(text) : USUAL_SHORTEST_COMING))
    .pipe(shortestComingSchema)
    .default(USUAL_SHORTEST_COMING),
});

/** Minutes that whoever comes is paid for at least. */
export const shortestComingOf = (db: Db): number =>
  readSetting(db, 'shortestComing') ?? USUAL_SHORTEST_COMING;

/** @param input currency, what an hour of work and a kWh cost, and the shortest time that is paid, as they are typed @throws Refused 422 */
export function setCosts(db: Db, input: unknown): void {
  const { currency, hour, kwh, shortest } = readInput(costsSchema, input, HOUR_COSTS);
  writeSetting(db, 'shortestComing', shortest);
  const power = kwh === null ? {} : { kwhCents: kwh * 100 };
  writeSetting(db, 'costs', { currency, hourCents: Math.round(hour * 100), ...power });
}
