/** A problem without what is not scarce: never worse than the whole. */
import { describe, expect, it } from 'vitest';
import { headsOf, modelOf, op, planned, problemOf } from '../../../../../tests/plan-builders';
import { randomProblem } from '../../../../../tests/random-problem';
import { compile, linkKey } from '../model/model';
import type { Problem } from '../model/problem';
import { relax, relaxedBound } from './relax';
import { solve } from './solve';

describe('what is scarce alone', () => {
  /** Waits that end on the hour, an hour or so after their least. */
  const airOf = (problem: Problem) =>
    new Map(
      problem.links.map((l) => [
        linkKey(l.from, l.to),
        (end: number) => Math.ceil((end + l.minLag + 40) / 60) * 60,
      ]),
    );
  it('is never above the optimum where waits follow the air', () => {
    let met = 0;
    for (let seed = 1; seed <= 80; seed++) {
      const problem = randomProblem(seed);
      const air = airOf(problem);
      const plan = solve(problem, { seed: 1, steps: 240 }, { air });
      if ('infeasible' in plan) continue;
      expect(plan.lowerBound).toBe(plan.makespan);
      const m = compile(problem, air);
      if ('infeasible' in m) throw new Error(m.reason);
      const bound = relaxedBound(m, headsOf(m), plan.makespan + 300, 0, 4_000);
      expect(bound, `seed ${seed}`).toBeLessThanOrEqual(plan.makespan);
      if (bound === plan.makespan) met++;
    }
    expect(met).toBeGreaterThan(5);
  });
  it('keeps what could save a changeover, though it lies on no rack', () => {
    // From white to black two hours; by way of grey, which another lot takes, nothing.
    const at = (id: string, material: string) => op(id, 60, { station: 'tent', material });
    const problem = problemOf({
      stations: [
        {
          id: 'tent',
          capacity: 1,
          calendar: null,
          changeovers: [{ from: 'white', to: 'black', minutes: 120 }],
        },
      ],
      racks: [{ id: 'rack', slots: 8 }],
      operations: [at('A1', 'white'), op('A2', 10), at('A3', 'black'), at('B1', 'grey')],
      links: [
        { from: 'A1', to: 'A2', minLag: 0, maxLag: null },
        { from: 'A2', to: 'A3', minLag: 0, maxLag: null },
      ],
      holds: [{ rack: 'rack', slots: 4, from: 'A1', to: 'A3', tail: null }],
      finish: [{ operation: 'A3', tail: 0 }],
    });
    const m = modelOf(problem);
    // By one painter: white to 09:00, ten minutes of A2, grey to 10:10, black to 11:10.
    expect(planned(problem).makespan).toBe(670);
    expect(relaxedBound(m, headsOf(m), 900, 0, 4_000)).toBeLessThanOrEqual(670);
    expect(relax(m, headsOf(m))?.model.operations.map((o) => o.id)).toEqual(['A1', 'A3', 'B1']);
  });
  it('keeps the tent and what lies on the rack; other work between becomes a wait through its hours', () => {
    // Coat, sand by hand, coat: sanding fits only before lunch or after it.
    const lot = (id: string) => [
      op(`${id}1`, 60, { station: 'tent' }),
      op(`${id}2`, 90, { pausable: false }),
      op(`${id}3`, 60, { station: 'tent' }),
    ];
    const problem = problemOf({
      workers: ['w', 'v'].map((id) => ({ id, calendar: 'crew', skills: ['coat'] })),
      stations: [{ id: 'tent', capacity: 1, calendar: null, changeovers: [] }],
      racks: [{ id: 'rack', slots: 8 }],
      operations: [...lot('A'), ...lot('B')],
      links: ['A', 'B'].flatMap((l) => [
        { from: `${l}1`, to: `${l}2`, minLag: 20, maxLag: null },
        { from: `${l}2`, to: `${l}3`, minLag: 0, maxLag: null },
      ]),
      holds: ['A', 'B'].map((l) => ({ rack: 'rack', slots: 4, from: `${l}1`, to: `${l}3`, tail: null })),
      finish: ['A3', 'B3'].map((operation) => ({ operation, tail: 0 })),
    });
    const m = modelOf(problem);
    const relaxed = relax(m, headsOf(m));
    expect(relaxed?.model.operations.map((o) => o.id)).toEqual(['A1', 'A3', 'B1', 'B3']);
    const wait = relaxed?.model.after[0]?.[0];
    expect(wait?.min).toBe(110);
    // Ended at 09:00, sanded 09:20 to 10:50; ended at 11:00, sanded after lunch.
    expect(wait?.ready?.(540)).toBe(650);
    expect(wait?.ready?.(660)).toBe(870);
    // Lots alike wait alike, so that their order is not tried twice.
    expect(relaxed?.model.after[2]?.[0]?.ready).toBe(wait?.ready);
  });
});
