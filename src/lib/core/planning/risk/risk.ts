/**
 * The chance of keeping a date: the plan is carried out many times with work times, air and rework drawn anew.
 * Work is log-normal, the forecast errs as a first-order autoregression, passes are redone by the defect rate. Seeded, so
 * that it repeats. Docs: docs/methods/risk.md
 */
import type { Climate } from '$core/drying/climate';
import { seeded } from '$core/units/random';
import { execute, orderOf } from '../search/execute';
import { compile, linkKey, type AirWaits, type Model } from '../model/model';
import type { Plan, Problem } from '../model/problem';
import { USUAL_RISK, type RiskModel } from './risk-model';
import { makespanOf } from '../model/schedule';

export interface Driver {
  /** `air`, `rework`, or an operation */
  of: string;
  /** share of the spread of the hand-back that goes with it, 0–1 */
  share: number;
}

export interface Risk {
  runs: number;
  /** hand-back in minutes from the start of the plan, sorted */
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

/** Where a piece of a lot is done over, its sanding and coat cost the lot's pass so much more. Our choice. */
const OVER = 1.5;
/** The chance that one piece or more of a pass is done over; a pass of fixed work counts as one. */
const spoilt = ({ rework }: RiskModel, pieces: number): number => 1 - (1 - rework) ** Math.max(1, pieces);

/** Squared correlation of two lists. */
function shared(a: readonly number[], b: readonly number[]): number {
  const mean = (list: readonly number[]) => list.reduce((s, x) => s + x, 0) / list.length;
  const [ma, mb] = [mean(a), mean(b)];
  let [ab, aa, bb] = [0, 0, 0];
  a.forEach((x, i) => {
    const y = b[i] ?? 0;
    ab += (x - ma) * (y - mb);
    aa += (x - ma) ** 2;
    bb += (y - mb) ** 2;
  });
  return aa > 0 && bb > 0 ? (ab * ab) / (aa * bb) : 0;
}

export interface RiskInput {
  problem: Problem;
  plan: Plan;
  model?: RiskModel;
  runs: number;
  seed: number;
  /** waits in the air of one run; called with that run's normal numbers. Null: waits as planned */
  air?: (normal: () => number) => { waits: AirWaits; warmth: number };
  /** asked now and then; true ends with the runs made so far */
  stop?: () => boolean;
  progress?: (share: number) => void;
}

/**
 * A run can be asked for piece by piece, so that a page goes on answering.
 * @returns a generator that yields after every so many runs and returns the risk
 * @throws Error when the problem cannot be compiled
 */
export function* riskRuns(input: RiskInput): Generator<number, Risk> {
  const { problem, plan, model = USUAL_RISK, runs, seed } = input;
  const base = compile(problem);
  if ('infeasible' in base) throw new Error(base.reason);
  const at = new Map(plan.assignments.map((a) => [a.operation, a]));
  const workerIndex = new Map(problem.workers.map((w, i) => [w.id, i]));
  const order = orderOf(base, {
    start: Int32Array.from(problem.operations, (o) => at.get(o.id)?.start ?? 0),
    end: Int32Array.from(problem.operations, (o) => at.get(o.id)?.end ?? 0),
    worker: Int32Array.from(problem.operations, (o) => workerIndex.get(at.get(o.id)?.worker ?? '') ?? 0),
  });
  const n = problem.operations.length;
  // What stands for facts and for other jobs takes the time it takes.
  const helper = problem.operations.map(
    (o) => o.lot === 'other' || problem.workers.some((w) => w.id === o.id),
  );
  const normal = normals(seeded(seed));
  const uniform = seeded(seed + 1);
  const [start, end] = [new Int32Array(n), new Int32Array(n)];
  const minutes = new Float64Array(n);
  const backs: number[] = [];
  const factors: number[][] = problem.operations.map(() => []);
  const warmths: number[] = [];
  const reworks: number[] = [];
  let missed = 0;
  for (let run = 0; run < runs; run++) {
    const made = input.air?.(normal);
    const m = made ? withWaits(base, made.waits) : base;
    let again = 0;
    problem.operations.forEach((o, i) => {
      const factor = logNormal(model.workVariation, normal());
      let work = o.minutes * factor;
      if (!helper[i] && o.skill === 'coat' && uniform() < spoilt(model, o.pieces)) {
        again++;
        work *= OVER;
      }
      minutes[i] = helper[i] ? o.minutes : work;
      factors[i]?.push(helper[i] ? 0 : factor);
    });
    if (execute(m, order, minutes, start, end) > 0) missed++;
    backs.push(makespanOf(m, end));
    warmths.push(made?.warmth ?? 0);
    reworks.push(again);
    if (run % 25 === 24) yield (run + 1) / runs;
    if (input.stop?.()) break;
  }
  const drivers = [
    { of: 'air', share: shared(warmths, backs) },
    { of: 'rework', share: shared(reworks, backs) },
    ...problem.operations.map((o, i) => ({
      of: o.id,
      share: helper[i] ? 0 : shared(factors[i] ?? [], backs),
    })),
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

/** The same model with other waits. */
function withWaits(m: Model, waits: AirWaits): Model {
  const { operations } = m;
  return {
    ...m,
    before: m.before.map((lags, i) =>
      lags.map((lag) => ({
        ...lag,
        ready: waits.get(linkKey(operations[lag.other]?.id ?? '', operations[i]?.id ?? '')) ?? null,
      })),
    ),
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
