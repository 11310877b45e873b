/** Plans carried out: as they were planned, and otherwise. */
import { isPlan } from '../model/infeasible';
import { mean } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { kitchenProblem } from '../../../../../tests/kitchen-problem';
import { DAY as WEEK, op, planned, problemOf } from '../../../../../tests/plan-builders';
import { randomProblem } from '../../../../../tests/random-problem';
import { audit } from '../audit/audit';
import { complement, intersect, unite } from '../model/calendar';
import type { Model } from '../model/model';
import type { Interval, Plan, Problem } from '../model/problem';
import { solve } from '../search/solve';
import { Replay } from './replay';
import type { ReplayJob } from './replay-task';
import type { Fate } from './run-once';
import { alone, assessRisk, chanceBy, type RiskJob } from './risk';
import { USUAL_RISK } from './risk-model';
import { seeded } from '$core/units/random';
import { leastOf, SOAK, sampled } from '../../../../../tests/budget';

const AS_PLANNED: Fate = { work: () => 1, again: () => 0, lags: () => null };

/** Whether no rack ever holds more than it has slots; a hold that is over before it begins takes nothing. */
const racksHold = (m: Model, start: Int32Array, end: Int32Array): boolean =>
  m.problem.racks.every((rack, r) => {
    const taken = m.holds.flatMap((h) => {
      const from = start[h.from] ?? NaN;
      const to = h.to === null ? (end[h.from] ?? NaN) + (h.tail ?? 0) : (start[h.to] ?? NaN);
      return h.rack === r && to > from ? [{ from, to, slots: h.slots }] : [];
    });
    const at = (t: number): number =>
      taken.reduce((sum, x) => sum + (x.from <= t && t < x.to ? x.slots : 0), 0);
    return taken.every((x) => at(x.from) <= rack.slots);
  });

const planOf = (problem: Problem): Plan | null => {
  const plan = solve(problem, { seed: 1, steps: 40, learning: 0.3 });
  return !isPlan(plan) ? null : plan;
};

/** The run of one job as a plan. */
function carriedOut(job: ReplayJob, fate: Fate): Plan & { missed: number } {
  const { start, end, backs, missed } = new Replay([job]).run(fate);
  const who = new Map(job.plan.assignments.map((a) => [a.operation, a.worker]));
  return {
    assignments: job.problem.operations.map((o, i) => ({
      ...{ operation: o.id, worker: who.get(o.id) ?? '' },
      ...{ start: start[0]?.[i] ?? NaN, end: end[0]?.[i] ?? NaN },
    })),
    makespan: backs[0] ?? NaN,
    lowerBound: 0,
    missed: missed[0] ?? NaN,
  };
}

describe('as planned', () => {
  it('every rule is kept and nothing ends later, on random problems and on kitchens', () => {
    const problems = [
      ...sampled(40, 200).map(randomProblem),
      ...(SOAK ? [40, 64, 104] : [40]).map((n) => kitchenProblem(n, 2)),
    ];
    let [seen, same] = [0, 0];
    for (const problem of problems) {
      const plan = planOf(problem);
      if (!plan) continue;
      seen++;
      const out = carriedOut(alone(problem, plan), AS_PLANNED);
      expect(audit(problem, out), problem.name).toEqual([]);
      expect(out.missed).toBe(0);
      expect(out.makespan).toBeLessThanOrEqual(plan.makespan);
      if (out.makespan === plan.makespan) same++;
    }
    // Of 200 some 138 have a plan.
    expect(seen).toBeGreaterThanOrEqual(leastOf(0.69, problems.length));
    // Where a plan leaves a gap at its end it can come out sooner; that is seldom.
    expect(same / seen).toBeGreaterThan(0.9);
  }, 60_000);
});

/** A kitchen as people who have other work of these times would be planned: nothing of its own is left lying meanwhile. */
function around(problem: Problem, busy: ReadonlyMap<string, Interval[]>): Problem {
  const others = [...busy].flatMap(([worker, spans]) => spans.map((span, k) => ({ worker, span, k })));
  return {
    ...problem,
    calendars: [
      ...problem.calendars,
      ...problem.workers.map((w) => ({
        id: `${w.id} hours`,
        open: unite([problem.calendars.find((c) => c.id === w.calendar)?.open ?? [], busy.get(w.id) ?? []]),
      })),
    ],
    workers: problem.workers.map((w) => ({
      ...{ id: w.id, calendar: `${w.id} hours` },
      skills: [...w.skills, `${w.id} elsewhere`],
    })),
    operations: [
      ...problem.operations,
      ...others.map(({ worker, span: [from, to], k }) => ({
        ...op(`${worker} elsewhere ${k}`, to - from, { skill: `${worker} elsewhere`, lot: 'other' }),
        ...{ pieces: 0, lockedStart: from },
      })),
    ],
  };
}

/** Kitchens of one crew, each planned around those before it. */
function jobsOfOneCrew(seed: number): ReplayJob[] {
  const busy = new Map<string, Interval[]>();
  const crew = new Set(['w0', 'w1', 'w2']);
  return Array.from({ length: 1 + (seed % 4) }, (_, k) => kitchenProblem(24, 40 * seed + k)).flatMap(
    (problem, k): ReplayJob[] => {
      const people = new Set(problem.workers.map((w) => w.id));
      const own = new Map([...busy].filter(([worker]) => people.has(worker)));
      const plan = planOf(around(problem, own));
      if (!plan) return [];
      const assignments = plan.assignments.filter((a) => !a.operation.includes('elsewhere'));
      for (const a of assignments) busy.set(a.worker, [...(busy.get(a.worker) ?? []), [a.start, a.end]]);
      return [{ ...alone(problem, { ...plan, assignments }), rank: k, crew }];
    },
  );
}

describe('jobs of one crew', () => {
  it('are handed back when they were planned to be, where nothing goes otherwise', () => {
    let [seen, several] = [0, 0];
    for (const seed of sampled(8, 100)) {
      const jobs = jobsOfOneCrew(seed);
      if (!jobs.length) continue;
      const { backs } = new Replay(jobs).run(AS_PLANNED);
      expect(backs, `seed ${seed}`).toEqual(jobs.map((j) => j.plan.makespan));
      seen++;
      if (jobs.length > 1) several++;
    }
    expect(seen).toBeGreaterThanOrEqual(leastOf(0.9, SOAK ? 100 : 8));
    expect(several).toBeGreaterThanOrEqual(leastOf(0.4, SOAK ? 100 : 8));
  }, 120_000);
});

describe('otherwise than planned', () => {
  it('no rack is ever too full, nobody does two things at once, and windows count by what was laid', () => {
    const r = seeded(5);
    let missed = 0;
    const problems = [
      ...(SOAK ? [40, 64] : [40]).map((n) => kitchenProblem(n, 3)),
      // In more than half the runs of these three a window is missed.
      ...sampled(10, 40, [1, 3, 9]).map(randomProblem),
    ];
    for (const problem of problems) {
      const plan = planOf(problem);
      if (!plan) continue;
      const replay = new Replay([alone(problem, plan)]);
      const [m] = replay.models;
      if (!m) throw new Error('no model');
      for (let run = 0; run < 20; run++) {
        const {
          start,
          end,
          missed: windows,
        } = replay.run({
          ...AS_PLANNED,
          work: () => 0.6 + 0.8 * r(),
          again: () => (r() < 0.05 ? 30 : 0),
        });
        const [s, e] = [start[0] ?? new Int32Array(), end[0] ?? new Int32Array()];
        expect(racksHold(m, s, e)).toBe(true);
        const late = problem.links.filter((l) => {
          const at = (id: string): number => m.operations.findIndex((o) => o.id === id);
          return l.maxLag !== null && (s[at(l.to)] ?? 0) > (e[at(l.from)] ?? 0) + l.maxLag;
        });
        expect(windows[0]).toBe(late.length);
        missed += late.length;
        for (const w of problem.workers) {
          const mine = plan.assignments
            .flatMap((a, i) => (a.worker === w.id ? [i] : []))
            .sort((a, b) => (s[a] ?? 0) - (s[b] ?? 0));
          mine.slice(1).forEach((i, k) => expect(s[i]).toBeGreaterThan(s[mine[k] ?? -1] ?? 0));
        }
      }
    }
    expect(missed).toBeGreaterThan(0);
  }, 60_000);

  it('a coat done over dries again before what follows', () => {
    const problem = problemOf({ links: [{ from: 'a', to: 'b', minLag: 120, maxLag: null }] });
    const job = alone(problem, planned(problem));
    const of = (again: number) => carriedOut(job, { ...AS_PLANNED, again: (_, i) => (i === 0 ? again : 0) });
    // 8:00 to 9:00, dry at 11:00, the next until 12:00.
    expect(of(0).makespan).toBe(720);
    // Done over from 11:00 to 11:30, dry again at 13:30, the next until 14:30.
    expect(of(30).makespan).toBe(870);
  });

  it('it is coated anew once its film takes the next coat, not once it takes handles', () => {
    const day = 1440;
    const problem = problemOf({
      operations: [op('a', 60), op('b', 60), op('h', 60)],
      links: [
        { from: 'a', to: 'b', minLag: 120, maxLag: null },
        { from: 'a', to: 'h', minLag: 2 * day, maxLag: null },
      ],
      finish: [{ operation: 'b', tail: 0 }],
    });
    const job = alone(problem, planned(problem));
    const out = carriedOut(job, { ...AS_PLANNED, again: (_, i) => (i === 0 ? 30 : 0) });
    // 8:00 to 9:00; over again from 11:00 to 11:30, and b once that is dry, at 13:30.
    expect(out.makespan).toBe(870);
  });

  it('what opens a window does not begin sooner than planned, though it could', () => {
    const problem = problemOf({
      operations: [op('a', 60), op('b', 60), op('c', 60, { skill: 'prep' })],
      workers: [
        { id: 'w', calendar: 'crew', skills: ['coat'] },
        { id: 'v', calendar: 'crew', skills: ['prep'] },
      ],
      links: [
        { from: 'a', to: 'b', minLag: 0, maxLag: 30 },
        { from: 'c', to: 'b', minLag: 180, maxLag: null },
      ],
    });
    const plan = planned(problem);
    const out = carriedOut(alone(problem, plan), AS_PLANNED);
    // c until 9:00 and three hours more: b from 13:00 after the break, a at 11:00 at the earliest.
    expect(out.missed).toBe(0);
    expect(audit(problem, out)).toEqual([]);
  });
});

/** Three jobs of one painter, each planned around those before it: chains of work with films between. */
function three(): [RiskJob, RiskJob, RiskJob] {
  const days = Array.from({ length: 20 }, (_, d) => d);
  const open = days.flatMap((d) => WEEK.slice(0, 2).map(([a, b]): Interval => [a + 1440 * d, b + 1440 * d]));
  const taken: Interval[] = [];
  const of = (rank: number): RiskJob => {
    const problem = problemOf({
      horizon: 20 * 1440,
      calendars: [{ id: 'crew', open }],
      operations: Array.from({ length: 8 }, (_, i) => op(`o${i}`, 60)),
      links: Array.from({ length: 7 }, (_, i) => ({
        ...{ from: `o${i}`, to: `o${i + 1}`, minLag: 200, maxLag: null },
      })),
      finish: [{ operation: 'o7', tail: 0 }],
    });
    const free = intersect(
      open,
      complement(
        [...taken].sort((a, b) => a[0] - b[0]),
        problem.horizon,
      ),
    );
    const plan = planned({ ...problem, calendars: [{ id: 'crew', open: free }] });
    taken.push(...plan.assignments.map((a): Interval => [a.start, a.end]));
    return { ...alone(problem, plan), ...{ rank, crew: new Set(['w']) } };
  };
  return [of(0), of(1), of(2)];
}

describe('the chance of a date', () => {
  const model = { ...USUAL_RISK, workVariation: 0.3 };
  it.each([1, 3])(
    'is met as often as it says by other futures of the same kind, %i jobs',
    (count) => {
      const [first, ...rest] = three();
      const jobs: [RiskJob, ...RiskJob[]] = [first, ...rest.slice(0, count - 1)];
      const risk = assessRisk({ jobs, runs: 4000, seed: 1, model });
      expect(new Set(risk.backs).size).toBeGreaterThan(50);
      // Four times 500 futures: one alone strays by 1.8 % by chance.
      const met = [1, 2, 3, 4].map((k) =>
        chanceBy(assessRisk({ jobs, runs: 500, seed: k * 10_000_019, model }), risk.p80),
      );
      expect(mean(met)).toBeGreaterThanOrEqual(0.78);
      expect(mean(met)).toBeLessThanOrEqual(0.82);
    },
    60_000,
  );

  it('falls by no more than what jobs of lower rank take of it', () => {
    const [first, second, third] = three();
    const of = (...more: RiskJob[]) => assessRisk({ jobs: [first, ...more], runs: 1000, seed: 3, model });
    const [by, beside, among] = [of(), of(second), of(second, third)];
    // Nobody is taken off what they began, an hour each time at most.
    expect(among.p50).toBeGreaterThanOrEqual(by.p50);
    expect(among.p50 - by.p50).toBeLessThan(8 * 60);
    const chances = [by, beside, among].map((risk) => chanceBy(risk, by.p80));
    expect((chances[0] ?? 0) - (chances[2] ?? 0)).toBeLessThan(0.1);
    // A third job of the lowest rank takes next to nothing more.
    expect((chances[1] ?? 0) - (chances[2] ?? 0)).toBeLessThan(0.02);
  }, 60_000);
});
