/** A place holds so many operations at a time, and is changed over from one material to the next. */
import { at, indexes } from '$core/units/at';
import { ApartRule } from '../clauses/apart-rule';
import { ChangeoverRule } from '../clauses/changeover-rule';
import type { Propagator } from '../clauses/engine';
import { RoomRule } from '../clauses/room-rule';
import { TurnRule } from '../clauses/turn-rule';
import { ANY_MINUTE, NOTHING, type PlannerRule } from './rule';

export const places: PlannerRule = {
  begins: ANY_MINUTE,
  post: (m, e, n) =>
    m.problem.stations.flatMap((station, s): Propagator[] => {
      const there = indexes(m.station, (x) => x === s);
      if (there.length < 2 && !there.some((i) => at(n.setup, i) >= 0)) return [];
      const [moments, works] = [true, false].map((isMoment) =>
        there.filter((i) => (m.operations[i]?.minutes === 0) === isMoment),
      ) as [number[], number[]];
      if (!m.single[s]) {
        const stays = works.map((i) => ({
          ...{ from: at(n.start, i), to: at(n.end, i), tail: 0, slots: 1, lasts: true },
        }));
        return [new RoomRule(e, stays, station.capacity, moments.map((i) => at(n.start, i)))]; // prettier-ignore
      }
      const tasks = there.map((i) => ({
        ...{ start: at(n.start, i), end: at(n.end, i), here: -1, setup: at(n.setup, i) },
      }));
      const apart = new ApartRule(e, tasks, () => 0);
      if (tasks.every((t) => t.setup < 0)) return [apart];
      const minutes = (last: number, next: number): number =>
        m.setup(s, last < 0 ? -1 : at(there, last), at(there, next));
      const changes = new ChangeoverRule(e, tasks, minutes);
      return [apart, changes, ...(moments.length ? [new TurnRule(e, tasks, minutes)] : [])];
    }),
  audit: ({ problem, visitsOf }) =>
    problem.stations.flatMap(({ id, capacity }) => {
      const visits = visitsOf(id);
      return visits.flatMap(({ o, a }) => {
        // Work of no minutes is in the way only in the middle of other work.
        const together =
          a.start === a.end
            ? visits.filter((v) => v.a.start < a.start && a.start < v.a.end).length + 1
            : visits.filter((v) => v.a.start <= a.start && a.start < v.a.end).length;
        return together > capacity
          ? [`${id} holds ${together} operations when ${o.id} starts, its capacity is ${capacity}`]
          : [];
      });
    }),
  parts: NOTHING,
};
