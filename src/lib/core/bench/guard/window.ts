/** When steps may be done on a piece, and what comes next for it. */
import { MINUTE } from '$core/units/durations';
import { facesOf, gets, type Requirement, type Step } from '../../coating/route';
import type { Face } from '../../coating/system';
import type { Waits } from '../../coating/waits';
import { pieceState, type JobState, type Work } from '../state/state';

/** When a step may start on a piece. */
export interface Window {
  /** ms since 1970 */
  from: number;
  /** null: no end */
  to: number | null;
  /** what decides `from` */
  because: Requirement | null;
}

/** When a step may start on a piece, or in the kitchen, as far as the steps before it are done. */
export function windowOf(
  state: JobState,
  step: Pick<Step, 'key' | 'after'>,
  piece: string,
  waits: Waits,
): Window {
  const { done, abraded, readied } = pieceState(state, piece);
  const made = Math.max(abraded ?? 0, readied.get(step.key) ?? 0);
  const window: Window = { from: 0, to: null, because: null };
  for (const need of step.after) {
    const before = done.get(need.step);
    if (!before) continue;
    const from =
      need.film && need.stage
        ? waits.readyAt(need.film, need.stage, before.end, need.wet)
        : before.end + need.min * MINUTE;
    if (from > window.from) Object.assign(window, { from, because: need });
    // Scuffing or scoring opens the window anew.
    if (need.max !== null)
      window.to = Math.min(window.to ?? Infinity, Math.max(before.end, made) + need.max * MINUTE);
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

/** The films that lie on top of a piece: of each face the last coat. */
export function topFilms(
  state: JobState,
  route: readonly Step[],
  piece: string,
): { step: Step; laid: number }[] {
  const { done } = pieceState(state, piece);
  const top = new Map<Face, { step: Step; laid: number }>();
  for (const step of route) {
    const laid = step.product && gets(step, piece) ? done.get(step.key)?.end : undefined;
    if (laid === undefined) continue;
    for (const face of facesOf(step)) if ((top.get(face)?.laid ?? -1) <= laid) top.set(face, { step, laid });
  }
  return [...new Set(top.values())];
}

/** From when the films on a piece may be sanded, ms since 1970; 0 where it has none. */
export function sandableFrom(state: JobState, route: readonly Step[], piece: string, waits: Waits): number {
  return Math.max(
    0,
    ...topFilms(state, route, piece).flatMap(({ step, laid }) => {
      const stages = step.product?.stages;
      const stage = stages?.sand ? 'sand' : stages?.recoat ? 'recoat' : null;
      return step.product && stage ? [waits.readyAt(step.product, stage, laid, step.wet)] : [];
    }),
  );
}

/**
 * The face of a piece that lies up, by the flips it had and the coats since; null where nothing tells, as on hooks and points.
 */
export function faceUp(state: JobState, route: readonly Step[], piece: string): Face | null {
  const { done } = pieceState(state, piece);
  const own = route.filter((s) => gets(s, piece) && !s.mends);
  // What is never turned shows both its faces.
  if (!own.some((s) => s.kind === 'flip')) return null;
  let last: { at: number; face: Face } | null = null;
  own.forEach((step, i) => {
    const at = done.get(step.key)?.end;
    if (at === undefined || (last && last.at > at)) return;
    // A flip brings up the face that is coated next.
    const shows = step.kind === 'flip' ? own.slice(i).find((s) => s.kind === 'coat') : step;
    if (step.kind !== 'flip' && step.kind !== 'coat') return;
    if (shows?.face === 'front' || shows?.face === 'back') last = { at, face: shows.face };
  });
  return (last as { face: Face } | null)?.face ?? null;
}
