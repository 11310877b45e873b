/** When steps may be done on a piece, and what comes next for it. */
import { gets, type Requirement, type Step } from '../../coating/route';
import type { Waits } from '../../coating/waits';
import { pieceState, type JobState, type Work } from '../state/state';

const MINUTE = 60_000;

/** When a step may start on a piece. */
export interface Window {
  /** ms since 1970 */
  from: number;
  /** null: no end */
  to: number | null;
  /** what decides `from` */
  because: Requirement | null;
}

/** When a step may start on a piece, as far as the steps before it are done. */
export function windowOf(state: JobState, step: Step, piece: string, waits: Waits): Window {
  const { done, abraded } = pieceState(state, piece);
  const window: Window = { from: 0, to: null, because: null };
  for (const need of step.after) {
    const before = done.get(need.step);
    if (!before) continue;
    const from =
      need.film && need.stage
        ? waits.readyAt(need.film, need.stage, before.end, need.wet)
        : before.end + need.min * MINUTE;
    if (from > window.from) Object.assign(window, { from, because: need });
    // What was scuffed since has no window any more.
    if (need.max !== null && (abraded ?? 0) < before.end)
      window.to = Math.min(window.to ?? Infinity, before.end + need.max * MINUTE);
  }
  return window;
}

/** The first step of the route that a piece has not had, or null when it has had them all. */
export const nextStep = (state: JobState, route: readonly Step[], piece: string): Step | null =>
  route.find((s) =>
    s.kind === 'hang'
      ? pieceState(state, piece).hungIn === null
      : gets(s, piece) && !pieceState(state, piece).done.has(s.key),
  ) ?? null;

/** The work under way on a piece. */
export const working = (state: JobState, piece: string): Work | undefined =>
  [...state.works.values()].find((w) => w.end === null && w.pieces.includes(piece));

/** When the last coat on a piece was finished, ms since 1970; null when none is recorded. */
export function lastLaid(state: JobState, route: readonly Step[], piece: string): number | null {
  const { done } = pieceState(state, piece);
  const ends = route.flatMap((s) =>
    s.kind === 'coat' && done.has(s.key) ? [done.get(s.key)?.end ?? 0] : [],
  );
  return ends.length ? Math.max(...ends) : null;
}
