/** What is alike, of which one order is enough: people with the same hours and skills, lots that are the same in everything. */
import { at, item } from '$core/units/at';
import type { Model } from '$core/planning/model/model';

/** Groups of workers with the same hours and skills. */
export function workerClasses(m: Model): number[] {
  const keys = new Map<string, number>();
  return m.problem.workers.map((w) => {
    const key = `${w.calendar} ${[...w.skills].sort().join()}`;
    const known = keys.get(key) ?? keys.size;
    keys.set(key, known);
    return known;
  });
}

/**
 * Lots that are alike in everything: their first starts may be taken in one order. An entry is the lot that must have
 * begun before; -1 for none.
 */
export function likeBefore(m: Model, earliest: Int32Array): { lot: number[]; before: number[] } {
  const names = [...new Set(m.operations.map((o) => o.lot))];
  const lot = m.operations.map((o) => names.indexOf(o.lot));
  const members = names.map((_, l) => lot.flatMap((x, i) => (x === l ? [i] : [])));
  const place = m.operations.map((_, i) => members[at(lot, i)]?.indexOf(i) ?? -1);
  const waits = new Map<unknown, number>();
  const named = (wait: unknown): number => {
    const known = waits.get(wait) ?? waits.size;
    waits.set(wait, known);
    return known;
  };
  const signature = members.map((list, l) => {
    const parts = list.map((i) => {
      const o = m.operations[i];
      const links = item(m.after, i).map((g) =>
        lot[g.other] === l ? [place[g.other], g.min, g.max, named(g.ready)] : ['out', i, g.other],
      );
      const back = (m.backInto[i]?.length ?? 0) + (m.backOutOf[i]?.length ?? 0) > 0;
      const came = back || item(m.before, i).some((g) => lot[g.other] !== l) ? `from ${i}` : '';
      const holds = item(m.holdsOf, i).map((k) => {
        const h = m.holds[k];
        if (!h) return [];
        const own = lot[h.from] === l && (h.to === null || lot[h.to] === l);
        return own
          ? [h.rack, h.slots, place[h.from], h.to === null ? null : place[h.to], h.tail]
          : ['out', k];
      });
      return [
        o?.minutes,
        o?.skill,
        o?.pausable,
        o?.station,
        o?.material,
        o?.lockedStart,
        m.within[i],
        m.finish[i],
        earliest[i],
        links,
        came,
        holds,
      ];
    });
    return JSON.stringify(parts);
  });
  return {
    lot,
    before: signature.map((s, l) => signature.lastIndexOf(s, l - 1)).map((b, l) => (l === 0 ? -1 : b)),
  };
}
