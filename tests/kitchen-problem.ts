/**
 * Planning problems like those of kitchens: lots that are washed, sanded, primed and coated on both sides in one booth with changeovers,
 * lie on a rack, wait for films within windows, and hang in hours of a house; several people with lunch and weekends. The seed is the
 * problem.
 */
import type { Interval, Problem } from '$core/planning/model/problem';
import { seeded } from '$core/units/random';

/** What a lot goes through: step, minutes a piece, skill, where, wait in minutes before the next. */
const WAY: [step: string, perPiece: number, skill: string, station: string | null, wait: number][] = [
  ['clean', 6, 'prep', null, 60],
  ['sand', 5, 'prep', null, 0],
  ['prime-back', 2, 'coat', 'booth', 240],
  ['prime-front', 2.5, 'coat', 'booth', 120],
  ['sand-between', 2, 'prep', null, 0],
  ['coat-back', 2, 'coat', 'booth', 300],
  ['coat-front', 2.5, 'coat', 'booth', 1440],
  ['hang', 6, 'prep', 'kitchen', 0],
];

/** @param operations about how many: lots of eight */
export function kitchenProblem(operations: number, seed: number): Problem {
  const r = seeded(seed * 104_729 + operations);
  const pick = <T>(...list: [T, ...T[]]): T => list[Math.floor(r() * list.length)] ?? list[0];
  const lots = Math.max(2, Math.round(operations / WAY.length));
  const days = 10 + 6 * lots;
  const weekdays = Array.from({ length: days }, (_, d) => d).filter((d) => d % 7 < 5);
  const daily = (...spans: Interval[]): Interval[] =>
    weekdays.flatMap((d) => spans.map(([a, b]): Interval => [d * 1440 + a, d * 1440 + b]));
  const people = pick(2, 2, 3);
  const colours = pick(1, 2, 2);
  const pieces = Array.from({ length: lots }, () => 4 + Math.floor(r() * 9));
  const windows = r() < 0.6;
  const problem: Problem = {
    format: 'anthem.planning-problem',
    version: 1,
    name: `kitchen ${operations} ${seed}`,
    horizon: days * 1440,
    calendars: [
      { id: 'crew', open: daily([480, 720], [765, 990]) },
      { id: 'short', open: daily([540, 720], [750, 870]) },
      { id: 'house', open: daily([540, 1020]) },
    ],
    workers: Array.from({ length: people }, (_, i) => ({
      id: `w${i}`,
      calendar: i === 2 ? 'short' : 'crew',
      skills: i === 1 ? pick(['prep'], ['prep', 'coat']) : ['prep', 'coat'],
    })),
    stations: [
      {
        id: 'booth',
        capacity: 1,
        calendar: null,
        changeovers: ['primer', 'paint-0', 'paint-1'].flatMap((from) =>
          ['primer', 'paint-0', 'paint-1'].flatMap((to) =>
            from === to ? [] : [{ from, to, minutes: from === 'primer' || to === 'primer' ? 20 : 35 }],
          ),
        ),
      },
      { id: 'kitchen', capacity: 1, calendar: 'house', changeovers: [] },
    ],
    racks: [
      {
        id: 'rack',
        slots: Math.max(14, Math.round(pieces.reduce((a, b) => a + b, 0) * pick(0.35, 0.5, 0.7))),
      },
    ],
    operations: [],
    links: [],
    holds: [],
    finish: [],
  };
  for (const [l, n] of pieces.entries()) {
    const id = (step: string): string => `L${l}.${step}`;
    let before: { step: string; wait: number } | null = null;
    for (const [step, perPiece, skill, station, wait] of WAY) {
      const primes = step.startsWith('prime');
      problem.operations.push({
        ...{ id: id(step), lot: `L${l}`, pieces: n, skill, station, lockedStart: null },
        minutes: Math.ceil(8 + perPiece * n),
        pausable: skill === 'prep',
        material: station === 'booth' ? (primes ? 'primer' : `paint-${l % colours}`) : null,
      });
      if (before) {
        // A recoat window of two days, weekends left aside; a washed piece is sanded by the day after.
        const max =
          windows && step.startsWith('coat') && before.step !== 'sand-between' ? before.wait + 4320 : null;
        problem.links.push({ from: id(before.step), to: id(step), minLag: before.wait, maxLag: max });
      }
      before = { step, wait };
    }
    problem.holds.push({ rack: 'rack', slots: n, from: id('prime-back'), to: id('hang'), tail: null });
    problem.finish.push({ operation: id('hang'), tail: 0 });
  }
  return problem;
}
