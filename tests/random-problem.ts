/**
 * Small random planning problems with every kind of rule in them, on a grid of half hours so that a time-indexed
 * program can solve them exactly. The seed is the problem.
 */
import type { Interval, Problem } from '$core/planning/model/problem';
import { seeded } from '$core/units/random';

export const GRID = 30;
const DAYS = 4;

/** @returns a problem of 4 to 9 operations: lots of a chain, by one or two people, with what the seed adds to it */
export function randomProblem(seed: number): Problem {
  const r = seeded(seed * 7919 + 11);
  const pick = <T>(...list: [T, ...T[]]): T => list[Math.floor(r() * list.length)] ?? list[0];
  const chance = (p: number): boolean => r() < p;
  const day =
    (a: number, b: number) =>
    (d: number): Interval => [d * 1440 + a, d * 1440 + b];
  const days = Array.from({ length: DAYS }, (_, d) => d);
  const crew = days.flatMap((d) => [day(480, 720)(d), day(780, 990)(d)]);
  const people = pick(1, 1, 2);
  const lots = pick(2, 2, 3);
  const steps = lots === 3 ? 2 : pick(2, 3, 3);
  const changeover = pick(0, 0, 30, 60);
  const racked = chance(0.5);
  const windows = chance(0.5);
  const problem: Problem = {
    format: 'anthem.planning-problem',
    version: 1,
    name: `random ${seed}`,
    horizon: DAYS * 1440,
    calendars: [
      { id: 'crew', open: crew },
      { id: 'late', open: days.map(day(720, 1080)) },
      { id: 'house', open: days.filter(() => chance(0.8)).map(day(540, 900)) },
    ],
    workers: Array.from({ length: people }, (_, i) => ({
      id: `w${i}`,
      calendar: i === 1 && chance(0.3) ? 'late' : 'crew',
      skills: i === 1 && chance(0.4) ? ['prep'] : ['prep', 'coat'],
    })),
    stations: [
      {
        id: 'booth',
        capacity: 1,
        calendar: null,
        changeovers: changeover
          ? [
              { from: 'p', to: 'q', minutes: changeover },
              { from: 'q', to: 'p', minutes: pick(0, 30) },
              { from: null, to: 'q', minutes: pick(0, 30) },
            ]
          : [],
      },
      { id: 'kitchen', capacity: pick(1, 2), calendar: 'house', changeovers: [] },
    ],
    racks: racked ? [{ id: 'rack', slots: pick(8, 10, 12) }] : [],
    operations: [],
    links: [],
    holds: [],
    finish: [],
  };
  for (let l = 0; l < lots; l++) {
    const ids: string[] = [];
    for (let k = 0; k < steps; k++) {
      const coat = k > 0 || chance(0.5);
      const last = k === steps - 1;
      const home = last && chance(0.4);
      const id = `L${l}.${k}`;
      problem.operations.push({
        id,
        lot: `L${l}`,
        pieces: 1,
        minutes: pick(60, 90, 150, 210),
        skill: coat && !home ? 'coat' : 'prep',
        pausable: !coat || (home && chance(0.5)),
        station: home ? 'kitchen' : coat ? 'booth' : null,
        material: coat && !home ? pick('p', 'q') : null,
        lockedStart: null,
      });
      const before = ids.at(-1);
      if (before !== undefined) {
        const minLag = pick(0, 0, 60, 240, 720);
        // What pauses over a closing may have to end a minute after opening, off the grid.
        const steady = problem.operations.at(-2)?.pausable === false;
        problem.links.push({
          from: before,
          to: id,
          minLag,
          maxLag: windows && steady && chance(0.6) ? minLag + pick(0, 60, 180, 600) : null,
        });
      }
      ids.push(id);
    }
    problem.finish.push({ operation: ids.at(-1) ?? '', tail: pick(0, 0, 300) });
    if (racked) {
      const slots = pick(4, 5, 7);
      problem.holds.push({ rack: 'rack', slots, from: ids[0] ?? '', to: ids[1] ?? null, tail: null });
      if (chance(0.6))
        problem.holds.push({
          rack: 'rack',
          slots,
          from: ids[1] ?? '',
          to: ids[2] ?? null,
          tail: ids[2] === undefined ? pick(60, 240) : null,
        });
    }
  }
  if (chance(0.2)) {
    const locked = problem.operations[0];
    if (locked) locked.lockedStart = pick(480, 540, 780, 1920);
  }
  return problem;
}
