/**
 * Plans a job whose waits depend on when a coat is laid: plan, ask the air how long each film really waits, plan again
 * with the longer waits, until every film of the plan is ready when the next step begins.
 */
import type { Requirement } from '../coating/route';
import type { Waits } from '../coating/waits';
import { lowerBound } from './bound';
import { buildProblem, type JobToPlan } from './job-problem';
import { compile } from './model';
import type { NoPlan, Plan, Problem } from './problem';
import { solve, type Effort } from './solve';

const MINUTE = 60_000;
/** Plans at most; after that every wait is the longest of the days to come. */
const ROUNDS = 5;
/** Hours between the moments at which the longest wait is looked for. */
const LOOK = 3;

export interface PlanInAir {
  problem: Problem;
  result: Plan | NoPlan;
  /** plans that were made */
  rounds: number;
}

/** A film wait of the problem, and the operation after which it runs. */
interface FilmWait {
  need: Requirement;
  operation: string;
}

/**
 * @param job the job; its waits are those of `waits`
 * @returns the last problem and its plan, in which no film is disturbed too early; the bound holds for every right
 *   plan, since it waits no longer than the best air of the days allows. Null when nothing is left to do
 */
export function planInAir(job: Omit<JobToPlan, 'lag'>, waits: Waits, effort: Effort): PlanInAir | null {
  if (waits.by === 'sheet') {
    const problem = buildProblem(job);
    return problem && { problem, result: solve(problem, effort), rounds: 1 };
  }
  const end = job.t0 + job.horizonDays * 1440 * MINUTE;
  const keyOf = ({ need, operation }: FilmWait): string => `${operation} ${need.stage ?? ''}`;
  const minutesAt = ({ film, stage, wet }: Requirement, laid: number): number =>
    film && stage ? Math.ceil((waits.readyAt(film, stage, laid, wet) - laid) / MINUTE) : 0;
  const least = ({ film, stage, wet }: Requirement): number =>
    film && stage ? Math.floor(waits.leastMinutes(film, stage, wet, job.t0, end)) : 0;

  const asked = new Map<string, FilmWait>();
  const lags = new Map<string, number>();
  const lag = (need: Requirement, operation: string): number => {
    const wait = { need, operation };
    const key = keyOf(wait);
    asked.set(key, wait);
    const known = lags.get(key) ?? minutesAt(need, job.t0);
    lags.set(key, known);
    return known;
  };
  const bound = (): number | null => {
    const relaxed = buildProblem({ ...job, lag: least });
    const model = relaxed && compile(relaxed);
    if (!model || 'infeasible' in model) return null;
    const value = lowerBound(model);
    return typeof value === 'number' ? value : null;
  };

  let made: PlanInAir | null = null;
  for (let round = 1; round <= ROUNDS + 1; round++) {
    const problem = buildProblem({ ...job, lag });
    if (!problem) return null;
    // The first plan only tells about when each coat is laid.
    const result = solve(problem, round === 1 ? { ...effort, steps: Math.ceil(effort.steps / 6) } : effort);
    made = { problem, result, rounds: round };
    if ('infeasible' in result) {
      if (round === 1) continue;
      break;
    }
    const ends = new Map(result.assignments.map((a) => [a.operation, job.t0 + a.end * MINUTE]));
    let short = false;
    for (const [key, wait] of asked) {
      const laid = ends.get(wait.operation);
      const known = lags.get(key) ?? 0;
      if (laid === undefined) continue;
      const wanted = minutesAt(wait.need, laid);
      if (wanted <= known) continue;
      short = true;
      lags.set(key, round < ROUNDS ? wanted : longest(wait.need, job.t0, end, minutesAt));
    }
    if (!short && round > 1) break;
  }
  if (made && !('infeasible' in made.result)) {
    const proven = bound();
    // Waits in the air may be shorter than those of the last problem: its own bound would claim too much.
    made.result.lowerBound = Math.min(made.result.makespan, proven ?? 0);
  }
  return made;
}

/** The longest wait for a coat that is laid between two moments, looked for every few hours. */
function longest(
  need: Requirement,
  from: number,
  to: number,
  minutesAt: (need: Requirement, laid: number) => number,
): number {
  let most = 0;
  for (let at = from; at <= to; at += LOOK * 60 * MINUTE) most = Math.max(most, minutesAt(need, at));
  // Between two looks a wait grows by no more than the time between them.
  return most + LOOK * 60;
}
