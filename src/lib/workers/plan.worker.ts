/**
 * Answers a page's questions about a plan while the page goes on: what each change would gain, what a pin would cost, and
 * how likely a date is. One question at a time; a new one of its kind, or a stop, ends the one before.
 */
import { isPlan } from '$core/planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { asksForWhole, compare, outcomeOf, wantedOf, type Outcome } from '$core/job-plan/better';
import { boundOverDivisions } from '$core/job-plan/divisions';
import { EFFORTS, HORIZONS } from '$core/job-plan/efforts';
import type { PlanInputs } from '$core/job-plan/inputs';
import { jobAt, withChoice } from '$core/job-plan/job-at';
import { settling, settlingSteps, type Settled } from '$core/job-plan/settle-choice';
import { choiceSchema } from '$core/planning/job/choice';
import { planToCompare, weighPlan, wholeToCompare } from '$core/job-plan/make-plan';
import { whatIfs, type Questions } from '$core/job-plan/what-ifs';
import { fewerHours, noneWorseOfEach, tradesOf, type PlannedTrade, type Trade } from '$core/job-plan/trades';
import type { TimedPlan } from '$core/job-plan/neighbours';
import { riskJobs, type JobWithItsPlan } from '$core/job-plan/risk-jobs';
import { planJob } from '$core/planning/job/plan-job';
import { ifKnown } from '$core/coating/missing-figure';
import { unpackJson } from '$core/units/pack-json';
import { chanceBy, riskRuns, type Risk } from '$core/planning/risk/risk';
import { dayAfter, halfDayAt } from '$core/units/clock-time';
import type { RiskModel } from '$core/planning/risk/risk-model';
import type { Answer, Question, Weighed, WeighedTrade } from './questions';

/** Days ahead that are planned. */
const [HORIZON = 60] = HORIZONS;

type Given = Questions & { risk: RiskModel; plan: TimedPlan | null; others: JobWithItsPlan[] };

let given: Given | null = null;
/** the newest question of each kind */
const newest = new Map<string, number>();

const post = (answer: Answer): void => postMessage(answer);
/** Lets messages in. */
const breathe = (): Promise<void> => new Promise((done) => setTimeout(done, 0));

const weigh = (inputs: PlanInputs, at: number): Outcome | null =>
  weighPlan(inputs, at, EFFORTS.whatIf, HORIZON);

async function weighAll(id: number, asked: Given, live: () => boolean): Promise<void> {
  const now = weigh(asked.inputs, asked.at);
  const variants = whatIfs(asked);
  const found: Weighed[] = [];
  for (const [i, v] of variants.entries()) {
    await breathe();
    if (!live()) break;
    const plan = ifKnown(() => planToCompare(v.inputs, asked.at, EFFORTS.whatIf, HORIZON));
    const then = outcomeOf(plan);
    const fate = plan && then && (await fateOf(plan, { ...asked, inputs: v.inputs }, live, FEWER));
    found.push({
      key: v.key,
      words: v.words,
      back: then?.back ?? null,
      sure: fate && fate.t0 + fate.risk.p80 * MINUTE,
      gain: now && then ? Math.round((now.back - then.back) / MINUTE) : null,
      minutes: (then?.minutes ?? 0) - (now?.minutes ?? 0),
    });
    post({ id, share: (i + 1) / variants.length });
  }
  await breathe();
  const widest = live() ? boundOverDivisions(asked.inputs, asked.at, HORIZON) : null;
  const list = found.sort((a, b) => (b.gain ?? -Infinity) - (a.gain ?? -Infinity));
  post({ id, done: { list, widest } });
}

async function risk(
  id: number,
  { inputs, at, risk: model, plan, others }: Given,
  runs: number,
  live: () => boolean,
): Promise<void> {
  const together = plan && riskJobs({ inputs, plan }, others, at, model);
  if (!together) {
    post({ id, failed: 'There is no plan to weigh: it is being made anew, or none was found.' });
    return;
  }
  const { jobs, t0, planned } = together;
  const each = riskRuns({ jobs, runs, seed: EFFORTS.whatIf.seed, model, stop: () => !live() });
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
      t0,
      planned,
      others: jobs.length - 1,
      took: performance.now() - started,
    },
  });
}

/** Looks for better lots and turning than those that are planned. */
async function settle(id: number, asked: Given, times: number, live: () => boolean): Promise<void> {
  const { inputs, at, plan } = asked;
  const open = choiceSchema.parse({ ...inputs.choice, open: { lots: true, pattern: true, stages: false } });
  const free = { ...inputs, choice: open };
  const steps = settlingSteps(free, times);
  const looking = settling(free, at, times);
  let step = looking.next();
  let best: Settled = step.value;
  for (let k = 0; !step.done; k++) {
    best = step.value;
    post({ id, share: Math.min(1, k / steps) });
    await breathe();
    if (!live()) break;
    step = looking.next();
  }
  if (step.done) best = step.value;
  const way = withChoice(inputs, best.choice);
  const whole = asksForWhole(inputs.choice);
  const toCompare = whole ? wholeToCompare : planToCompare;
  const made = best.outcome && toCompare(way, at, EFFORTS.whatIf, HORIZON);
  const then = outcomeOf(made);
  const now = outcomeOf(plan);
  if (!made || !then || !now) {
    post({ id, done: null });
    return;
  }
  const { division, lotSize, pattern, patterns } = best.choice;
  const lots = way.lots.length;
  const better = compare(then, now, wantedOf(inputs)) < 0;
  const fate = better ? await fateOf(made, { ...asked, inputs: way }, () => true, FEWER) : null;
  const saves = now.minutes - then.minutes;
  const gain = Math.round((now.back - then.back) / MINUTE);
  post({
    id,
    done: {
      ...{ division, lotSize, pattern, patterns, lots, back: then.back, gain, saves, better },
      sure: fate && fate.t0 + fate.risk.p80 * MINUTE,
      whole: step.done === true,
    },
  });
}

/** Runs with which each of several plans is weighed, and each of the many what-ifs. */
const [FEW, FEWER] = [200, 80];

/** A plan that is not kept, carried out a few times with the jobs that share; null where nothing is left to do, or it is stopped. */
async function fateOf(
  plan: TimedPlan,
  { inputs, at, risk: model, others }: Given,
  live: () => boolean,
  runs = FEW,
): Promise<{ risk: Risk; t0: number } | null> {
  const together = riskJobs({ inputs, plan }, others, at, model);
  if (!together) return null;
  const { jobs, t0 } = together;
  const each = riskRuns({ jobs, runs, seed: EFFORTS.whatIf.seed, model, stop: () => !live() });
  let step = each.next();
  while (!step.done) {
    await breathe();
    step = each.next();
  }
  return step.value.runs < runs ? null : { risk: step.value, t0 };
}

/** Plans that may be had instead, one after another: as the lots are, in other lots, and in the lots that take the fewest paid hours by fewer people or later. */
function* insteadOf({ inputs, at }: Given): Generator<PlannedTrade[]> {
  const effort = EFFORTS.followed;
  let first: PlannedTrade | undefined;
  for (const some of tradesOf(inputs, at, effort, HORIZON)) {
    first ??= some[0];
    yield some;
  }
  if (!first) return;
  let fewest = first;
  for (const way of fewerHours(inputs, at, effort, HORIZON, first)) {
    if (way.paid < fewest.paid) fewest = way;
    yield [way];
  }
  if (fewest !== first) yield* tradesOf(withWay(inputs, fewest), at, effort, HORIZON);
}

const withWay = (inputs: PlanInputs, { way }: Trade): PlanInputs =>
  withChoice(inputs, { ...inputs.choice, ...way });

/** How many more plans are reckoned with while it is not known how many there will be: progress slows down towards its end. */
const SOME = 12;

/** Plans that may be had instead, each carried out a few times. */
async function trades(id: number, asked: Given, live: () => boolean): Promise<void> {
  const { inputs } = asked;
  const { promised } = inputs.choice;
  const { zone } = inputs.job;
  const found: WeighedTrade[] = [];
  for (const some of insteadOf(asked))
    for (const { plan, ...trade } of some) {
      const fate = await fateOf(plan, { ...asked, inputs: withWay(inputs, trade) }, live, FEWER);
      await breathe();
      if (!live()) return;
      const end = promised && fate ? (dayAfter(promised, zone) - fate.t0) / MINUTE : null;
      found.push({
        ...trade,
        holds: fate && fate.t0 + fate.risk.p80 * MINUTE,
        sure: fate && end !== null ? chanceBy(fate.risk, end) : null,
      });
      post({ id, share: found.length / (found.length + SOME) });
    }
  post({ id, done: noneWorseOfEach(found, (t) => halfDayAt(t.holds ?? t.back, zone)) });
}

function tryPin(id: number, { inputs, at }: Given, operation: string, to: number): void {
  const pins = new Map([...inputs.pins, [operation, to]]);
  const job = jobAt({ ...inputs, pins }, at, HORIZON);
  const made = planJob(job, EFFORTS.pin);
  if (!made) post({ id, failed: 'Nothing is left to plan.' });
  else if (!isPlan(made.result)) post({ id, done: { back: null, none: made.result, t0: job.t0 } });
  else post({ id, done: { back: outcomeOf({ ...made, t0: job.t0 })?.back ?? null, none: null, t0: job.t0 } });
}

onmessage = ({ data }: MessageEvent<Question>): void => {
  const { id } = data;
  try {
    if (data.do === 'load') {
      given = unpackJson(data.text) as Given;
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
    if (data.do === 'trades') trades(id, given, live).catch(fail);
    else if (data.do === 'what-ifs') weighAll(id, given, live).catch(fail);
    else if (data.do === 'settle') settle(id, given, data.times, live).catch(fail);
    else if (data.do === 'risk') risk(id, given, data.runs, live).catch(fail);
    else tryPin(id, given, data.operation, data.at);
  } catch (error) {
    post({ id, failed: error instanceof Error ? error.message : String(error) });
  }
};
