/**
 * What was made ready gathers dust: it is coated soon, or wiped again first. Where a plan lets pieces stand too long before a coat it is
 * made again both ways, and the better one is kept.
 */
import { LONG_STAND } from '$core/coating/long-stand';
import type { Effort, Near } from '../search/effort';
import type { Plan } from '../model/problem';
import type { JobToPlan } from './job-to-plan';
import { readOperationId } from './operation-id';
import type { PlannedJob } from './planned-job';

/** Plans of one job after another, each near the one before. */
export type PlanOnce = (job: JobToPlan, effort: Effort, near?: Near) => PlannedJob | null;

/** How often pieces that stand elsewhere then are looked for again. Our choice. */
const ROUNDS = 3;
/** Share of the effort of the first plan: what follows begins from it. Our choice. */
const LESS = 0.3;

/** How far it is was told by the first. */
const lessOf = ({ seed, steps, nodes, learning = 1, bound, stop }: Effort): Effort => ({
  ...{ seed, steps: Math.max(1, Math.round(steps * LESS)), learning: learning * LESS },
  ...(nodes === undefined ? {} : { nodes: Math.round(nodes * LESS) }),
  ...(bound ? { bound } : {}),
  ...(stop ? { stop } : {}),
});

/** Coats whose pieces nobody will have had in hand for longer than they may stand, and that are not wiped yet. */
function standing(job: JobToPlan, { problem, result }: PlannedJob): string[] {
  if ('infeasible' in result) return [];
  const at = new Map(result.assignments.map((a) => [a.operation, a]));
  const lots = new Set(job.lots.map((l) => l.id));
  // A coat that waits for days anyway is wiped as it is.
  const coats = new Set(
    job.route
      .filter((s) => s.kind === 'coat' && !s.after.some((need) => need.min * 60_000 > LONG_STAND))
      .map((s) => s.key),
  );
  return problem.operations.flatMap(({ id, lot }) => {
    const known = readOperationId(id);
    if (!known || !lots.has(lot) || !coats.has(known.step) || job.wiped?.has(id)) return [];
    const handled = problem.links.flatMap((l) =>
      l.to === id && readOperationId(l.from)?.lot === lot ? [at.get(l.from)?.end ?? NaN] : [],
    );
    const stood = (at.get(id)?.start ?? NaN) - Math.max(...handled);
    return stood * 60_000 > LONG_STAND ? [id] : [];
  });
}

const nearOf = ({ assignments }: Plan): Near =>
  new Map(assignments.map(({ operation, start, worker }) => [operation, { start, worker }]));

/** The better of two plans: the earlier end, then fewer days without fronts, then less work; where it may end later, the days first. */
function better(a: PlannedJob | null, b: PlannedJob | null, mayEndLater: boolean): PlannedJob | null {
  const [x, y] = [a?.result, b?.result];
  if (!x || 'infeasible' in x) return y && 'infeasible' in y ? null : b;
  if (!y || 'infeasible' in y) return a;
  const work = ({ problem }: PlannedJob): number => problem.operations.reduce((sum, o) => sum + o.minutes, 0);
  const [ends, days] = [x.makespan - y.makespan, (x.pieceDays?.is ?? 0) - (y.pieceDays?.is ?? 0)];
  const by = (mayEndLater ? days || ends : ends || days) || (a && b ? work(a) - work(b) : 0);
  return by <= 0 ? a : b;
}

/**
 * @param first the job's plan as it comes without looking at what stands
 * @returns a plan in which whatever stands too long is wiped; its bounds are those of the first, which hold whichever way is chosen. The
 * first itself where nothing stands, or no other plan is found
 */
export function keepFresh(job: JobToPlan, first: PlannedJob, effort: Effort, planOnce: PlanOnce): PlannedJob {
  let made = first;
  let asked = job;
  for (let round = 0; round < ROUNDS; round++) {
    const stands = standing(asked, made);
    if (!stands.length || 'infeasible' in made.result) break;
    const near = nearOf(made.result);
    const wiped = { ...asked, wiped: new Set([...(asked.wiped ?? []), ...stands]) };
    const soon = { ...asked, soon: new Set([...(asked.soon ?? []), ...stands]) };
    const [again, sooner] = [wiped, soon].map((way) => planOnce(way, lessOf(effort), near));
    const next = better(sooner ?? null, again ?? null, (job.later ?? 0) > 0);
    if (!next) break;
    [made, asked] = [next, next === sooner ? soon : wiped];
  }
  if (made === first || 'infeasible' in made.result || 'infeasible' in first.result) return made;
  const { lowerBound, pieceDays } = first.result;
  const days = made.result.pieceDays;
  return {
    ...made,
    result: {
      ...made.result,
      lowerBound: Math.min(lowerBound, made.result.makespan),
      ...(days && pieceDays
        ? { pieceDays: { is: days.is, least: Math.min(days.least, pieceDays.least) } }
        : {}),
    },
  };
}
