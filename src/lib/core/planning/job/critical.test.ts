/** What makes a hand-back what it is. */
import { isPlan } from '../model/infeasible';
import { describe, expect, it } from 'vitest';
import { op, planned, problemOf } from '../../../../../tests/plan-builders';
import { randomProblem } from '../../../../../tests/random-problem';
import { solve } from '../search/solve';
import { criticalChain } from './critical';

describe('the critical chain', () => {
  it('runs without a gap in its reasons from the start to the hand-back', () => {
    let seen = 0;
    for (let seed = 1; seed <= 120; seed++) {
      const problem = randomProblem(seed);
      const plan = solve(problem, { seed: 1, steps: 40 });
      if (!isPlan(plan)) continue;
      const chain = criticalChain(problem, plan);
      const last = chain.at(-1);
      const tail = problem.finish.find((f) => f.operation === last?.operation)?.tail ?? NaN;
      expect((last?.end ?? 0) + tail).toBe(plan.makespan);
      chain.forEach((link, i) => {
        const before = chain[i - 1];
        if (before && 'operation' in link.because) {
          expect(link.because.operation).toBe(before.operation);
          expect(before.start).toBeLessThanOrEqual(link.start);
        }
      });
      seen++;
    }
    expect(seen).toBeGreaterThan(50);
  });

  it('names the film, the person, the place and the rack', () => {
    const film = problemOf({ links: [{ from: 'a', to: 'b', minLag: 120, maxLag: null }] });
    expect(criticalChain(film, planned(film)).at(-1)?.because).toEqual({
      kind: 'film',
      operation: 'a',
      minutes: 120,
    });
    const person = problemOf({ finish: ['a', 'b'].map((operation) => ({ operation, tail: 0 })) });
    expect(criticalChain(person, planned(person)).at(-1)?.because).toMatchObject({
      kind: 'person',
      worker: 'w',
    });
    const rack = problemOf({
      racks: [{ id: 'rack', slots: 5 }],
      workers: ['w', 'v'].map((id) => ({ id, calendar: 'crew', skills: ['coat'] })),
      holds: ['a', 'b'].map((from) => ({ rack: 'rack', slots: 4, from, to: null, tail: 300 })),
      finish: ['a', 'b'].map((operation) => ({ operation, tail: 0 })),
    });
    expect(criticalChain(rack, planned(rack)).at(-1)?.because).toMatchObject({ kind: 'rack', rack: 'rack' });
    const place = problemOf({
      stations: [{ id: 'booth', capacity: 1, calendar: null, changeovers: [] }],
      workers: ['w', 'v'].map((id) => ({ id, calendar: 'crew', skills: [id] })),
      operations: [
        op('a', 60, { station: 'booth', skill: 'w' }),
        op('b', 60, { station: 'booth', skill: 'v' }),
      ],
      finish: ['a', 'b'].map((operation) => ({ operation, tail: 0 })),
    });
    expect(criticalChain(place, planned(place)).at(-1)?.because).toMatchObject({
      kind: 'place',
      station: 'booth',
    });
  });
});
