/** When the house may be worked in. */
import { MINUTE } from '$core/units/durations';
import { dayAfter, dayToMs } from '$core/units/clock-time';
import { complement, intersect, unite } from '../model/calendar';
import type { Interval } from '../model/problem';
import { NO_RULES } from '../model/rules';
import { openMinutes } from '../model/work-week';
import type { JobToPlan, Span } from './job-to-plan';

/** Minutes of the horizon that some spans take. */
export function minutesOf(spans: readonly Span[], t0: number, horizon: number): Interval[] {
  return unite([
    spans.flatMap(({ from, to }): Interval[] => {
      const [a, b] = [Math.floor((from - t0) / MINUTE), Math.ceil((to - t0) / MINUTE)];
      const span: Interval = [Math.max(0, a), Math.min(horizon, b)];
      return span[0] < span[1] ? [span] : [];
    }),
  ]);
}

/** When the house, and the kitchen in it, may be worked in. */
export function houseHours(
  job: JobToPlan,
  horizon: number,
): { house: Interval[]; kitchen: Interval[]; solvent: Interval[] } {
  const { rules = NO_RULES, zone, t0 } = job;
  const without = (open: Interval[], closed: Interval[]) => intersect(open, complement(closed, horizon));
  const daily = { days: [1, 2, 3, 4, 5, 6, 7] };
  const quiet = rules.quiet.length ? openMinutes({ ...daily, spans: rules.quiet }, zone, t0, horizon) : [];
  const daysOf = (days: readonly string[]) =>
    unite([
      days.flatMap((day) => minutesOf([{ from: dayToMs(day, zone), to: dayAfter(day, zone) }], t0, horizon)),
    ]);
  const house = without(
    without(openMinutes(job.houseWeek, zone, t0, horizon), quiet),
    daysOf(rules.awayDays),
  );
  const kitchen = without(house, daysOf(rules.kitchenDays));
  if (!rules.sleep) return { house, kitchen, solvent: house };
  const [h = 0, m = 0] = rules.sleep.from.split(':').map(Number);
  const last = Math.max(0, h * 60 + m - rules.sleep.airHours * 60);
  const until = `${String(Math.floor(last / 60)).padStart(2, '0')}:${String(Math.floor(last % 60)).padStart(2, '0')}`;
  const solvent =
    last > 0 ? intersect(house, openMinutes({ ...daily, spans: [['00:00', until]] }, zone, t0, horizon)) : [];
  return { house, kitchen, solvent };
}
