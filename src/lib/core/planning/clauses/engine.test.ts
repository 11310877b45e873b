import { expect, it } from 'vitest';
import { seeded } from '$core/units/random';
import { Engine, other, type Literals } from './engine';
import { luby } from '../learning/learned-search';

/** Whether clauses over 0/1 numbers can all hold, by a plain search on the engine. */
function canHold(count: number, clauses: readonly Literals[]): boolean {
  const e = new Engine();
  const sides = Array.from({ length: count }, () => e.number(0, 1));
  for (const c of clauses) e.clause([...c]);
  e.begin([]);
  for (;;) {
    if (!e.follow()) {
      if (e.isImpossible) return false;
      continue;
    }
    const open = sides.find((p) => !e.isFixed(p));
    if (open === undefined) {
      // What it stops at is right.
      for (const c of clauses) {
        let holds = false;
        for (let k = 0; k < c.length; k += 2) holds ||= e.reaches(c[k] ?? 0, c[k + 1] ?? 0);
        expect(holds).toBe(true);
      }
      return true;
    }
    e.decide(open, 1);
  }
}

it('knows that five do not go into four holes, and that four do', () => {
  const holes = (birds: number, count: number): Literals[] => {
    const at = (b: number, h: number): number => 2 * (b * count + h);
    const all = Array.from({ length: birds }, (_, b) => b);
    const each = all.map((b) => Array.from({ length: count }, (_, h) => [at(b, h), 1]).flat());
    const never = all.flatMap((b) =>
      all
        .slice(b + 1)
        .flatMap((c) => Array.from({ length: count }, (_, h) => [other(at(b, h)), 0, other(at(c, h)), 0])),
    );
    return [...each, ...never];
  };
  expect(canHold(20, holes(5, 4))).toBe(false);
  expect(canHold(16, holes(4, 4))).toBe(true);
});

it('agrees with trying everything on random clauses', () => {
  const r = seeded(3);
  const answers = new Set<boolean>();
  for (let round = 0; round < 200; round++) {
    const count = 8;
    const clauses = Array.from({ length: 30 + Math.floor(r() * 12) }, () => {
      const chosen = new Set<number>();
      while (chosen.size < 3) chosen.add(Math.floor(r() * count));
      return [...chosen].flatMap((x) => (r() < 0.5 ? [2 * x, 1] : [2 * x + 1, 0]));
    });
    let expected = false;
    for (let bits = 0; bits < 1 << count && !expected; bits++)
      expected = clauses.every((c) => [0, 2, 4].some((k) => ((bits >> ((c[k] ?? 0) >> 1)) & 1) === c[k + 1]));
    answers.add(expected);
    expect(canHold(count, clauses), `round ${round}`).toBe(expected);
  }
  expect(answers.size).toBe(2);
});

it('counts restarts by Luby’s sequence', () => {
  expect(Array.from({ length: 15 }, (_, k) => luby(k))).toEqual([
    1, 1, 2, 1, 1, 2, 4, 1, 1, 2, 1, 1, 2, 4, 8,
  ]);
});
