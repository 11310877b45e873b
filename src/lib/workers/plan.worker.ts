/**
 * Answers a page's questions about a plan while the page goes on: what each change would gain, what a pin would cost, and
 * how likely a date is. One question at a time; a new one of its kind, or a stop, ends the one before.
 */
import { buildProblem } from '$core/planning/job-problem';
import { erringAir, unpackJob, unpackJson, type Packed } from '$core/planning/pack';
import { planJob, type PlannedJob } from '$core/planning/plan-job';
import { riskRuns, type Risk } from '$core/planning/risk';
import type { RiskModel } from '$core/planning/risk-model';
import type { Answer, Question, WhatIf } from './questions';

const MINUTE = 60_000;
const SEED = 20260309;
const WHAT_IF = { seed: SEED, steps: 60, nodes: 3_000, prove: false };
const TRY = { seed: SEED, steps: 24, nodes: 600, prove: false };

interface Given {
  base: Packed;
  variants: { key: string; words: string; packed: Packed }[];
  risk: RiskModel;
}

let given: Given | null = null;
/** the newest question of each kind */
const newest = new Map<string, number>();

const post = (answer: Answer): void => postMessage(answer);
/** Lets messages in. */
const breathe = (): Promise<void> => new Promise((done) => setTimeout(done, 0));

const minutesOf = ({ problem }: PlannedJob): number =>
  problem.operations.reduce((sum, o) => sum + (o.lockedStart === null ? o.minutes : 0), 0);

function weigh(packed: Packed): { back: number | null; minutes: number } {
  const job = unpackJob(packed);
  const made = planJob(job, WHAT_IF);
  if (!made || 'infeasible' in made.result) return { back: null, minutes: made ? minutesOf(made) : 0 };
  return { back: job.t0 + made.result.makespan * MINUTE, minutes: minutesOf(made) };
}

async function whatIfs(id: number, { base, variants }: Given, live: () => boolean): Promise<void> {
  const now = weigh(base);
  const found: WhatIf[] = [];
  for (const [i, v] of variants.entries()) {
    await breathe();
    if (!live()) break;
    const then = weigh(v.packed);
    found.push({
      key: v.key,
      words: v.words,
      back: then.back,
      gain: now.back !== null && then.back !== null ? Math.round((now.back - then.back) / MINUTE) : null,
      minutes: then.minutes - now.minutes,
    });
    post({ id, share: (i + 1) / variants.length });
  }
  post({ id, done: found.sort((a, b) => (b.gain ?? -Infinity) - (a.gain ?? -Infinity)) });
}

async function risk(
  id: number,
  { base, risk: model }: Given,
  runs: number,
  live: () => boolean,
): Promise<void> {
  const job = unpackJob(base);
  const built = buildProblem(job);
  const made = planJob(job, WHAT_IF);
  if (!built || !made || 'infeasible' in made.result) {
    post({ id, failed: 'There is no plan to weigh.' });
    return;
  }
  const each = riskRuns({
    problem: made.problem,
    plan: made.result,
    runs,
    seed: SEED,
    model,
    air: erringAir(base, built, model),
    stop: () => !live(),
  });
  const started = performance.now();
  let step = each.next();
  while (!step.done) {
    post({ id, share: step.value });
    await breathe();
    step = each.next();
  }
  const found: Risk = step.value;
  post({
    id,
    done: {
      ...found,
      model,
      t0: job.t0,
      planned: made.result.makespan,
      took: performance.now() - started,
    },
  });
}

function tryPin(id: number, { base }: Given, operation: string, at: number): void {
  const pins = new Map(base.job.pins ?? []);
  pins.set(operation, at);
  const job = unpackJob({ ...base, job: { ...base.job, pins } });
  const made = planJob(job, TRY);
  if (!made) post({ id, failed: 'Nothing is left to plan.' });
  else if ('infeasible' in made.result)
    post({ id, done: { back: null, reason: made.result.reason, t0: job.t0 } });
  else post({ id, done: { back: job.t0 + made.result.makespan * MINUTE, reason: null, t0: job.t0 } });
}

onmessage = ({ data }: MessageEvent<Question>): void => {
  const { id } = data;
  try {
    if (data.do === 'load') {
      const loaded = unpackJson(data.text) as Given;
      // The job alone may come after the job with its changes.
      given = {
        ...loaded,
        variants: loaded.variants.length ? loaded.variants : (given?.variants ?? []),
      };
      post({ id, done: null });
      return;
    }
    if (data.do === 'stop') {
      newest.clear();
      return;
    }
    if (!given) throw new Error('The plan is not loaded yet.');
    newest.set(data.do, id);
    const live = (): boolean => newest.get(data.do) === id;
    const fail = (error: unknown): void =>
      post({ id, failed: error instanceof Error ? error.message : String(error) });
    if (data.do === 'what-ifs') whatIfs(id, given, live).catch(fail);
    else if (data.do === 'risk') risk(id, given, data.runs, live).catch(fail);
    else tryPin(id, given, data.operation, data.at);
  } catch (error) {
    post({ id, failed: error instanceof Error ? error.message : String(error) });
  }
};
