/**
 * What recorded times teach about work: the median of minutes of hands over the figure's, shrunk to 1 by n / (n + 5).
 * Docs: docs/methods/learning.md
 */
import { inKitchen, minutesOf, type AnyStep } from '$core/takeoff/any-step';
import type { Work } from '../state/state';
import { byTheClock, type Worked } from './worked';

/** Works count as many as this prior. */
const PRIOR = 5;
/** A pace beyond these bounds is a forgotten tap, not a pace. */
const LEAST = 0.2;
export const MOST = 5;

/** What is compared with what: the kind of step, where it is done, and the tool; empty where nothing is learnt of it. */
export function paceKey(step: AnyStep): string {
  const own = [step.kind, step.prep ?? '', step.tool ?? ''];
  if (!inKitchen(step)) return own.join(' ').trim();
  if (step.touchUp) return '';
  return step.visit ? `visit ${step.visit.kind}` : ['site', ...own].join(' ').trim();
}

/** Minutes that hands were at a finished work, pauses left out, two pairs of hands counted twice. */
export const handMinutes = (work: Work, worked: Worked = byTheClock): number =>
  work.hands.reduce((sum, h) => sum + worked(h.from, h.to ?? work.end ?? h.from), 0);

/** A finished work's time over the figure's; null where nothing can be learnt from it. */
export function paceOf(work: Work, step: AnyStep, worked: Worked = byTheClock): number | null {
  if (work.end === null || work.pieces.length === 0) return null;
  return believable(handMinutes(work, worked) / minutesOf(step, work.pieces));
}

/** A ratio of times; null where it is none of work. */
export const believable = (ratio: number): number | null => (ratio >= LEAST && ratio <= MOST ? ratio : null);

/** The factor for a kind of step out of its paces; 1 where there are none. */
export function learntPace(ratios: readonly number[]): number {
  const n = ratios.length;
  if (n === 0) return 1;
  const sorted = [...ratios].sort((a, b) => a - b);
  const [low, high] = [sorted[Math.floor((n - 1) / 2)] ?? 1, sorted[Math.floor(n / 2)] ?? 1];
  const median = (low + high) / 2;
  return (n * median + PRIOR) / (n + PRIOR);
}

/** The factor that a kind of step was planned with: what is learnt is over the figure itself. */
export const plannedPace = (
  choice: { paces: Readonly<Record<string, number>> } | null,
  key: string,
): number => choice?.paces[key] ?? 1;

/** Steps at learnt paces; those in the kitchen in whole minutes. @param paces factor by kind of step */
export const atPace = <S extends AnyStep>(
  steps: readonly S[],
  paces: Readonly<Record<string, number>>,
): S[] =>
  steps.map((step) => {
    const factor = paces[paceKey(step)] ?? 1;
    if (factor === 1) return step;
    return inKitchen(step)
      ? { ...step, minutes: Math.max(1, Math.ceil(step.minutes * factor - 1e-9)) }
      : { ...step, setupMinutes: step.setupMinutes * factor, minutesPerPiece: step.minutesPerPiece * factor };
  });
