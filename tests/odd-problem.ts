/**
 * Small planning problems that are odd and legal: circles of holds, holds that are over before they begin, negative lags and circles of
 * them, links that are given twice, stations for two or three, work of no minutes, opening hours that touch. On a grid of whole hours
 * and short, so that every start can be tried (`every-start.ts`). The seed is the problem.
 */
import type { Interval, Problem } from '$core/planning/model/problem';
import { seeded } from '$core/units/random';

export const ODD_GRID = 60;

export function oddProblem(seed: number): Problem {
  const r = seeded(seed * 6151 + 29);
  const pick = <T>(...list: [T, ...T[]]): T => list[Math.floor(r() * list.length)] ?? list[0];
  const chance = (p: number): boolean => r() < p;
  const hours = (...spans: [number, number][]): Interval[] =>
    spans.map(([a, b]) => [a * ODD_GRID, b * ODD_GRID]);
  const people = pick(1, 2);
  const n = people === 1 ? pick(4, 5) : 4;
  const changeover = chance(0.5);
  const problem: Problem = {
    format: 'anthem.planning-problem',
    version: 1,
    name: `odd ${seed}`,
    horizon: 20 * ODD_GRID,
    calendars: [
      // The first two touch.
      { id: 'crew', open: hours([0, 3], [3, 6], [8, 12], [14, 19]) },
      { id: 'other', open: hours([2, 5], [7, 13], [15, 20]) },
      { id: 'house', open: hours([1, 9], [9, 16]) },
    ],
    workers: Array.from({ length: people }, (_, i) => ({
      id: `w${i}`,
      calendar: i ? 'other' : 'crew',
      skills: i && chance(0.4) ? ['prep'] : ['prep', 'coat'],
    })),
    stations: [
      {
        id: 'booth',
        capacity: 1,
        calendar: chance(0.3) ? 'house' : null,
        changeovers: changeover
          ? [
              { from: 'p', to: 'q', minutes: ODD_GRID },
              { from: null, to: 'q', minutes: pick(0, ODD_GRID) },
              { from: 'q', to: 'p', minutes: pick(0, ODD_GRID) },
            ]
          : [],
      },
      { id: 'kitchen', capacity: pick(2, 3), calendar: null, changeovers: [] },
    ],
    racks: [{ id: 'rack', slots: pick(2, 3, 4) }],
    operations: Array.from({ length: n }, (_, i) => {
      const coat = chance(0.5);
      return {
        id: `o${i}`,
        lot: `L${i % 2}`,
        pieces: 1,
        minutes: pick(0, 1, 1, 2, 3) * ODD_GRID,
        skill: coat ? 'coat' : 'prep',
        pausable: chance(0.5),
        station: pick('booth', 'booth', 'kitchen', null),
        material: pick('p', 'q', null),
        lockedStart: chance(0.08) ? pick(0, 2, 8) * ODD_GRID : null,
      };
    }),
    links: [],
    holds: [],
    finish: [],
  };
  const op = (): string => `o${Math.floor(r() * n)}`;
  const two = (): [string, string] => {
    const [a, b] = [Math.floor(r() * n), Math.floor(r() * (n - 1))];
    const [x, y] = [a, b >= a ? b + 1 : b];
    return [`o${Math.min(x, y)}`, `o${Math.max(x, y)}`];
  };
  for (let k = pick(1, 2, 3); k > 0; k--) {
    const [from, to] = two();
    const minLag = pick(-3, -1, 0, 0, 1, 2) * ODD_GRID;
    problem.links.push({ from, to, minLag, maxLag: chance(0.25) ? minLag + pick(0, 1, 4) * ODD_GRID : null });
    // Given twice, the second time shorter, the same or longer.
    if (chance(0.2))
      problem.links.push({ from, to, minLag: minLag + pick(-1, 0, 1) * ODD_GRID, maxLag: null });
    // The way back: how a longest wait is written.
    if (chance(0.35))
      problem.links.push({ from: to, to: from, minLag: -pick(1, 3, 5, 8) * ODD_GRID, maxLag: null });
  }
  for (let k = pick(0, 1, 2, 3); k > 0; k--) {
    const [from, to] = two();
    const slots = pick(1, 2);
    const kind = r();
    if (kind < 0.4) problem.holds.push({ rack: 'rack', slots, from, to, tail: null });
    else if (kind < 0.6)
      problem.holds.push({ rack: 'rack', slots, from, to: null, tail: pick(0, 1, 3) * ODD_GRID });
    // Over before it begins, mostly; and both ways, which is a circle.
    else if (kind < 0.8) problem.holds.push({ rack: 'rack', slots, from: to, to: from, tail: null });
    else
      problem.holds.push(
        { rack: 'rack', slots, from, to, tail: null },
        { rack: 'rack', slots: pick(1, 2), from: to, to: from, tail: null },
      );
  }
  for (let k = pick(1, 2); k > 0; k--) problem.finish.push({ operation: op(), tail: pick(0, 2) * ODD_GRID });
  return problem;
}
