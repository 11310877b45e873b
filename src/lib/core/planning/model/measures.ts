/** What plans are measured by beside their end. */
import { cell } from '$core/units/at';
import { firstOpen } from './calendar';
import { dayOf } from './fronts';
import { isHelper, type Model } from './model';

/** Starts, ends and people by operation. */
interface Worked {
  start: Int32Array;
  end: Int32Array;
  worker: Int32Array;
}

/** Days of one house or person in a set of all of them. */
const FAR = 100_000;

/** Days on which somebody is in a house: those on which work in it begins or ends. A pause over a day is none. */
export function visits(m: Model, { start, end }: Pick<Worked, 'start' | 'end'>): number {
  const days = new Set<number>();
  for (const { operation, house } of m.visits)
    for (const minute of [cell(start, operation), cell(end, operation) - 1])
      days.add(house * FAR + dayOf(m.midnight, minute));
  return days.size;
}

/** The last evening, as a day, in which a coat smells that is laid by a minute; it always smells in its first. */
const lastNight = (midnight: number, end: number, smell: number): number =>
  Math.max(dayOf(midnight, end), dayOf(midnight, end + smell) - 1);

/** Nights in which solvent dries where a family lives. */
export function solventNights(m: Model, { end }: Pick<Worked, 'end'>): number {
  const nights = new Set<number>();
  for (const { operation, house, minutes } of m.smells) {
    const laid = cell(end, operation);
    const last = lastNight(m.midnight, laid, minutes);
    for (let day = dayOf(m.midnight, laid); day <= last; day++) nights.add(house * FAR + day);
  }
  return nights.size;
}

/** On how many days people come in a plan, each counted by themselves; those who stand for facts do not come. */
export function workerDays(m: Model): (s: Worked) => number {
  const helpers = new Set(m.problem.workers.flatMap((w, i) => (isHelper(w) ? [i] : [])));
  return (s) => {
    const days = new Set<number>();
    s.start.forEach((start, i) => {
      const [w, end] = [cell(s.worker, i), cell(s.end, i)];
      if (helpers.has(w)) return;
      const open = m.hours[w]?.[0] ?? [];
      for (let k = firstOpen(open, start); (open[k]?.[0] ?? Infinity) < end; k++)
        days.add(w * FAR + dayOf(m.midnight, open[k]?.[0] ?? 0));
    });
    return days.size;
  };
}
