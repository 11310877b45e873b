/**
 * Bounded least squares with as few and as small turns as will do: coordinate descent on ½‖A p − r‖² + λ‖p‖₁ within bounds
 * (Friedman et al., Pathwise coordinate optimization, Annals of Applied Statistics 1, 2007), then once more without the penalty
 * on what is left, then screws are left out one by one as long as nothing gets worse than allowed.
 */
import { frozen } from '../frozen';

export interface Bounds {
  from: number;
  to: number;
}

const SWEEPS = 4000;
const CLOSE = 1e-7;
/** mm of penalty a mm: small against what can be measured. Our choice. */
const PENALTY = 0.02;

const clamp = (value: number, { from, to }: Bounds): number => Math.min(to, Math.max(from, value));
const soft = (value: number, by: number): number => Math.sign(value) * Math.max(0, Math.abs(value) - by);

/** What is left of the wanted changes. @returns r − A p */
export const leftover = (
  rows: readonly (readonly number[])[],
  wanted: readonly number[],
  p: readonly number[],
) => rows.map((row, i) => (wanted[i] ?? 0) - row.reduce((sum, a, j) => sum + a * (p[j] ?? 0), 0));

const worst = (values: readonly number[]): number =>
  values.reduce((most, v) => Math.max(most, Math.abs(v)), 0);

function descend(
  rows: readonly (readonly number[])[],
  wanted: readonly number[],
  bounds: readonly Bounds[],
  used: ReadonlySet<number>,
  penalty: number,
  start: readonly number[],
): number[] {
  const p = bounds.map((b, j) => (used.has(j) ? clamp(start[j] ?? 0, b) : 0));
  const rest = leftover(rows, wanted, p);
  const squares = bounds.map((_, j) => rows.reduce((sum, row) => sum + (row[j] ?? 0) ** 2, 0));
  for (let sweep = 0; sweep < SWEEPS; sweep++) {
    let moved = 0;
    for (const j of used) {
      const square = squares[j] ?? 0;
      const bound = bounds[j];
      if (square < 1e-12 || !bound) continue;
      const was = p[j] ?? 0;
      const pull = rows.reduce((sum, row, i) => sum + (row[j] ?? 0) * (rest[i] ?? 0), 0) + square * was;
      const next = clamp(soft(pull, penalty) / square, bound);
      const by = next - was;
      if (by === 0) continue;
      p[j] = next;
      rows.forEach((row, i) => (rest[i] = (rest[i] ?? 0) - (row[j] ?? 0) * by));
      moved = Math.max(moved, Math.abs(by));
    }
    if (moved < CLOSE) break;
  }
  return p;
}

/** The steps that a screw is turned by, up and down, by itself or with another. */
const STEPS = frozen([-1, 0, 1]);

/**
 * Turns in whole steps: rounded, then each screw, and each two, a step up or down as long as that leaves less of the changes.
 * @param p mm of each screw
 * @param step of each screw, mm
 * @returns whole steps of each screw, within its bounds
 */
export function wholeSteps(
  rows: readonly (readonly number[])[],
  wanted: readonly number[],
  bounds: readonly Bounds[],
  p: readonly number[],
  step: readonly number[],
): number[] {
  const used = p.flatMap((v, j) => (v === 0 ? [] : [j]));
  const steps = p.map((v, j) => {
    const { from, to } = bounds[j] ?? { from: 0, to: 0 };
    const one = step[j] ?? 1;
    return Math.min(Math.floor(to / one + 1e-9), Math.max(Math.ceil(from / one - 1e-9), Math.round(v / one)));
  });
  const cost = (of: readonly number[]): number =>
    leftover(
      rows,
      wanted,
      of.map((n, j) => n * (step[j] ?? 1)),
    ).reduce((sum, v) => sum + v * v, 0);
  const may = (j: number, n: number): boolean => {
    const mm = n * (step[j] ?? 1);
    return mm >= (bounds[j]?.from ?? 0) - 1e-9 && mm <= (bounds[j]?.to ?? 0) + 1e-9;
  };
  let best = cost(steps);
  for (;;) {
    let better: number[] | null = null;
    for (const a of used)
      for (const b of used)
        for (const i of STEPS)
          for (const k of a === b ? [0] : STEPS) {
            const tried = [...steps];
            tried[a] = (tried[a] ?? 0) + i;
            tried[b] = (tried[b] ?? 0) + k;
            if (!may(a, tried[a] ?? 0) || !may(b, tried[b] ?? 0)) continue;
            const left = cost(tried);
            if (left < best - 1e-9) [best, better] = [left, tried];
          }
    if (!better) return steps;
    steps.splice(0, steps.length, ...better);
  }
}

/**
 * @param rows how each wanted change follows from each screw, one row a change
 * @param wanted the changes, mm
 * @param bounds of each screw, mm
 * @param allowed what may be left of any change where that saves a screw, mm
 * @returns mm of each screw
 */
export function leastTurns(
  rows: readonly (readonly number[])[],
  wanted: readonly number[],
  bounds: readonly Bounds[],
  allowed: number,
): number[] {
  const all = new Set(bounds.keys());
  const first = descend(rows, wanted, bounds, all, PENALTY, []);
  let used = new Set(first.flatMap((v, j) => (v === 0 ? [] : [j])));
  let p = descend(rows, wanted, bounds, used, 0, first);
  const best = worst(leftover(rows, wanted, p));
  for (const j of [...used].sort((a, b) => Math.abs(p[a] ?? 0) - Math.abs(p[b] ?? 0))) {
    const fewer = new Set([...used].filter((k) => k !== j));
    const tried = descend(rows, wanted, bounds, fewer, 0, p);
    if (worst(leftover(rows, wanted, tried)) > Math.max(allowed, best)) continue;
    [used, p] = [fewer, tried];
  }
  return p;
}
