/** No more lies on a rack than it has slots. */
import { at } from '$core/units/at';
import type { Propagator } from '../clauses/engine';
import { RoomRule, type Stay } from '../clauses/room-rule';
import { ANY_MINUTE, type PlannerRule } from './rule';

export const racks: PlannerRule = {
  begins: ANY_MINUTE,
  post: (m, e, n) =>
    m.problem.racks.flatMap((rack, r): Propagator[] => {
      const stays = m.holds.flatMap((h, k): Stay[] => {
        if (h.rack !== r) return [];
        const to = h.to === null ? at(n.end, h.from) : at(n.start, h.to);
        const lasts = m.sure[k] === true;
        return [{ from: at(n.start, h.from), to, tail: h.tail ?? 0, slots: h.slots, lasts }];
      });
      for (const s of stays) if (s.lasts && s.tail === 0) e.above(s.from, s.to, 1);
      return stays.length ? [new RoomRule(e, stays, rack.slots)] : [];
    }),
  audit: ({ problem, done }) =>
    problem.racks.flatMap((rack) => {
      const taken = problem.holds.flatMap((h) => {
        const from = done.get(h.from);
        const to = h.to === null ? (from ? from.end + (h.tail ?? 0) : undefined) : done.get(h.to)?.start;
        return h.rack === rack.id && from && to !== undefined
          ? [{ from: from.start, to, slots: h.slots }]
          : [];
      });
      return [...new Set(taken.map((t) => t.from))].flatMap((minute) => {
        const there = taken.filter((t) => t.from <= minute && minute < t.to);
        const used = there.reduce((sum, t) => sum + t.slots, 0);
        return used > rack.slots
          ? [`${rack.id} holds ${used} pieces at ${minute}, it has ${rack.slots} slots`]
          : [];
      });
    }),
  parts: ({ racks: all }) =>
    all.map(({ id, slots }) => ({
      part: { code: 'rack', rack: id, slots },
      without: (p) => ({ ...p, holds: p.holds.filter((h) => h.rack !== id) }),
    })),
};
