/** Work is done in open hours: of the person, of the place, and those that it keeps itself. */
import { at, item } from '$core/units/at';
import { OpenTime } from '../clauses/open-time';
import { RunRule, type Way } from '../clauses/run-rule';
import type { Interval } from '../model/problem';
import { ANY_MINUTE, type PlannerRule } from './rule';

export const hours: PlannerRule = {
  begins: ANY_MINUTE,
  post: (m, e, n) => {
    const known = new Map<string, OpenTime>();
    const openTime = (open: readonly Interval[], pausable: boolean): OpenTime => {
      const key = `${pausable} ${open.join()}`;
      const found = known.get(key) ?? new OpenTime(open, pausable);
      known.set(key, found);
      return found;
    };
    return m.operations.map((o, i) => {
      const people = new Map<OpenTime, number[]>();
      for (const w of item(m.able, i)) {
        const open = openTime(m.hours[w]?.[at(m.within, i)] ?? [], o.pausable);
        const here = n.who[i]?.find((p) => p.worker === w)?.here;
        people.set(open, [...(people.get(open) ?? []), ...(here === undefined ? [] : [here])]);
      }
      const ways = [...people].map(([open, list]): Way => ({ open, people: list }));
      const [start, end] = [at(n.start, i), at(n.end, i)];
      e.above(start, end, o.minutes);
      return new RunRule(e, { start, end, minutes: o.minutes, setup: at(n.setup, i), ways });
    });
  },
  audit: ({ each, hoursAt, changeover, openMinutes, isOpen }) =>
    each(({ o, a }) => {
      const open = hoursAt(o, a.worker);
      const due = o.minutes + changeover(a);
      const worked = openMinutes(open, a.start, a.end);
      const [opens, closes] = [isOpen(open, a.start), isOpen(open, a.end - 1)];
      return [
        ...(due === 0 && !opens && !isOpen(open, a.start - 1)
          ? [`${o.id} is at ${a.start}, outside open hours`]
          : []),
        ...(due > 0 && !opens ? [`${o.id} starts at ${a.start}, outside open hours`] : []),
        ...(due > 0 && !closes ? [`${o.id} ends at ${a.end}, outside open hours`] : []),
        ...(worked === due ? [] : [`${o.id} has ${worked} open minutes, ${due} are due`]),
        ...(o.pausable || worked === a.end - a.start ? [] : [`${o.id} is interrupted and may not pause`]),
      ];
    }),
  parts: ({ calendars, horizon }) =>
    calendars
      .filter(({ open }) => !(open.length === 1 && open[0]?.[0] === 0 && open[0][1] >= horizon))
      .map(({ id }) => ({
        part: { code: 'hours', calendar: id },
        without: (p) => ({
          ...p,
          calendars: p.calendars.map((c) => (c.id === id ? { ...c, open: [[0, p.horizon]] } : c)),
        }),
      })),
};
