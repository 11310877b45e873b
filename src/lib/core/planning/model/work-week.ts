/** Weekly hours turned into open minutes of a horizon; clock changes are resolved here and nowhere later. */
import { MINUTE } from '$core/units/durations';
import { Temporal } from 'temporal-polyfill';
import { z } from 'zod';
import type { Interval } from './problem';

const clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Write a time of day as 08:00');

export const workWeekSchema = z.object({
  /** ISO weekdays, 1 = Monday */
  days: z.array(z.number().int().min(1).max(7)).min(1, 'Choose at least one day'),
  /** spans of the day, sorted */
  spans: z
    .array(z.tuple([clock, clock]))
    .min(1)
    .refine(
      (spans) => spans.every(([a, b], i) => a < b && (spans[i - 1]?.[1] ?? '') <= a),
      'Hours must run forward and must not overlap',
    ),
});
export type WorkWeek = z.infer<typeof workWeekSchema>;

/**
 * Open minutes of a weekly pattern.
 * @param week the pattern
 * @param zone time zone name, e.g. America/Halifax
 * @param t0 start of the horizon, ms since 1970, on a whole minute
 * @param horizon minutes
 * @returns sorted, disjoint half-open intervals in elapsed minutes from t0
 */
export function openMinutes(week: WorkWeek, zone: string, t0: number, horizon: number): Interval[] {
  const out: Interval[] = [];
  let day = Temporal.Instant.fromEpochMilliseconds(t0).toZonedDateTimeISO(zone).toPlainDate();
  const last = Temporal.Instant.fromEpochMilliseconds(t0 + horizon * MINUTE)
    .toZonedDateTimeISO(zone)
    .toPlainDate();
  for (; Temporal.PlainDate.compare(day, last) <= 0; day = day.add({ days: 1 })) {
    if (!week.days.includes(day.dayOfWeek)) continue;
    for (const span of week.spans) {
      const [from, to] = span.map(
        (time) => (day.toZonedDateTime({ timeZone: zone, plainTime: time }).epochMilliseconds - t0) / MINUTE,
      );
      if (from === undefined || to === undefined) continue;
      const clipped: Interval = [Math.max(0, from), Math.min(horizon, to)];
      if (clipped[0] < clipped[1]) out.push(clipped);
    }
  }
  return out;
}
