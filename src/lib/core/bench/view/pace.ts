/**
 * What recorded times teach about work: the median of minutes of hands over the figure's, shrunk to 1 by n / (n + 5).
 * Docs: docs/methods/learning.md
 */
import { workMinutes, worthOf, type Step } from '$core/coating/route';
import type { SiteStep } from '$core/takeoff/site-route';
import type { Work } from '../state/state';
import { byTheClock, type Worked } from './worked';

/** Works count as many as this prior. */
const PRIOR = 5;
/** A pace beyond these bounds is a forgotten tap, not a pace. */
const LEAST = 0.2;
export const MOST = 5;

/** What is compared with what: the kind of step, and the tool. */
export const paceKey = (step: Step): string => [step.kind, step.prep ?? '', step.tool ?? ''].join(' ').trim();

/** The same of a step in the kitchen; null where nothing is learnt of it. */
export function sitePaceKey({ kind, prep, tool, visit, touchUp }: SiteStep): string | null {
  if (touchUp) return null;
  return visit ? `visit ${visit.kind}` : ['site', kind, prep ?? '', tool ?? ''].join(' ').trim();
}

/** Minutes that hands were at a finished work, pauses left out, two pairs of hands counted twice. */
export const handMinutes = (work: Work, worked: Worked = byTheClock): number =>
  work.hands.reduce((sum, h) => sum + worked(h.from, h.to ?? work.end ?? h.from), 0);

/** A finished work's time over the figure's; null where nothing can be learnt from it. */
export function paceOf(work: Work, step: Step, worked: Worked = byTheClock): number | null {
  if (work.end === null || work.pieces.length === 0) return null;
  return believable(handMinutes(work, worked) / workMinutes(step, worthOf(step, work.pieces)));
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

/** A route at learnt paces. @param paces factor by kind of step */
export const atPace = (route: readonly Step[], paces: Readonly<Record<string, number>>): Step[] =>
  route.map((step) => {
    const factor = paces[paceKey(step)] ?? 1;
    return factor === 1
      ? step
      : { ...step, setupMinutes: step.setupMinutes * factor, minutesPerPiece: step.minutesPerPiece * factor };
  });

/** Steps in the kitchen at learnt paces, in whole minutes. */
export const siteAtPace = <S extends SiteStep>(
  steps: readonly S[],
  paces: Readonly<Record<string, number>>,
): S[] =>
  steps.map((step) => {
    const factor = paces[sitePaceKey(step) ?? ''] ?? 1;
    return factor === 1 ? step : { ...step, minutes: Math.max(1, Math.ceil(step.minutes * factor - 1e-9)) };
  });
