/**
 * The chance of keeping a date: the plan is carried out many times with work times, air and rework drawn anew.
 * Work is log-normal, the forecast errs as a first-order autoregression, passes are redone by the defect rate. Seeded, so
 * that it repeats. Docs: docs/methods/risk.md
 */
import { at, item } from '$core/units/at';
import type { Climate } from '$core/drying/climate';
import { seeded } from '$core/units/random';
import { linkKey, type AirWaits, type Lag, type Model, type Ready } from '../model/model';
import type { Plan, Problem } from '../model/problem';
import { USUAL_RISK, type RiskModel } from './risk-model';
import { Replay } from './replay';
import type { ReplayJob } from './replay-task';

interface Driver {
  /** `air`, `rework`, `people` (how fast they and their days are), or an operation */
  of: string;
  /** share of the spread of the hand-back that goes with it, 0–1 */
  share: number;
}

export interface Risk {
  runs: number;
  /** hand-back in minutes from the first start of all jobs, sorted */
  backs: number[];
  p50: number;
  p80: number;
  p95: number;
  /** share of runs in which a recoat window was missed */
  missed: number;
  /** what the spread goes with, most first */
  drivers: Driver[];
}

/** Standard normal numbers from uniform ones (Box & Muller 1958). */
export function normals(random: () => number): () => number {
  let kept: number | null = null;
  return () => {
    if (kept !== null) {
      const z = kept;
      kept = null;
      return z;
    }
    const r = Math.sqrt(-2 * Math.log(1 - random()));
    const angle = 2 * Math.PI * random();
    kept = r * Math.sin(angle);
    return r * Math.cos(angle);
  };
}

/** A factor of mean 1 and the given coefficient of variation, log-normal. */
export const logNormal = (variation: number, z: number): number => {
  const variance = Math.log(1 + variation * variation);
  return Math.exp(Math.sqrt(variance) * z - variance / 2);
};

/** The climate as it may come: the forecast and an error that goes on from hour to hour, growing from now on. */
export function erring(climate: Climate, from: number, model: RiskModel, normal: () => number): Climate {
  const { correlation: rho } = model;
  const rest = Math.sqrt(1 - rho * rho);
  let [warm, wet] = [0, 0];
  return {
    ...climate,
    air: climate.air.map((a, i) => {
      if (climate.start + i * climate.step * 60_000 < from) return a;
      warm = rho * warm + rest * normal();
      wet = rho * wet + rest * normal();
      return {
        ...a,
        celsius: a.celsius + model.celsius * warm,
        humidity: Math.min(0.99, Math.max(0.05, a.humidity + model.humidity * wet)),
      };
    }),
  };
}

/** Sorted values' quantile: the least value that at least the share q does not exceed. */
export const quantile = (sorted: readonly number[], q: number): number =>
  sorted[Math.min(sorted.length - 1, Math.max(0, Math.ceil(q * sorted.length) - 1))] ?? NaN;

/** Share of runs that end by a minute. */
export const chanceBy = (risk: Pick<Risk, 'backs'>, minute: number): number =>
  risk.backs.filter((b) => b <= minute).length / Math.max(1, risk.backs.length);

/** Where a piece of a lot is done over, its sanding and coat cost the lot's pass so much more, once its film is dry. Our choice. */
const OVER = 1.5;
/** The chance that one piece or more of a pass is done over; a pass of fixed work counts as one. */
const spoilt = ({ rework }: RiskModel, pieces: number): number => 1 - (1 - rework) ** Math.max(1, pieces);

/** Squared correlation of two lists. */
function shared(a: readonly number[], b: readonly number[]): number {
  const mean = (list: readonly number[]) => list.reduce((s, x) => s + x, 0) / list.length;
  const [ma, mb] = [mean(a), mean(b)];
  let [ab, aa, bb] = [0, 0, 0];
  a.forEach((x, i) => {
    const y = at(b, i);
    ab += (x - ma) * (y - mb);
    aa += (x - ma) ** 2;
    bb += (y - mb) ** 2;
  });
  return aa > 0 && bb > 0 ? (ab * ab) / (aa * bb) : 0;
}

export interface RiskJob extends ReplayJob {
  /** waits in the air of one run, made from that run's normal numbers; as planned where nothing is said */
  air?: (normal: () => number) => { waits: AirWaits; warmth: number };
}

interface RiskInput {
  /** the job that is asked about, and then all that share with it */
  jobs: readonly [RiskJob, ...RiskJob[]];
  model?: RiskModel;
  runs: number;
  seed: number;
  /** asked now and then; true ends with the runs made so far */
  stop?: () => boolean;
  progress?: (share: number) => void;
}

/** A job by itself. */
export const alone = (problem: Problem, plan: Plan): RiskJob => ({
  ...{ problem, plan, waits: new Map(), offset: 0, rank: 0, shares: null, crew: new Set() },
});

/**
 * A run can be asked for piece by piece, so that a page goes on answering.
 * @returns a generator that yields after every so many runs and returns the risk
 * @throws Error when a problem cannot be compiled, or a plan leaves an operation out
 */
export function* riskRuns(input: RiskInput): Generator<number, Risk> {
  const { jobs, model = USUAL_RISK, runs, seed } = input;
  const [asked] = jobs;
  const replay = new Replay(jobs);
  const variance = Math.log(1 + model.workVariation ** 2);
  const [ofPerson, ofDay] = [model.ofPerson * variance, model.ofDay * variance];
  const own = variance - ofPerson - ofDay;
  const factor = (v: number, z: number): number => Math.exp(Math.sqrt(v) * z - v / 2);
  const worker = jobs.map(({ plan }) => new Map(plan.assignments.map((a) => [a.operation, a.worker])));
  const backs: number[] = [];
  const factors: number[][] = asked.problem.operations.map(() => []);
  const [warmths, reworks, paces]: [number[], number[], number[]] = [[], [], []];
  let missed = 0;
  for (let run = 0; run < runs; run++) {
    // Every run has numbers of its own, so that its weather and its days are the same for all jobs.
    const numbers = (of: number): (() => number) => normals(seeded(seed + 7919 * run + 104_729 * of));
    const [normal, uniform] = [numbers(1), seeded(seed + 7919 * run + 2)];
    const people = new Map<string, number>();
    const days = new Map<number, number>();
    const dayNumbers = numbers(3);
    const personNumbers = numbers(4);
    let warmth = 0;
    let again = 0;
    const works = jobs.map(({ problem }) => problem.operations.map(() => factor(own, normal())));
    const over = jobs.map(({ problem }, j) =>
      problem.operations.map((o) => {
        const isSpoilt = o.skill === 'coat' && o.lot !== 'other' && uniform() < spoilt(model, o.pieces);
        if (isSpoilt && j === 0) again++;
        return isSpoilt ? (OVER - 1) * o.minutes : 0;
      }),
    );
    const { backs: ends, missed: windows } = replay.run({
      work: (j, op, day) => {
        const who = worker[j]?.get(jobs[j]?.problem.operations[op]?.id ?? '') ?? '';
        const person = people.get(who) ?? factor(ofPerson, personNumbers());
        people.set(who, person);
        const today = days.get(day) ?? factor(ofDay, dayNumbers());
        days.set(day, today);
        return (works[j]?.[op] ?? 1) * person * today;
      },
      again: (j, op) => over[j]?.[op] ?? 0,
      lags: (j) => {
        const made = jobs[j]?.air?.(numbers(5));
        const m = replay.models[j];
        if (!made || !m) return null;
        if (j === 0) warmth = made.warmth;
        return lagsWith(m, made.waits);
      },
    });
    if (at(windows, 0) > 0) missed++;
    backs.push(at(ends, 0));
    asked.problem.operations.forEach((_, i) => factors[i]?.push(works[0]?.[i] ?? 1));
    warmths.push(warmth);
    reworks.push(again);
    const fast = [...people.values(), ...days.values()];
    paces.push(fast.reduce((sum, x) => sum + x, 0) / Math.max(1, fast.length));
    if (run % 25 === 24) yield (run + 1) / runs;
    if (input.stop?.()) break;
  }
  const drivers = [
    { of: 'air', share: shared(warmths, backs) },
    { of: 'rework', share: shared(reworks, backs) },
    { of: 'people', share: shared(paces, backs) },
    ...asked.problem.operations.map((o, i) => ({ of: o.id, share: shared(item(factors, i), backs) })),
  ]
    .sort((a, b) => b.share - a.share)
    .slice(0, 8);
  const sorted = [...backs].sort((a, b) => a - b);
  return {
    runs: sorted.length,
    backs: sorted,
    p50: quantile(sorted, 0.5),
    p80: quantile(sorted, 0.8),
    p95: quantile(sorted, 0.95),
    missed: missed / Math.max(1, sorted.length),
    drivers,
  };
}

/** The lags of a model with other waits. */
function lagsWith(m: Model, waits: AirWaits): { before: Lag[][]; after: Lag[][] } {
  const { operations } = m;
  const id = (i: number): string => operations[i]?.id ?? '';
  const ready = (from: number, to: number): Ready | null => waits.get(linkKey(id(from), id(to))) ?? null;
  return {
    before: m.before.map((lags, i) => lags.map((lag) => ({ ...lag, ready: ready(lag.other, i) }))),
    after: m.after.map((lags, i) => lags.map((lag) => ({ ...lag, ready: ready(i, lag.other) }))),
  };
}

/** All runs at once. */
export function assessRisk(input: RiskInput): Risk {
  const made = riskRuns(input);
  for (;;) {
    const next = made.next();
    if (next.done) return next.value;
    input.progress?.(next.value);
  }
}
