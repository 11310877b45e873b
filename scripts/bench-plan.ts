/**
 * `npm run bench:plan`: the planner's figures, on the demo's Orchard Row (57 pieces, two zones, island, fixed work, four
 * people) by itself and among other jobs. `npm run bench` prints them with all others.
 */
import { isPlan } from '../src/lib/core/planning/model/infeasible';
import './parts/stand-ins';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { audit } from '../src/lib/core/planning/audit/audit';
import { lowerBound } from '../src/lib/core/planning/bounds/bound';
import { construct } from '../src/lib/core/planning/search/construct';
import { buildProblem } from '../src/lib/core/planning/job/job-problem';
import type { JobToPlan } from '../src/lib/core/planning/job/job-to-plan';
import { compile } from '../src/lib/core/planning/compile/compile';
import { EFFORTS, togetherEffort } from '../src/lib/core/job-plan/efforts';
import { foremanKitchen } from '../tests/foreman-kitchens';
import { foremanOf, measured, type Measured } from '../tests/foreman-measured';
import { kitchenProblem } from '../tests/kitchen-problem';
import { plannedProblem } from '../tests/planned-problem';
import { plainHandBack } from '../tests/plain-plan';
import { planJob } from '../src/lib/core/planning/job/plan-job';
import { readProblem } from '../src/lib/core/planning/model/problem';
import { heads } from '../src/lib/core/planning/bounds/heads';
import { alone, assessRisk } from '../src/lib/core/planning/risk/risk';
import { solve } from '../src/lib/core/planning/search/solve';
import { planTogether } from '../src/lib/core/planning/job/together';
import { openDatabase } from '../src/lib/server/db/open';
import { makeDemo } from '../src/lib/server/demo/demo';
import { now } from '../src/lib/server/services/company/clock';
import { jobAt, withChoice } from '../src/lib/core/job-plan/job-at';
import { divisions } from '../src/lib/core/job-plan/divisions';
import type { PlanInputs } from '../src/lib/core/job-plan/inputs';
import { makePlan, weighPlan } from '../src/lib/core/job-plan/make-plan';
import { settleChoice } from '../src/lib/core/job-plan/settle-choice';
import { ifKnown } from '../src/lib/core/coating/missing-figure';
import type { Choice } from '../src/lib/core/planning/job/choice';
import { makeCurrentPlan } from '../src/lib/server/services/plan/make/make-plan';
import { planInputs } from '../src/lib/server/services/plan/make/plan-inputs';
import { openJob } from '../src/lib/server/services/job/open-job';
import { recordFacts } from '../src/lib/server/services/bench/record-facts';
import { listOpenJobs } from '../src/lib/server/store/jobs';
import { listWorkers } from '../src/lib/server/store/workers';

export type Row = [what: string, value: string, wanted: string];

const ms = (n: number): string => `${n < 10 ? n.toFixed(2) : n.toFixed(0)} ms`;
const median = (list: number[]): number =>
  [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? NaN;
function timed<T>(act: () => T): [T, number] {
  const from = performance.now();
  const made = act();
  return [made, performance.now() - from];
}
const days = (minutes: number): string => `${(minutes / 1440).toFixed(1)} d`;

/** The effort of a stored plan. */
const EFFORT = { seed: 20260309, steps: 160, nodes: 8_000 };
/** Jobs that are planned together here have each other's place one time in three. */
const PLACES = 4;

function small(rows: Row[]): void {
  const folder = join(
    fileURLToPath(new URL('..', import.meta.url)),
    'tests',
    'reference',
    'data',
    'planning',
  );
  for (const file of readdirSync(folder)) {
    const json = JSON.parse(readFileSync(join(folder, file), 'utf8'));
    const read = readProblem(json);
    if ('faults' in read) continue;
    const [plan, took] = timed(() => solve(read.problem, { seed: 1, steps: 240 }));
    const found = !isPlan(plan)
      ? `none, ${plan.proven ? 'proven' : 'not proven'}`
      : `${plan.makespan} (bound ${plan.lowerBound}, optimum ${json.provenOptimum})`;
    rows.push([`plan ${file.replace('.json', '')}: ${found}`, ms(took), '2000 ms']);
  }
}

function oneJob(rows: Row[], job: JobToPlan, name: string): void {
  const built = buildProblem(job);
  if (!built) throw new Error('nothing to plan');
  const first = median(
    Array.from({ length: 9 }, () => {
      const [, took] = timed(() => {
        const again = buildProblem(job);
        const m = again && compile(again.problem, again.air);
        if (!m) throw new Error('no model');
        return construct(m, Float64Array.from(m.tail));
      });
      return took;
    }),
  );
  const m = compile(built.problem, built.air);
  const head = heads(m);
  const [bound, boundTook] = timed(() => lowerBound(m, head));
  const [made, took] = timed(() => planJob(job, EFFORT));
  if (!made || !isPlan(made.result)) throw new Error('no plan');
  if (audit(made.problem, made.result).length) throw new Error('a wrong plan');
  const { makespan: sooner } = made.result;
  const [, back] = timed(() => solve({ ...built.problem, fronts: [] }, EFFORT, { air: built.air }));
  const { pieceDays: gone = { is: 0, least: 0 } } = made.result;
  rows.push([
    `${name}: fronts away ${gone.is} piece-days, no plan that ends at ${sooner} below ${gone.least}; time over hand-back alone`,
    `${(took / back).toFixed(2)} ×`,
    '',
  ]);
  const plain = plainHandBack(job) ?? NaN;
  const { makespan, lowerBound: proven } = made.result;
  rows.push([
    `${name}: first right plan of ${built.problem.operations.length} operations`,
    ms(first),
    '100 ms',
  ]);
  rows.push([`  its bound (${bound})`, ms(boundTook), '']);
  rows.push([
    `  final plan, ${makespan} min, within ${(100 * (makespan / proven - 1)).toFixed(1)} % of the bound`,
    ms(took),
    '1000 ms',
  ]);
  rows.push([
    `  one lot after another: ${days(plain)}; planned: ${days(makespan)}`,
    `-${(100 * (1 - makespan / plain)).toFixed(1)} %`,
    '',
  ]);
  const { result, problem } = made;
  const [risk, riskTook] = timed(() => assessRisk({ jobs: [alone(problem, result)], runs: 1000, seed: 1 }));
  rows.push([`  risk of 1000 runs, the air left aside (P80 ${days(risk.p80)})`, ms(riskTook), '3000 ms']);
}

/** What the planner makes of a choice that leaves lots and turning open, against every even division planned as hard as what is stored. */
function settled(rows: Row[], left: PlanInputs, at: number, name: string): Choice {
  const [choice, took] = timed(() => settleChoice(left, at));
  const back = (c: Choice): number =>
    ifKnown(() => weighPlan(withChoice(left, c), at, EFFORTS.stored))?.back ?? Infinity;
  const ways = divisions(left, choice.open);
  const best = Math.min(...ways.map(back));
  rows.push([`${name}: settled`, ms(took), '5000 ms']);
  const above = (back(choice) - best) / (best - at);
  rows.push([
    `  above the best of ${ways.length} divisions and turnings at full effort`,
    `${(100 * above).toFixed(2)} %`,
    '1 %',
  ]);
  return choice;
}

/** Every figure of the planner. */
export async function planRows(): Promise<Row[]> {
  process.env.ANTHEM_DEMO = '1';
  const rows: Row[] = [];
  small(rows);
  kitchens(rows);
  around(rows);
  foremen(rows);
  const db = openDatabase(':memory:');
  await makeDemo(db);
  const at = now(db);
  const job = (name: string): string => listOpenJobs(db).find((j) => j.name === name)?.id ?? '';
  const orchard = openJob(db, job('Orchard Row'));
  const inputs = planInputs(db, orchard, at);
  if (!inputs) throw new Error('Orchard Row has no choice');
  const among = jobAt(inputs, at, 60);
  const alone = jobAt(inputs, at, 60, new Set());
  oneJob(rows, among, 'Orchard Row, around Lanternhouse on its rack of 48');
  for (const rackSlots of [24, 36, 48, 60]) {
    const open = { lots: true, pattern: true, stages: false };
    const left = { ...inputs, choice: { ...inputs.choice, rackSlots, shared: false, open } };
    const name = `Orchard Row by itself, rack of ${rackSlots}, lots and turning left to the planner`;
    const choice = settled(rows, left, at, name);
    if (rackSlots === 36 || rackSlots === 60)
      oneJob(rows, jobAt(withChoice(left, choice), at, 60, new Set()), name);
  }

  // A fact, and the plan made anew near the one before.
  const lantern = job('Lanternhouse');
  const worker = listWorkers(db)[0]?.id ?? '';
  for (const id of [lantern, orchard.job.id]) await makeCurrentPlan(db, id, () => at);
  const again: number[] = [];
  for (let i = 0; i < 12; i++) {
    recordFacts(db, orchard.job.id, [
      {
        id: crypto.randomUUID(),
        job: orchard.job.id,
        at,
        worker,
        device: 'bench',
        body: { kind: 'air.read', place: 'island', celsius: 18, humidity: 0.6 },
      },
    ]);
    const from = performance.now();
    await makeCurrentPlan(db, orchard.job.id, () => at);
    again.push(performance.now() - from);
  }
  rows.push(['Orchard Row planned anew after a fact, median of 12', ms(median(again)), '300 ms']);

  for (const n of [1, 2, 4, 8, 12, 16]) {
    const jobs = Array.from({ length: n }, (_, k) => ({
      id: `job ${k}`,
      job: { ...alone, horizonDays: 240 },
      place: `place ${k % PLACES}`,
      promised: null,
      weight: 2,
    }));
    const operations = n * (buildProblem(alone)?.problem.operations.length ?? 0);
    const [made, took] = timed(() => planTogether('all', jobs, togetherEffort(operations)));
    if (!made || !isPlan(made.result)) throw new Error('no joint plan');
    if (audit(made.problem, made.result).length) throw new Error('a wrong joint plan');
    const heap = process.memoryUsage().rss / 1e6;
    rows.push([
      `${n} ${n === 1 ? 'job' : 'jobs'} of 57 pieces together, ${made.problem.operations.length} operations, last back after ${days(made.result.makespan)}, ${heap.toFixed(0)} MB`,
      ms(took),
      n === 12 ? '5000 ms, 400 MB' : '',
    ]);
  }
  return rows;
}

/** What is found with so many times the effort is the measure. */
const LONGER = 20;

/** Kitchen-like problems of four sizes, at the effort of a stored plan against twenty times as much. */
function kitchens(rows: Row[]): void {
  const [ratios, gaps, times]: [number[], number[], number[]] = [[], [], []];
  let proven = 0;
  for (const operations of [40, 64, 100, 150])
    for (let seed = 1; seed <= 5; seed++) {
      const problem = kitchenProblem(operations, seed);
      const [plan, took] = timed(() => solve(problem, EFFORTS.stored));
      const { stored } = EFFORTS;
      const long = solve(problem, {
        ...{ ...stored, steps: LONGER * stored.steps, learning: LONGER },
      });
      if (!isPlan(plan) || !isPlan(long)) throw new Error(`${problem.name} has no plan`);
      if (audit(problem, plan).length) throw new Error(`${problem.name} has a wrong plan`);
      ratios.push(plan.makespan / long.makespan);
      gaps.push(plan.makespan / plan.lowerBound - 1);
      times.push(took);
      if (plan.makespan === plan.lowerBound) proven++;
    }
  const mean = (list: number[]): number => list.reduce((a, b) => a + b, 0) / list.length;
  const percent = (x: number): string => `${(100 * x).toFixed(1)} %`;
  rows.push(
    [
      '20 kitchens of 40 to 150 operations: time of a stored plan, longest',
      ms(Math.max(...times)),
      '1000 ms',
    ],
    ['  above what twenty times the effort finds, mean', percent(mean(ratios) - 1), '1 %'],
    ['  the same, worst', percent(Math.max(...ratios) - 1), '3 %'],
    ['  above the bound, mean', percent(mean(gaps)), '15 %'],
    ['  proven', String(proven), ''],
  );
}

/** Kitchens that are measured against the foreman's rule. */
const FOREMEN = 8;

/** Plans against a foreman's rule without search, in the same terms: two people, all lots pass by pass. */
function foremen(rows: Row[]): void {
  const at = Date.UTC(2026, 2, 9, 6);
  const say = (x: Measured | null): string =>
    x
      ? `half day ${x.back}, holds ${x.holds}; ${x.days} days without fronts, ${x.visits} in the house; ${Math.round(x.paid / 60)} h paid of ${Math.round(x.worked / 60)}; ${x.comings} comings, ${x.drives} drives`
      : 'none';
  for (let seed = 1; seed <= FOREMEN; seed++) {
    const inputs = foremanKitchen(seed);
    const rule = foremanOf(jobAt(inputs, at, 90));
    const [made, took] = timed(() => makePlan(inputs, at));
    const { workers, rackSlots, place } = inputs.choice;
    rows.push([
      `kitchen ${seed}, ${inputs.pieces.length} pieces, ${workers.length} people, rack of ${rackSlots}, ${place}: planned`,
      ms(took),
      '',
    ]);
    rows.push([`  by the rule: ${say(rule && measured(rule.problem, rule.plan))}`, '', '']);
    rows.push([
      `  planned: ${say(made && isPlan(made.result) ? measured(made.problem, made.result) : null)}`,
      '',
      '',
    ]);
  }
}

/** Problems made around a plan: how many are found within three seconds. */
function around(rows: Row[]): void {
  for (const operations of [40, 64, 100, 150]) {
    let [found, longest, all] = [0, 0, 0];
    for (const kind of ['pins', 'windows', 'both'] as const)
      for (let seed = 1; seed <= 6; seed++) {
        const problem = plannedProblem(operations, seed, kind);
        const until = performance.now() + 3000;
        const stop = (): boolean => performance.now() > until;
        const [plan, took] = timed(() => solve(problem, { ...EFFORTS.sent, stop }));
        all++;
        if (!isPlan(plan)) continue;
        if (audit(problem, plan).length) throw new Error(`${problem.name} has a wrong plan`);
        found++;
        longest = Math.max(longest, took);
      }
    rows.push([
      `${all} problems of ${operations} operations around a plan: found within 3 s ${found}, longest`,
      ms(longest),
      '',
    ]);
  }
}

export function printRows(rows: readonly Row[]): void {
  const width = Math.max(...rows.map((r) => r[0].length));
  for (const [what, value, limit] of rows)
    console.log(`${what.padEnd(width)}  ${value.padStart(9)}${limit ? `  (wanted: under ${limit})` : ''}`);
}

if (process.argv[1] === fileURLToPath(import.meta.url)) printRows(await planRows());
