/**
 * The planner: many constructions from perturbed urgencies, the best kept (iterated search over random keys,
 * Bean 1994). Deterministic for a seed and a step budget; stops early when the bound is met.
 */
import { seeded } from '../units/random';
import { lowerBound } from './bound';
import { construct, type Schedule } from './construct';
import { compile, type Model } from './model';
import type { NoPlan, Plan, Problem } from './problem';

export interface Effort {
  seed: number;
  /** constructions at most */
  steps: number;
  /** asked now and then; true stops the search with the best plan so far */
  stop?: () => boolean;
}

const DAY = 1440;

/** Makespan first, then worker-days, then the sum of ends. */
function cost(m: Model, s: Schedule): [number, number, number] {
  const days = new Set<string>();
  let ends = 0;
  s.start.forEach((start, i) => {
    const [w, end] = [s.worker[i] ?? 0, s.end[i] ?? 0];
    for (const [from, to] of m.hours[w]?.[0] ?? []) {
      if (from < end && to > start) days.add(`${w}:${Math.floor(from / DAY)}`);
    }
    ends += end;
  });
  return [s.makespan, days.size, ends];
}

const better = (a: readonly number[], b: readonly number[]): boolean => {
  const k = a.findIndex((x, i) => x !== b[i]);
  return k >= 0 && (a[k] ?? 0) < (b[k] ?? 0);
};

function readPlan(m: Model, s: Schedule, bound: number): Plan {
  const assignments = m.operations.map((o, i) => ({
    operation: o.id,
    worker: m.problem.workers[s.worker[i] ?? -1]?.id ?? '',
    start: s.start[i] ?? 0,
    end: s.end[i] ?? 0,
  }));
  return { assignments, makespan: s.makespan, lowerBound: bound };
}

/**
 * Plans a problem.
 * @param problem a well-formed problem
 * @param effort seed and budget; the same give the same plan
 * @returns a plan that keeps every rule, with a proven lower bound; or why there is none
 */
export function solve(problem: Problem, effort: Effort): Plan | NoPlan {
  const m = compile(problem);
  if ('infeasible' in m) return m;
  const bound = lowerBound(m);
  if (typeof bound !== 'number') return bound;
  const random = seeded(effort.seed);
  const n = m.operations.length;
  const spread = Math.max(...m.tail);
  let keys: Float64Array = Float64Array.from(m.tail);
  let best: { schedule: Schedule; cost: [number, number, number]; keys: Float64Array } | null = null;
  let clash = '';
  for (let step = 0; step < effort.steps; step++) {
    if (step > 0) {
      const from = best && step % 4 ? best.keys : Float64Array.from(m.tail);
      const share = 0.05 + random() * 0.4;
      keys = from.map((k) => (random() < share ? k + (random() - 0.5) * spread : k));
    }
    const schedule = construct(m, keys);
    if ('clash' in schedule) {
      clash ||= schedule.clash;
    } else {
      const c = cost(m, schedule);
      if (!best || better(c, best.cost)) best = { schedule, cost: c, keys };
      if (best.schedule.makespan <= bound && step > Math.min(n, effort.steps / 4)) break;
    }
    if (step % 16 === 15 && effort.stop?.()) break;
  }
  if (!best) return { infeasible: true, proven: false, reason: `No right plan was found: ${clash}` };
  return readPlan(m, best.schedule, bound);
}
