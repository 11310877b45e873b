/** What follows something waits for it, for a film where the air decides, and begins within its window. */
import { at, item } from '$core/units/at';
import { AirRule } from '../clauses/air-rule';
import type { Propagator } from '../clauses/engine';
import { other } from '../clauses/engine';
import { allowedFrom } from '../model/lag';
import type { Problem } from '../model/problem';
import { ANY_MINUTE, type Leavable, type PlannerRule } from './rule';

const overlaps = ({ links }: Problem): Leavable[] =>
  links.flatMap(({ from, to, minLag }) =>
    minLag >= 0
      ? []
      : [
          {
            part: { code: 'overlap', operation: to, before: from, most: -minLag },
            without: (p) => ({
              ...p,
              links: p.links.filter((l) => l.from !== from || l.to !== to || l.minLag !== minLag),
            }),
          },
        ],
  );

const windows = ({ links }: Problem): Leavable[] =>
  links.flatMap(({ from, to, maxLag }) =>
    maxLag === null
      ? []
      : [
          {
            part: { code: 'window', operation: to, before: from, most: maxLag },
            without: (p) => ({
              ...p,
              links: p.links.map((l) => (l.from === from && l.to === to ? { ...l, maxLag: null } : l)),
            }),
          },
        ],
  );

export const links: PlannerRule = {
  begins: ANY_MINUTE,
  post: (m, e, n) => {
    const rules: Propagator[] = [];
    for (const i of m.operations.keys())
      for (const lag of [...item(m.after, i), ...item(m.backOutOf, i)]) {
        const [end, next] = [at(n.end, i), at(n.start, lag.other)];
        e.above(end, next, lag.min);
        if (lag.max !== null) e.above(other(end), other(next), -lag.max);
        if (lag.ready) rules.push(new AirRule(e, end, next, (t) => allowedFrom(lag, t), m.problem.horizon));
      }
    return rules;
  },
  audit: ({ problem, done }) =>
    problem.links.flatMap((link) => {
      const [from, to] = [done.get(link.from), done.get(link.to)];
      if (!from || !to) return [];
      const lag = to.start - from.end;
      const after = `${link.to} starts ${lag} min after ${link.from}`;
      return [
        ...(lag < link.minLag ? [`${after}, at least ${link.minLag} are due`] : []),
        ...(link.maxLag !== null && lag > link.maxLag
          ? [`${after}, at most ${link.maxLag} are allowed`]
          : []),
      ];
    }),
  parts: (problem) => [...overlaps(problem), ...windows(problem)],
};
