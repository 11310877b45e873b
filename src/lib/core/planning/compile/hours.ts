/** The hours of people at places, by index. */
import { at, item } from '$core/units/at';
import { intersect, unite } from '../model/calendar';
import type { Model } from '../model/model';
import type { Interval, Problem } from '../model/problem';

/**
 * @param station of each operation, −1 for none
 * @param able the people who can do each
 */
export function hoursOf(
  { operations, workers, stations, calendars }: Problem,
  station: readonly number[],
  able: readonly (readonly number[])[],
): Pick<Model, 'hours' | 'within' | 'anyHours'> {
  // Hours that touch are one stretch.
  const calendar = new Map(calendars.map((c) => [c.id, unite([c.open])]));
  /** stations, each with hours that some of its operations keep besides */
  const apart = new Map<string, { station: number; calendar: string }>();
  const keyOf = (i: number): string => JSON.stringify([station[i], operations[i]?.calendar]);
  for (const [i, o] of operations.entries())
    if (o.calendar != null) apart.set(keyOf(i), { station: at(station, i), calendar: o.calendar });
  const places = [...apart.keys()];
  const within = operations.map((o, i) =>
    o.calendar == null ? at(station, i) + 1 : stations.length + 1 + places.indexOf(keyOf(i)),
  );
  const hours = workers.map((w) => {
    const own = calendar.get(w.calendar) ?? [];
    const there = [
      own,
      ...stations.map((s) => (s.calendar === null ? own : intersect(own, calendar.get(s.calendar) ?? []))),
    ];
    return [
      ...there,
      ...[...apart.values()].map((p) =>
        intersect(item(there, p.station + 1), calendar.get(p.calendar) ?? []),
      ),
    ];
  });
  const known = new Map<string, Interval[]>();
  const anyHours = operations.map((_, i) => {
    const people = item(able, i);
    const key = `${people.join()} ${at(within, i)}`;
    const found = known.get(key) ?? unite(people.map((w) => hours[w]?.[at(within, i)] ?? []));
    known.set(key, found);
    return found;
  });
  return { hours, within, anyHours };
}
