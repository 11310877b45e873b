/**
 * What was made ready gathers dust: it is coated soon, or wiped again first. Where a plan lets pieces stand too long before a coat it is
 * made again both ways, and the better one is kept.
 */
import { isPlan } from '../model/infeasible';
import { frozen } from '$core/frozen';
import { LONG_STAND } from '$core/coating/long-stand';
import type { Effort, Near } from '../search/effort';
import { GOALS, type Goal } from '../model/goals';
import type { Plan, Problem } from '../model/problem';
import type { JobToPlan } from './job-to-plan';
import { readOperationId } from '../model/operation-id';
import type { PlannedJob } from './planned-job';

/** Plans of one job after another, each near the one before. */
type PlanOnce = (job: JobToPlan, effort: Effort, near?: Near) => PlannedJob | null;

/** How often pieces that stand elsewhere then are looked for again. Our choice. */
const ROUNDS = 3;
/** Share of the effort of the first plan: what follows begins from it. Our choice. */
const LESS = 0.3;

/** How far it is was told by the first. */
const lessOf = ({ seed, steps, learning = 1, bound, stop }: Effort): Effort => ({
  ...{ seed, steps: Math.max(1, Math.round(steps * LESS)), learning: learning * LESS },
  ...(bound ? { bound } : {}),
  explain: false,
  ...(stop ? { stop } : {}),
});

/** Coats whose pieces nobody will have had in hand for longer than they may stand, and that are not wiped yet. */
function standing(job: JobToPlan, { problem, result }: PlannedJob): string[] {
  if (!isPlan(result)) return [];
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

/** What a plan comes to by a goal; how little it changes is the same for both that are compared. */
const OF: Readonly<Record<Goal, (plan: Plan, problem: Problem) => number>> = frozen({
  back: (plan) => plan.makespan,
  fronts: (plan) => plan.pieceDays?.is ?? 0,
  visits: (plan) => plan.household?.visits ?? 0,
  nights: (plan) => plan.household?.nights ?? 0,
  hours: (_, problem) => problem.operations.reduce((sum, o) => sum + o.minutes, 0),
  moves: () => 0,
});

/** The better of two plans: less late after the minute by which it is to end, then goal by goal. */
function better(
  a: PlannedJob | null,
  b: PlannedJob | null,
  { by = Infinity, goals = GOALS }: JobToPlan,
): PlannedJob | null {
  const [x, y] = [a?.result, b?.result];
  if (!x || !isPlan(x)) return y && !isPlan(y) ? null : b;
  if (!y || !isPlan(y)) return a;
  if (!a || !b) return a;
  const late = (plan: Plan): number => Math.max(0, plan.makespan - by);
  const sides = [late, ...goals.map((g) => OF[g])];
  const worse = sides.reduce((sum, side) => sum || side(x, a.problem) - side(y, b.problem), 0);
  return worse <= 0 ? a : b;
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
    if (!stands.length || !isPlan(made.result)) break;
    const near = nearOf(made.result);
    const wiped = { ...asked, wiped: new Set([...(asked.wiped ?? []), ...stands]) };
    const soon = { ...asked, soon: new Set([...(asked.soon ?? []), ...stands]) };
    const [again, sooner] = [wiped, soon].map((way) => planOnce(way, lessOf(effort), near));
    const next = better(sooner ?? null, again ?? null, job);
    if (!next) break;
    [made, asked] = [next, next === sooner ? soon : wiped];
  }
  if (made === first || !isPlan(made.result) || !isPlan(first.result)) return made;
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
