/** The plans of a job and of all that share with it, as they are carried out together to weigh a date. */
import { isPlan } from '../planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { erringAir } from '../planning/job/erring-air';
import { buildProblem } from '../planning/job/job-problem';
import { COATING } from '../planning/job/stations';
import type { Assignment } from '../planning/model/problem';
import type { RiskJob } from '../planning/risk/risk';
import type { RiskModel } from '../planning/risk/risk-model';
import { dayAfter } from '../units/clock-time';
import { HORIZONS } from './efforts';
import type { PlanInputs } from './inputs';
import { jobAt, jointStart } from './job-at';
import type { TimedPlan } from './neighbours';

const NOBODY: ReadonlySet<string> = new Set();

/** A job, and the plan that is stored for it. */
export interface JobWithItsPlan {
  inputs: PlanInputs;
  plan: TimedPlan;
}

interface RiskJobs {
  /** the job that is asked about comes first */
  jobs: [RiskJob, ...RiskJob[]];
  /** ms since 1970; minutes count from it */
  t0: number;
  /** minute at which the job that is asked about is handed back as planned */
  planned: number;
}

/** Whose work comes first where two could begin: the first promised, then the weightier, then the first to be handed back. */
function inRank(a: JobWithItsPlan, b: JobWithItsPlan): number {
  const promised = ({ inputs: { choice, job } }: JobWithItsPlan): number =>
    choice.promised ? dayAfter(choice.promised, job.zone) : Infinity;
  const back = ({ plan: { t0, result } }: JobWithItsPlan): number =>
    !isPlan(result) ? Infinity : t0 + result.makespan * MINUTE;
  const [pa, pb] = [promised(a), promised(b)];
  if (pa !== pb) return pa - pb;
  return b.inputs.choice.priority - a.inputs.choice.priority || back(a) - back(b);
}

/** @returns null where nothing is left to do, or its plan does not hold what is */
function riskJob(
  { inputs, plan }: JobWithItsPlan,
  { at, t0, rank, model }: { at: number; t0: number; rank: number; model: RiskModel },
): RiskJob | null {
  if (!isPlan(plan.result)) return null;
  const { choice } = inputs;
  // By itself: the others are there as they are carried out, not as they are planned.
  const job = jobAt(inputs, at, Math.max(...HORIZONS), NOBODY);
  const built = buildProblem(job);
  if (!built) return null;
  const known = new Map(plan.result.assignments.map((a) => [a.operation, a]));
  const shift = Math.round((plan.t0 - job.t0) / MINUTE);
  const assignments: Assignment[] = [];
  for (const { id, minutes, lockedStart } of built.problem.operations) {
    const isFact = built.problem.workers.some((w) => w.id === id);
    const a = known.get(id);
    if (isFact)
      assignments.push({
        ...{ operation: id, worker: id, start: lockedStart ?? 0, end: (lockedStart ?? 0) + minutes },
      });
    else if (a) assignments.push({ ...a, start: a.start + shift, end: a.end + shift });
    else return null;
  }
  const makespan = plan.result.makespan + shift;
  const shares = choice.shared && choice.place !== 'house';
  return {
    problem: built.problem,
    waits: built.air,
    plan: { assignments, makespan, lowerBound: 0 },
    offset: Math.round((job.t0 - t0) / MINUTE),
    rank,
    shares: shares ? { place: choice.place, stations: [COATING], racks: ['rack'] } : null,
    crew: new Set(choice.workers),
    air: erringAir(job, inputs.air, built, model, t0),
  };
}

/**
 * @param asked the job whose date is weighed
 * @param others jobs that share its people or its place
 * @param at ms since 1970
 * @returns null where there is no plan to weigh
 */
export function riskJobs(
  asked: JobWithItsPlan,
  others: readonly JobWithItsPlan[],
  at: number,
  model: RiskModel,
): RiskJobs | null {
  const t0 = jointStart(at);
  const ranked = [asked, ...others].sort(inRank);
  const of = (job: JobWithItsPlan) => riskJob(job, { at, t0, rank: ranked.indexOf(job), model });
  const first = of(asked);
  if (!first) return null;
  const rest = others.flatMap((job) => of(job) ?? []);
  return { jobs: [first, ...rest], t0, planned: first.offset + first.plan.makespan };
}
