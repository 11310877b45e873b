/** All jobs planned together, and each job's own plan within what was found. */
import { isPlan } from '../planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { readOwnId } from '../planning/job/joined-id';
import type { Effort } from '../planning/search/effort';
import { planTogether, type JobTogether, type PlannedTogether } from '../planning/job/together';
import { dayAfter } from '../units/clock-time';
import { togetherEffort, TOGETHER } from './efforts';
import type { PlanInputs } from './inputs';
import { jobAt, jointStart } from './job-at';
import { makePlan } from './make-plan';
import type { MadePlan, Times } from './made-plan';
import { neighbourOf } from './neighbours';

const NOBODY: ReadonlySet<string> = new Set();

/** A job within all of them: with its own first day, around nobody. */
function joined(inputs: PlanInputs, at: number): JobTogether {
  const { choice, job } = inputs;
  const own = jobAt(inputs, at, TOGETHER, NOBODY);
  return {
    id: job.id,
    job: { ...own, t0: jointStart(at), notBefore: own.t0 },
    place: choice.shared && choice.place !== 'house' ? choice.place : null,
    promised: choice.promised ? dayAfter(choice.promised, job.zone) : null,
    // Priority 3 weighs most.
    weight: choice.priority,
  };
}

/**
 * @param at ms since 1970
 * @param watch how it is followed and stopped
 * @returns null when nothing is left to do
 */
export function planAllJobs(
  jobs: readonly PlanInputs[],
  at: number,
  watch: Pick<Effort, 'progress' | 'stop'> = {},
): PlannedTogether | null {
  const all = jobs.map((inputs) => joined(inputs, at));
  const operations = all.reduce((n, { job }) => n + job.lots.length * job.route.length, 1);
  return planTogether('all jobs', all, { ...togetherEffort(operations), ...watch });
}

/**
 * Each job planned near its part of a joint plan, around those before it: the first to be handed back comes first.
 * @param startedAt when the joint plan was made, ms since 1970
 * @returns the plans by job, in that order; a job that has nothing left to do is left out
 * @throws Error when the planner made a wrong plan
 */
export function plansWithin(
  jobs: readonly PlanInputs[],
  joint: PlannedTogether,
  startedAt: number,
  at: number,
): Map<string, MadePlan> {
  const made = new Map<string, MadePlan>();
  if (!isPlan(joint.result)) return made;
  const t0 = jointStart(startedAt);
  const near = new Map<string, Map<string, { at: number }>>();
  for (const a of joint.result.assignments) {
    const { job, operation } = readOwnId(a.operation);
    const own = near.get(job) ?? new Map<string, { at: number }>();
    own.set(operation, { at: t0 + a.start * MINUTE });
    near.set(job, own);
  }
  const order = [...joint.backs].sort((a, b) => a[1] - b[1]).map(([id]) => id);
  for (const id of order) {
    const inputs = jobs.find((j) => j.job.id === id);
    if (!inputs) continue;
    // Those that are not planned yet take nothing; the rack is as large as all of them say.
    const neighbours = inputs.around.neighbours.map((other) => {
      const plan = made.get(other.job);
      const choice = jobs.find((j) => j.job.id === other.job)?.choice;
      return plan && choice
        ? neighbourOf(other.job, choice, plan)
        : { ...other, work: [], coating: [], rack: [] };
    });
    const around = { ...inputs.around, neighbours };
    const times: Times | undefined = near.get(id);
    const plan = makePlan({ ...inputs, around }, at, times);
    if (plan) made.set(id, plan);
  }
  return made;
}
